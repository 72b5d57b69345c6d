package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.Field;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** An enum constant as reflection sees it. */
record ReflectedConstant(Field field, AddedAnnotations added) implements JavaConstant {
  @Override
  public String name() {
    return field.getName();
  }

  @Override
  public String signature() {
    return field.getDeclaringClass().getSimpleName() + "." + field.getName();
  }

  @Override
  public String doc() {
    return added.indexOf(field.getDeclaringClass()).doc(field.getName());
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> type) {
    return added.on(field, type);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return List.of();
  }
}
