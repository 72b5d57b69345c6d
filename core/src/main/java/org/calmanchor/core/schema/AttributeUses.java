package org.calmanchor.core.schema;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Wildcard;
import org.jspecify.annotations.Nullable;

/** The attributes in a complex type, with those of the attribute groups to which it refers. */
final class AttributeUses {
  private final AttributeUseReader reader;
  private final Map<QName, AttributeUse> uses = new LinkedHashMap<>();
  private final Set<QName> withheld = new LinkedHashSet<>();
  private final Set<QName> added = new LinkedHashSet<>();
  private @Nullable Wildcard any;

  AttributeUses(AttributeUseReader reader) {
    this.reader = reader;
  }

  List<AttributeUse> uses() {
    return List.copyOf(uses.values());
  }

  /** The attributes that a restriction prohibits. */
  Set<QName> withheld() {
    return withheld;
  }

  @Nullable Wildcard any() {
    return any;
  }

  /** Adds the attributes inside a complex type, a derivation or an attribute group. */
  AttributeUses add(XmlNode node, SchemaScope scope) {
    add(node, scope, new LinkedHashSet<>());
    return this;
  }

  private void add(XmlNode node, SchemaScope scope, Set<QName> groups) {
    for (XmlNode child : node.childrenIn(Names.XSD)) {
      switch (child.name().getLocalPart()) {
        case "attribute" -> attribute(child, scope);
        case "attributeGroup" -> group(child, scope, groups);
        case "anyAttribute" -> {
          Wildcard own = WildcardReader.read(child, scope, reader.index());
          // Wildcards of groups and of the type apply together (section 3.4.2).
          any =
              any == null
                  ? own
                  : new Wildcard(own.namespaces().intersection(any.namespaces()), own.processing());
        }
        default -> {
          // The content, which others read.
        }
      }
    }
  }

  private void attribute(XmlNode node, SchemaScope scope) {
    AttributeUse use = reader.use(node, scope);
    if (use == null) {
      return;
    }
    if (node.attributeOr("use", "optional").strip().equals("prohibited")) {
      withheld.add(use.name());
    } else if (uses.put(use.name(), use) != null) {
      reader
          .index()
          .invalid(
              scope, node, "the attribute " + use.name() + " stands twice.", "Keep one of them.");
    }
  }

  private void group(XmlNode node, SchemaScope scope, Set<QName> groups) {
    String prefixed = node.attribute("ref");
    if (prefixed == null) {
      reader.index().invalid(scope, node, "an attribute group needs ref.", "Write ref=\"...\".");
      return;
    }
    QName name = reader.index().referred(ComponentKind.ATTRIBUTE_GROUP, scope, node, prefixed);
    if (name == null) {
      return;
    }
    if (!groups.add(name)) {
      reader
          .index()
          .invalid(
              scope,
              node,
              "the attribute group " + name.getLocalPart() + " contains itself.",
              "Remove this reference.");
      return;
    }
    ComponentIndex.Declared declared = reader.index().find(ComponentKind.ATTRIBUTE_GROUP, name);
    // A second reference adds nothing; following it could take for ever in nested groups.
    if (declared != null && added.add(name)) {
      add(declared.node(), declared.scope(), groups);
    }
    groups.remove(name);
  }
}
