package org.calmanchor.core.read;

import org.jspecify.annotations.Nullable;

/** Something that has a type and usually a name: a parameter or a record component. */
public interface JavaMember extends JavaElement {
  /** Its name; null for a parameter of a class compiled without {@code -parameters}. */
  @Nullable String name();

  /** Its type. */
  JavaType type();

  /** Whether an annotation of simple name {@code Nullable} stands on it or on its type's use. */
  boolean isNullable();
}
