package org.calmanchor.draft;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import javax.lang.model.SourceVersion;

/** Makes names of packages of namespaces. */
final class PackageNames {
  private PackageNames() {}

  /**
   * Refuses what is no name of a package.
   *
   * @throws IllegalArgumentException which says so
   */
  static void require(String name) {
    if (!SourceVersion.isName(name)) {
      throw new IllegalArgumentException(
          "\"" + name + "\" is no name of a package; write one such as harbor.pilots");
    }
  }

  /** The name for a namespace: {@code saltmere.pilots} for {@code urn:saltmere:pilots}. */
  static String of(String namespace) {
    boolean hasHost = namespace.matches("https?://.*");
    String rest = namespace.replaceFirst("^(https?://|urn:)", "").replaceFirst("[?#].*$", "");
    int path = rest.indexOf('/');
    List<String> words = new ArrayList<>();
    if (hasHost) {
      String host = path < 0 ? rest : rest.substring(0, path);
      List<String> labels =
          new ArrayList<>(List.of(host.replaceFirst(":.*$", "").split("\\.", -1)));
      Collections.reverse(labels);
      words.addAll(labels);
      rest = path < 0 ? "" : rest.substring(path);
    }
    words.addAll(List.of(rest.split("[^\\p{L}\\p{N}]+", -1)));
    List<String> names =
        words.stream()
            .map(word -> word.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", ""))
            .filter(word -> !word.isEmpty() && !word.equals("www"))
            .map(word -> SourceVersion.isName(word) ? word : "_" + word)
            .toList();
    return names.isEmpty() ? "partner" : String.join(".", names);
  }
}
