package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.util.List;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.jspecify.annotations.Nullable;

/** A member seen as the value inside its container, such as the stage of an asynchronous result. */
record UnwrappedMember(JavaMember outer, JavaType type) implements JavaMember {
  @Override
  public @Nullable String name() {
    return outer.name();
  }

  @Override
  public String signature() {
    return outer.signature();
  }

  @Override
  public String doc() {
    return outer.doc();
  }

  @Override
  public boolean isNullable() {
    return outer.isNullable();
  }

  @Override
  public List<JavaAnnotation> constraints() {
    return type.useConstraints();
  }

  @Override
  public boolean isContradictory(Class<? extends Annotation> annotation) {
    return outer.isContradictory(annotation);
  }

  @Override
  public boolean isReadable() {
    return outer.isReadable();
  }

  @Override
  public @Nullable String setter() {
    return null;
  }

  @Override
  public boolean isWritable() {
    return outer.isWritable();
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> annotation) {
    return outer.annotation(annotation);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return outer.classes(annotation, member);
  }
}
