package org.calmanchor.core.outline;

/** How far the outline of a message goes. */
public enum OutlineDepth {
  /** To the end. A structure that comes up again in the same message is not repeated. */
  FULL,
  /**
   * To the first structure that has a name. Of a type that adds to another one, only what it adds;
   * types that add to it are not mentioned.
   */
  NAMED_TYPES
}
