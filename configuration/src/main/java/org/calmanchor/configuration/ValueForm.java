package org.calmanchor.configuration;

import java.net.URI;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import org.calmanchor.core.limits.Limits;

/**
 * How the value of a setting is written. Immutable.
 *
 * @param <T> what it means in Java
 */
public final class ValueForm<T> {
  /** A text. */
  static final ValueForm<String> TEXT = one("TEXT", "a text", text -> text);

  /** An address to listen at. */
  static final ValueForm<String> ADDRESS =
      one("ADDRESS", "an address of this machine, such as 0.0.0.0", text -> text);

  /** A path. */
  static final ValueForm<String> PATH = one("PATH", "a path, such as /health", ValueForm::path);

  /** Paths of services. */
  static final ValueForm<List<String>> PATHS =
      list("PATH", "paths of services, such as /berths", ValueForm::paths);

  /** Paths of services or of operations. */
  static final ValueForm<List<String>> OPERATIONS =
      list(
          "PATH[#OPERATION]",
          "paths of services, such as /berths, or with an operation, such as /berths#reserve",
          ValueForm::paths);

  /** Addresses. */
  static final ValueForm<List<String>> ADDRESSES =
      list("ADDRESS", "addresses as numbers, such as 192.0.2.10", texts -> texts);

  /** Names. */
  static final ValueForm<List<String>> NAMES =
      list("NAME", "names, such as taxNumber", texts -> texts);

  /** Classes with the paths where they answer. */
  static final ValueForm<List<ServedName>> SERVICES =
      list(
          "[PATH=]CLASS",
          "full names of classes, each with the path where it answers, such as"
              + " /berths=harbor.BerthDesk, or without one for a path of its simple name",
          texts -> texts.stream().map(ServedName::of).toList());

  /** True or false. */
  static final ValueForm<Boolean> SWITCH =
      one("true|false", "true or false", Map.of("type", "boolean"), ValueForm::isTrue);

  /** A file or a folder. */
  static final ValueForm<Path> FILE = one("FILE", "a file", Path::of);

  /** A folder. */
  static final ValueForm<Path> FOLDER = one("FOLDER", "a folder", Path::of);

  /** A certificate and its key. */
  static final ValueForm<List<Path>> TWO_FILES =
      list("FILE", "two files: the certificate and its key", ValueForm::twoFiles);

  /** An absolute URL with a host. */
  static final ValueForm<URI> URL =
      one("URL", "a URL with a host, such as https://harbor.example:8443", ValueForm::url);

  /** The URL of a server of Redis, without a password. */
  static final ValueForm<URI> REDIS =
      one(
          "URL",
          "a URL without a password, such as redis://redis.example:6379/0, or rediss: for TLS",
          ValueForm::redis);

  /** A time of at least a millisecond. */
  static final ValueForm<Duration> TIME =
      one("TIME", "a time such as 90s, 1m30s or 0.5s, of at most 24 days", ValueForm::time);

  /** A time, which may be zero. */
  static final ValueForm<Duration> DELAY =
      one("TIME", "a time such as 10s or 0s", ValueForm::delay);

  private final String label;
  private final String words;
  private final boolean isList;
  private final Map<String, Object> schema;
  private final Function<List<String>, T> reader;

  private ValueForm(
      String label,
      String words,
      boolean isList,
      Map<String, Object> schema,
      Function<List<String>, T> reader) {
    this.label = label;
    this.words = words;
    this.isList = isList;
    this.schema = schema;
    this.reader = reader;
  }

  private static <T> ValueForm<T> one(String label, String words, Function<String, T> reader) {
    return one(label, words, Map.of("type", "string"), reader);
  }

  private static <T> ValueForm<T> one(
      String label, String words, Map<String, Object> schema, Function<String, T> reader) {
    return new ValueForm<>(
        label,
        words,
        false,
        schema,
        texts -> {
          if (texts.size() != 1) {
            throw new IllegalArgumentException("one value");
          }
          return reader.apply(texts.get(0).strip());
        });
  }

