package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.lang.reflect.Executable;
import java.lang.reflect.Modifier;
import java.lang.reflect.Type;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A method or constructor as reflection sees it. */
record ReflectedMethod(Class<?> owner, Executable executable, String name, Type returned)
    implements JavaMethod {

  @Override
  public String signature() {
    return Arrays.stream(executable.getGenericParameterTypes())
        .map(type -> new ReflectedType(type).signature())
        .collect(Collectors.joining(", ", owner.getSimpleName() + "." + name + "(", ")"));
  }

  @Override
  public List<JavaMember> parameters() {
    return IntStream.range(0, executable.getParameterCount())
        .<JavaMember>mapToObj(i -> ReflectedMember.of(signature(), executable, i))
        .toList();
  }

  @Override
  public JavaMember result() {
    return ReflectedMember.resultOf(signature(), executable, returned);
  }

  @Override
  public List<JavaType> thrown() {
    return Arrays.stream(executable.getGenericExceptionTypes())
        .<JavaType>map(ReflectedType::new)
        .toList();
  }

  @Override
  public boolean isPublic() {
    return Modifier.isPublic(executable.getModifiers());
  }

  @Override
  public boolean isStatic() {
    return Modifier.isStatic(executable.getModifiers());
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> type) {
    return executable.getAnnotation(type);
  }
}
