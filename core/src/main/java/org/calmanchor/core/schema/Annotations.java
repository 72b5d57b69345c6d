package org.calmanchor.core.schema;

import java.util.List;
import java.util.stream.Collectors;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;

/** What a component's element says for people (XML Schema 1.0 part 1, section 3.13). */
final class Annotations {
  private Annotations() {}

  static String doc(XmlNode node) {
    List<XmlNode> annotations = node.children(Names.XSD, "annotation");
    if (annotations.isEmpty()) {
      return "";
    }
    return annotations.stream()
        .flatMap(annotation -> annotation.children(Names.XSD, "documentation").stream())
        .map(XmlNode::text)
        .collect(Collectors.joining("\n"));
  }

  static Origin origin(XmlNode node, SchemaScope scope) {
    return Origin.of(DocumentProblems.place(scope.location(), node));
  }
}
