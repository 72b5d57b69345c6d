package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Anything in Java that can carry one of our annotations. */
public interface JavaElement {
  /** The element as in its source, such as {@code BerthDesk.quoteStay(int)}. */
  String signature();

  /**
   * Its documentation in the source as plain text, such as its Javadoc; empty if there is none, or
   * if it is not known here.
   */
  String doc();

  /** The annotation of that type, or null. */
  <A extends Annotation> @Nullable A annotation(Class<A> type);

  /**
   * The classes that a member of an annotation on this element lists; empty without the annotation.
   */
  List<JavaType> classes(Class<? extends Annotation> annotation, String member);
}
