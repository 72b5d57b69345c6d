package org.calmanchor.core.model;

/** What a member of a structure is in XML. */
public enum NodeKind {
  /** A child element. */
  ELEMENT,
  /** An attribute. */
  ATTRIBUTE,
  /** The text of simple content. */
  TEXT
}
