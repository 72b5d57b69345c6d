package org.calmanchor.core.read;

/** An enum constant. */
public interface JavaConstant extends JavaElement {
  /** Its name. */
  String name();
}