  private static <T> ValueForm<T> list(
      String label, String words, Function<List<String>, T> reader) {
    return new ValueForm<>(
        label,
        words,
        true,
        Map.of("type", "string"),
        texts -> reader.apply(texts.stream().map(String::strip).toList()));
  }

  /** A whole number in a range, both ends included. */
  static ValueForm<Long> number(String label, String what, long least, long most) {
    return one(
        label,
        what + " from " + least + " to " + most,
        Map.of("type", "integer", "minimum", least, "maximum", most),
        text -> {
          long number = Long.parseLong(text);
          if (number < least || number > most) {
            throw new IllegalArgumentException(text);
          }
          return number;
        });
  }

  /** One of the constants of an enum, in small letters with hyphens. */
  static <E extends Enum<E>> ValueForm<E> choice(Class<E> type) {
    List<String> words = List.of(type.getEnumConstants()).stream().map(ValueForm::word).toList();
    return one(
        String.join("|", words),
        String.join(" or ", words),
        Map.of("enum", words),
        text -> {
          int place = words.indexOf(text.toLowerCase(Locale.ROOT));
          if (place < 0) {
            throw new IllegalArgumentException(text);
          }
          return type.getEnumConstants()[place];
        });
  }

  private static String word(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** What stands for the value in a help text, such as N. */
  public String label() {
    return label;
  }

  /** What has to be written, for messages and documents. */
  public String words() {
    return words;
  }

  /** Whether there may be several values. */
  public boolean isList() {
    return isList;
  }

  /** Whether it is true or false. */
  public boolean isSwitch() {
    return schema.equals(SWITCH.schema);
  }

  /** The keywords of JSON Schema for the value in a file; for one of them if it is a list. */
  public Map<String, Object> schema() {
    return schema;
  }

  /** Whether it names files, which are found beside the configuration file. */
  boolean isFile() {
    return label.equals("FILE") || label.equals("FOLDER");
  }

  /**
   * Reads a value.
   *
   * @throws IllegalArgumentException when it is not in this form
   */
  T read(List<String> texts) {
    return reader.apply(texts);
  }

  private static boolean isTrue(String text) {
    return switch (text) {
      case "true" -> true;
      case "false" -> false;
      default -> throw new IllegalArgumentException(text);
    };
  }

  private static String path(String text) {
    if (!text.matches("(/[\\w.-]+)+")) {
      throw new IllegalArgumentException(text);
    }
    return text;
  }

  private static List<String> paths(List<String> texts) {
    for (String text : texts) {
      if (!text.startsWith("/")) {
        throw new IllegalArgumentException(text);
      }
    }
    return texts;
  }

  private static List<Path> twoFiles(List<String> texts) throws InvalidPathException {
    if (texts.size() != 2) {
      throw new IllegalArgumentException("two files");
    }
    return texts.stream().map(Path::of).toList();
  }

  private static URI url(String text) {
    URI url = URI.create(text);
    if (url.getHost() == null) {
      throw new IllegalArgumentException(text);
    }
    return url;
  }

  private static URI redis(String text) {
    URI url = url(text);
    String user = url.getUserInfo() == null ? "" : url.getUserInfo();
    boolean isRedis = "redis".equals(url.getScheme()) || "rediss".equals(url.getScheme());
    if (!isRedis || user.contains(":")) {
      throw new IllegalArgumentException("another URL");
    }
    return url;
  }

  private static Duration time(String text) {
    Duration time = delay(text);
    if (time.isZero() || time.compareTo(Limits.MOST_TIME) > 0) {
      throw new IllegalArgumentException(text);
    }
    return time;
  }

  private static Duration delay(String text) {
    Duration time = Times.read(text);
    if (time.isNegative()) {
      throw new IllegalArgumentException(text);
    }
    return time;
  }
}
