package org.calmanchor.core.read;

import java.lang.reflect.Executable;

/** The way back from the view of Java to reflection, for planning. */
public final class Reflection {
  private Reflection() {}

  /** The view of {@code type}. */
  public static JavaType typeOf(Class<?> type) {
    return new ReflectedType(type);
  }

  /**
   * The class behind a type's view.
   *
   * @throws IllegalArgumentException when the view was not made from classes
   */
  public static Class<?> classOf(JavaType type) {
    if (type instanceof ReflectedType reflected) {
      return reflected.raw();
    }
    throw new IllegalArgumentException("not read from a class: " + type.signature());
  }

  /**
   * The method or constructor behind its view.
   *
   * @throws IllegalArgumentException when the view was not made from classes
   */
  public static Executable executableOf(JavaMethod method) {
    if (method instanceof ReflectedMethod reflected) {
      return reflected.executable();
    }
    throw new IllegalArgumentException("not read from a class: " + method.signature());
  }
}
