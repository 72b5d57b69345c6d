package org.calmanchor.core.schema;

import java.util.LinkedHashSet;
import java.util.Set;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.NamespaceConstraint;
import org.calmanchor.core.model.Wildcard;

/** Reads wildcards (XML Schema 1.0 part 1, section 3.10.2). */
final class WildcardReader {
  private WildcardReader() {}

  static Wildcard read(XmlNode node, SchemaScope scope, ComponentIndex index) {
    Wildcard.Processing processing =
        switch (node.attributeOr("processContents", "strict").strip()) {
          case "strict" -> Wildcard.Processing.STRICT;
          case "lax" -> Wildcard.Processing.LAX;
          case "skip" -> Wildcard.Processing.SKIP;
          default -> {
            index.invalid(
                scope,
                node,
                "processContents is \"" + node.attribute("processContents") + "\".",
                "Write strict, lax or skip.");
            yield Wildcard.Processing.LAX;
          }
        };
    return new Wildcard(namespaces(node.attributeOr("namespace", "##any"), scope), processing);
  }

  private static NamespaceConstraint namespaces(String written, SchemaScope scope) {
    String words = written.strip();
    if (words.equals("##any")) {
      return NamespaceConstraint.ANY;
    }
    if (words.equals("##other")) {
      return NamespaceConstraint.other(scope.namespace());
    }
    Set<String> names = new LinkedHashSet<>();
    for (String word : SimpleTypeReader.words(words)) {
      names.add(
          switch (word) {
            case "##targetNamespace" -> scope.namespace();
            case "##local" -> "";
            default -> word;
          });
    }
    return NamespaceConstraint.of(names);
  }
}
