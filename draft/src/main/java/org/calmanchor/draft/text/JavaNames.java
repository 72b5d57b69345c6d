package org.calmanchor.draft.text;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.SourceVersion;

/** Makes Java names of names on the wire. */
public final class JavaNames {
  /** Methods that each object has, so that no component or operation can have their names. */
  private static final Set<String> OF_OBJECT =
      Set.of(
          "clone", "finalize", "getClass", "hashCode", "notify", "notifyAll", "toString", "wait");

  private JavaNames() {}

  /** A type's name, such as {@code OrderPilot} for {@code order-pilot}. */
  public static String type(String wireName) {
    String name = words(wireName).stream().map(JavaNames::capital).collect(Collectors.joining());
    return identifier(name, "Type");
  }

  /** The name of a component, property or parameter, such as {@code shipName}. */
  public static String member(String wireName) {
    return lower(wireName, "Value");
  }

  /** The name of a method for an operation. */
  public static String method(String wireName) {
    return lower(wireName, "Operation");
  }

  /** The name of a constant, such as {@code MOORING_BUOY} for {@code mooring buoy}. */
  public static String constant(String value) {
    String name =
        words(value).stream()
            .map(word -> word.replaceAll("(?<=[\\p{Ll}\\d])(?=\\p{Lu})", "_"))
            .collect(Collectors.joining("_"))
            .toUpperCase(Locale.ROOT);
    boolean isName = !name.isEmpty() && Character.isJavaIdentifierStart(name.charAt(0));
    return isName ? name : name.isEmpty() ? "VALUE" : "VALUE_" + name;
  }

  private static String lower(String wireName, String ending) {
    List<String> words = words(wireName);
    StringBuilder name = new StringBuilder();
    for (String word : words) {
      name.append(name.isEmpty() ? decapital(word) : capital(word));
    }
    return identifier(name.toString(), ending);
  }

  private static String identifier(String name, String ending) {
    String started =
        name.isEmpty() || !Character.isJavaIdentifierStart(name.codePointAt(0)) ? "_" + name : name;
    boolean isTaken = SourceVersion.isKeyword(started) || OF_OBJECT.contains(started);
    return isTaken || started.equals("_") ? started.replace("_", "") + ending : started;
  }

  /** The words between the characters that a Java name cannot have; all capitals become small. */
  private static List<String> words(String text) {
    List<String> words = new ArrayList<>();
    StringBuilder word = new StringBuilder();
    text.codePoints()
        .forEach(
            c -> {
              boolean isPart =
                  Character.isJavaIdentifierPart(c)
                      && !Character.isIdentifierIgnorable(c)
                      && Character.getType(c) != Character.CONNECTOR_PUNCTUATION;
              if (isPart) {
                word.appendCodePoint(c);
              } else if (!word.isEmpty()) {
                words.add(word.toString());
                word.setLength(0);
              }
            });
    if (!word.isEmpty()) {
      words.add(word.toString());
    }
    boolean isShouted = words.stream().allMatch(each -> each.equals(each.toUpperCase(Locale.ROOT)));
    return isShouted ? words.stream().map(each -> each.toLowerCase(Locale.ROOT)).toList() : words;
  }

  private static String capital(String word) {
    int first = word.offsetByCodePoints(0, 1);
    return word.substring(0, first).toUpperCase(Locale.ROOT) + word.substring(first);
  }

  /** Makes the capitals at the start small: "URLPath" becomes "urlPath". */
  private static String decapital(String word) {
    int capitals = 0;
    while (capitals < word.length() && Character.isUpperCase(word.charAt(capitals))) {
      capitals++;
    }
    boolean isFollowed = capitals < word.length() && Character.isLowerCase(word.charAt(capitals));
    int small = capitals > 1 && isFollowed ? capitals - 1 : capitals;
    return word.substring(0, small).toLowerCase(Locale.ROOT) + word.substring(small);
  }
}
