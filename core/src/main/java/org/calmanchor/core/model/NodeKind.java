package org.calmanchor.core.model;

/** What a member of a structure is in XML. */
public enum NodeKind {
  /** A child element. */
  ELEMENT,
  /** An attribute. */
  ATTRIBUTE,
  /** The text of simple content. */
  TEXT,
  /** All that stands in complex content whose elements cannot be told by their names alone. */
  CONTENT,
  /** The elements that stand for a wildcard. */
  ANY,
  /** The attributes of any name. */
  OTHER_ATTRIBUTES
}
