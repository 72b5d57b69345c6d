package org.calmanchor.processor;

import java.lang.annotation.Annotation;
import java.util.List;
import javax.lang.model.element.VariableElement;
import org.calmanchor.core.introspection.JavaConstant;
import org.calmanchor.core.introspection.JavaType;
import org.jspecify.annotations.Nullable;

/** An enum constant as the compiler sees it. */
record MirrorConstant(MirrorType owner, VariableElement field) implements JavaConstant {
  @Override
  public String name() {
    return field.getSimpleName().toString();
  }

  @Override
  public String signature() {
    return owner.mirrors().places().of(owner.simpleName() + "." + name(), field);
  }

  @Override
  public String doc() {
    return owner.mirrors().index(owner.element()).doc(name());
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> type) {
    return MirrorAnnotation.find(owner.mirrors().annotations(field), type);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return List.of();
  }
}
