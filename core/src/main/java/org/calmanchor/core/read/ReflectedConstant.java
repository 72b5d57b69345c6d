package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.lang.reflect.Field;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** An enum constant as reflection sees it. */
record ReflectedConstant(Field field, Notes notes) implements JavaConstant {
  @Override
  public String name() {
    return field.getName();
  }

  @Override
  public String signature() {
    return field.getDeclaringClass().getSimpleName() + "." + field.getName();
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> type) {
    return notes.on(field, type);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return List.of();
  }
}
