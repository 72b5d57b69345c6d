package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.Executable;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * A method or constructor as reflection sees it.
 *
 * @param owner the type through which it is called, for people
 * @param declaring the type that declares it, with what its variables stand for
 */
record ReflectedMethod(
    Class<?> owner, ReflectedType declaring, Executable executable, List<JavaMethod> overridden)
    implements JavaMethod {

  @Override
  public String name() {
    return executable instanceof Method ? executable.getName() : owner.getSimpleName();
  }

  @Override
  public String signature() {
    return Arrays.stream(executable.getAnnotatedParameterTypes())
        .map(type -> declaring.within(type).signature())
        .collect(Collectors.joining(", ", owner.getSimpleName() + "." + name() + "(", ")"));
  }

  @Override
  public List<JavaMember> parameters() {
    String signature = signature();
    return IntStream.range(0, executable.getParameterCount())
        .<JavaMember>mapToObj(
            i -> ReflectedMember.of(signature, executable, i, declaring, () -> parameterDoc(i)))
        .toList();
  }

  @Override
  public JavaMember result() {
    return ReflectedMember.resultOf(signature(), executable, declaring, this::resultDoc);
  }

  @Override
  public List<JavaType> thrown() {
    return Arrays.stream(executable.getAnnotatedExceptionTypes())
        .<JavaType>map(declaring::within)
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
  public boolean isOfEveryObject() {
    return isOfObject()
        || HostMethods.isOne(name(), executable.getParameterCount(), this::isOwnerA);
  }

  private boolean isOwnerA(String type) {
    return ReflectedType.of(owner, declaring.added()).isA(type);
  }

  private boolean isOfObject() {
    return Arrays.stream(Object.class.getDeclaredMethods())
        .anyMatch(
            method ->
                method.getName().equals(name())
                    && Arrays.equals(method.getParameterTypes(), executable.getParameterTypes()));
  }

  @Override
  public String doc() {
    String own = index().doc(key());
    return own.isEmpty() ? inheritedDoc(JavaMethod::doc) : own;
  }

  private SourceIndex index() {
    return declaring.added().indexOf(executable.getDeclaringClass());
  }

  private String key() {
    return AddedAnnotations.keyOf(executable);
  }

  private String parameterDoc(int position) {
    String own = index().parameterDoc(key(), position);
    return own.isEmpty() ? inheritedDoc(m -> m.parameters().get(position).doc()) : own;
  }

  private String resultDoc() {
    String own = index().resultDoc(key());
    return own.isEmpty() ? inheritedDoc(m -> m.result().doc()) : own;
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> type) {
    return declaring.added().on(executable, type);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return ReflectedAnnotations.classes(declaring, executable, annotation, member);
  }
}
