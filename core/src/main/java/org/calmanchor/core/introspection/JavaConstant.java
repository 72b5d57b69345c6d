package org.calmanchor.core.introspection;

/** An enum constant. */
public interface JavaConstant extends JavaElement {
  /** Its name. */
  String name();
}
