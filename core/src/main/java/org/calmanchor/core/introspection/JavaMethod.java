package org.calmanchor.core.introspection;

import java.util.List;

/** A method or constructor. */
public interface JavaMethod extends JavaElement {
  /** Its name. */
  String name();

  /** Its parameters in order. */
  List<JavaMember> parameters();

  /** Its result, a member without a name; of kind VOID when it has none. */
  JavaMember result();

  /** The exceptions of its {@code throws} clause in order. */
  List<JavaType> thrown();

  /** The methods that it overrides or implements. */
  List<JavaMethod> overridden();

  /** Whether it is public. */
  boolean isPublic();

  /** Whether it is static. */
  boolean isStatic();

  /** Whether it is a method of {@code Object}, such as {@code toString()}, overridden or not. */
  boolean isOfEveryObject();
}
