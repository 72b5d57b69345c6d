package org.calmanchor.core.schema;

import org.jspecify.annotations.Nullable;

/** The kinds of global components; each has its own names (XML Schema 1.0 part 1, section 2.5). */
enum ComponentKind {
  ELEMENT("element"),
  TYPE("type"),
  ATTRIBUTE("attribute"),
  GROUP("model group"),
  ATTRIBUTE_GROUP("attribute group");

  private final String words;

  ComponentKind(String words) {
    this.words = words;
  }

  /** The kind in words. */
  String words() {
    return words;
  }

  /** The kind that an element of a schema declares; null for others. */
  static @Nullable ComponentKind of(String element) {
    return switch (element) {
      case "element" -> ELEMENT;
      case "simpleType", "complexType" -> TYPE;
      case "attribute" -> ATTRIBUTE;
      case "group" -> GROUP;
      case "attributeGroup" -> ATTRIBUTE_GROUP;
      default -> null;
    };
  }
}
