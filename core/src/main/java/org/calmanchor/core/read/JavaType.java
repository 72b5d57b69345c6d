package org.calmanchor.core.read;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A Java type as it is used somewhere. {@link #annotation} finds what stands on its declaration.
 * Two uses are equal when they are of the same type with the same arguments.
 */
public interface JavaType extends JavaElement {
  /** What sort of type it is. */
  enum Kind {
    PRIMITIVE,
    VOID,
    ENUM,
    RECORD,
    CLASS,
    INTERFACE,
    ARRAY,
    VARIABLE,
    WILDCARD
  }

  /** What sort of type it is. */
  Kind kind();

  /** Its binary name, without arguments. */
  String name();

  /** Its simple name, without arguments. */
  String simpleName();

  /** Its type arguments, possibly empty; for an array, its component type. */
  List<JavaType> arguments();

  /** Whether its declaration has type parameters. */
  boolean isGeneric();

  /** Whether it is, or extends or implements, the type of that binary name. */
  boolean isA(String name);

  /** A record's components in order, else empty. */
  List<JavaMember> components();

  /** An enum's constants in order, else empty. */
  List<JavaConstant> constants();

  /** Its methods and those it inherits from classes other than Object, overridden ones left out. */
  List<JavaMethod> methods();

  /** Its public constructors. */
  List<JavaMethod> constructors();

  /** The module directive that is missing for us to use it, or null when nothing is. */
  @Nullable String missingOpens();
}
