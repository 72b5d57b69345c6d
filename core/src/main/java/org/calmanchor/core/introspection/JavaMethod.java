package org.calmanchor.core.introspection;

import java.util.List;
import java.util.function.Function;

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

  /**
   * The first documentation that a method has among those that this one overrides or implements.
   *
   * @param part finds it: the method's own, or that of a parameter or result
   */
  default String inheritedDoc(Function<JavaMethod, String> part) {
    return overridden().stream().map(part).filter(doc -> !doc.isEmpty()).findFirst().orElse("");
  }

  /** Whether it is public. */
  boolean isPublic();

  /** Whether it is static. */
  boolean isStatic();

  /** Whether it is a method of {@code Object}, such as {@code toString()}, overridden or not. */
  boolean isOfEveryObject();
}
