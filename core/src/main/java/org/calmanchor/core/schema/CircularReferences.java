package org.calmanchor.core.schema;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;

/**
 * Reports types that are derived from themselves, and groups that contain themselves (XML Schema
 * 1.0 part 1, sections 3.4.6 and 3.8.6).
 */
final class CircularReferences {
  private static final List<String> TYPE_ATTRIBUTES = List.of("base", "itemType", "memberTypes");

  private final ComponentIndex index;

  CircularReferences(ComponentIndex index) {
    this.index = index;
  }

  void report() {
    report(ComponentKind.TYPE, "is derived from itself");
    report(ComponentKind.GROUP, "contains itself");
    report(ComponentKind.ELEMENT, "is in its own substitution group");
  }

  private void report(ComponentKind kind, String what) {
    Set<QName> finished = new HashSet<>();
    index
        .all(kind)
        .forEach(
            (name, declared) -> {
              if (reachesItself(kind, name, finished)) {
                index.invalid(
                    declared.scope(),
                    declared.node(),
                    "the " + kind.words() + " " + name.getLocalPart() + " " + what + ".",
                    "Remove one of the references in the circle.");
              }
            });
  }

  private boolean reachesItself(ComponentKind kind, QName name, Set<QName> finished) {
    Set<QName> reached = new HashSet<>();
    List<QName> open = new ArrayList<>(next(kind, name));
    while (!open.isEmpty()) {
      QName at = open.remove(open.size() - 1);
      if (at.equals(name)) {
        return true;
      }
      if (!finished.contains(at) && reached.add(at)) {
        open.addAll(next(kind, at));
      }
    }
    finished.add(name);
    return false;
  }

  private List<QName> next(ComponentKind kind, QName name) {
    ComponentIndex.Declared declared = index.find(kind, name);
    List<QName> next = new ArrayList<>();
    if (declared != null) {
      switch (kind) {
        case ELEMENT -> add(declared, declared.node(), "substitutionGroup", next);
        case GROUP -> groups(declared, declared.node(), next);
        default -> derivations(declared, declared.node(), next);
      }
    }
    return next;
  }

  private static void add(
      ComponentIndex.Declared declared, XmlNode node, String attribute, List<QName> next) {
    for (String word : SimpleTypeReader.words(node.attributeOr(attribute, ""))) {
      next.add(declared.scope().resolve(node, word));
    }
  }

  /** The groups to which a group refers; what its elements contain is of no concern. */
  private static void groups(ComponentIndex.Declared declared, XmlNode node, List<QName> next) {
    for (XmlNode child : node.childrenIn(Names.XSD)) {
      switch (child.name().getLocalPart()) {
        case "group" -> add(declared, child, "ref", next);
        case "sequence", "choice", "all" -> groups(declared, child, next);
        default -> {
          // An element or wildcard.
        }
      }
    }
  }

  /** The types from which a type is derived, those of anonymous types inside included. */
  private static void derivations(
      ComponentIndex.Declared declared, XmlNode node, List<QName> next) {
    for (XmlNode child : node.childrenIn(Names.XSD)) {
      switch (child.name().getLocalPart()) {
        case "restriction", "extension", "list", "union" -> {
          TYPE_ATTRIBUTES.forEach(attribute -> add(declared, child, attribute, next));
          derivations(declared, child, next);
        }
        case "simpleContent", "complexContent", "simpleType" -> derivations(declared, child, next);
        default -> {
          // Content, attributes and facets do not derive the type.
        }
      }
    }
  }
}
