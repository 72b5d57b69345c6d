package org.calmanchor.core.introspection;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What the source of a class says and its class file does not: Javadoc as plain text, and the names
 * of parameters. The annotation processor writes it beside the class files, as a file of properties
 * (as {@link Properties#load(Reader)} reads it) for each class.
 */
public final class SourceIndex {
  /** An index that says nothing. */
  public static final SourceIndex EMPTY = new SourceIndex(Map.of());

  private static final String DOC = "doc";
  private static final String PARAMETERS = "parameters";

  private final Map<String, String> entries;

  private SourceIndex(Map<String, String> entries) {
    this.entries = entries;
  }

  /** Where the index of a class is, from the root of the class path; needs its binary name. */
  public static String fileOf(String className) {
    return "META-INF/calm-anchor/" + className + ".properties";
  }

  /**
   * Reads an index. The stream is not closed.
   *
   * @throws IOException when it cannot be read, or is not a file of properties
   */
  public static SourceIndex read(InputStream file) throws IOException {
    Properties properties = new Properties();
    try {
      properties.load(new InputStreamReader(file, StandardCharsets.UTF_8));
    } catch (IllegalArgumentException malformed) {
      throw new IOException("not a file of properties", malformed);
    }
    Map<String, String> entries = new TreeMap<>();
    properties.stringPropertyNames().forEach(key -> entries.put(key, properties.getProperty(key)));
    return new SourceIndex(entries);
  }

  /** The key of a method or constructor ({@code <init>}), by the erasure of its parameters. */
  public static String methodKey(String name, List<String> parameterTypes) {
    return name + "(" + String.join(",", parameterTypes) + ")";
  }

  /** The documentation of the class; empty if there is none. */
  public String doc() {
    return entries.getOrDefault(DOC, "");
  }

  /**
   * The documentation of a member: a field, record component or enum constant by its name, a method
   * by its {@link #methodKey}; empty if there is none.
   */
  public String doc(String member) {
    return entries.getOrDefault(DOC + " " + member, "");
  }

  /** The documentation of a method's parameter; empty if there is none. */
  public String parameterDoc(String method, int position) {
    return doc(method + " " + position);
  }

  /** The documentation of a method's result; empty if there is none. */
  public String resultDoc(String method) {
    return doc(method + " result");
  }

  /** The name of a method's parameter; null if it is unknown. */
  public @Nullable String parameterName(String method, int position) {
    String names = entries.get(PARAMETERS + " " + method);
    List<String> each = names == null ? List.of() : Arrays.asList(names.split(" ", -1));
    return position < each.size() ? each.get(position) : null;
  }

  /** Whether it says anything. */
  public boolean isEmpty() {
    return entries.isEmpty();
  }

  /** The file's text: the same entries give the same text. */
  public String text() {
    StringBuilder text = new StringBuilder();
    entries.forEach(
        (key, value) -> {
          append(key, true, text);
          text.append('=');
          append(value, false, text);
          text.append('\n');
        });
    return text.toString();
  }

  private static void append(String text, boolean isKey, StringBuilder escaped) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '\n' -> escaped.append("\\n");
        case '\r' -> escaped.append("\\r");
        case '\t' -> escaped.append("\\t");
        case '\\', '=', ':', '#', '!' -> escaped.append('\\').append(c);
        case ' ' -> escaped.append(isKey || i == 0 ? "\\ " : " ");
        default -> escaped.append(c);
      }
    }
  }

  /** Collects the entries of an index. Not safe for several threads. */
  public static final class Builder {
    private final Map<String, String> entries = new TreeMap<>();

    /** Creates a builder without entries. */
    public Builder() {}

    /** Sets the documentation of the class, unless it is empty. */
    public void doc(String doc) {
      put(DOC, doc);
    }

    /** Sets the documentation of a member, unless it is empty. */
    public void doc(String member, String doc) {
      put(DOC + " " + member, doc);
    }

    /** Sets the documentation of a method's parameter, unless it is empty. */
    public void parameterDoc(String method, int position, String doc) {
      doc(method + " " + position, doc);
    }

    /** Sets the documentation of a method's result, unless it is empty. */
    public void resultDoc(String method, String doc) {
      doc(method + " result", doc);
    }

    /** Sets the names of a method's parameters. */
    public void parameters(String method, List<String> names) {
      put(PARAMETERS + " " + method, String.join(" ", names));
    }

    private void put(String key, String value) {
      if (!value.isEmpty()) {
        entries.put(key, value);
      }
    }

    /** The index with the entries so far. */
    public SourceIndex build() {
      return new SourceIndex(new TreeMap<>(entries));
    }
  }
}
