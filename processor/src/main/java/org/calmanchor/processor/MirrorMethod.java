package org.calmanchor.processor;

import java.lang.annotation.Annotation;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import org.calmanchor.core.introspection.HostMethods;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.SourceIndex;
import org.jspecify.annotations.Nullable;

/** A method or constructor as the compiler sees it. */
final class MirrorMethod implements JavaMethod {
  private final MirrorType owner;
  private final MirrorType declaring;
  private final ExecutableElement method;
  private final List<JavaMethod> overridden;
  private @Nullable String signature;

  /**
   * Creates the view of {@code method}.
   *
   * @param owner the type through which it is called, for people
   * @param declaring the type that declares it, with what its variables stand for
   */
  MirrorMethod(
      MirrorType owner,
      MirrorType declaring,
      ExecutableElement method,
      List<JavaMethod> overridden) {
    this.owner = owner;
    this.declaring = declaring;
    this.method = method;
    this.overridden = overridden;
  }

  /** The type that declares it. */
  MirrorType declaring() {
    return declaring;
  }

  /** The compiler's element. */
  ExecutableElement method() {
    return method;
  }

  @Override
  public List<JavaMethod> overridden() {
    return overridden;
  }

  @Override
  public String name() {
    return method.getKind() == ElementKind.CONSTRUCTOR
        ? owner.simpleName()
        : method.getSimpleName().toString();
  }

  @Override
  public String signature() {
    String known = signature;
    if (known == null) {
      TypeUses uses = TypeUses.ofCompiler(mirrors().model());
      known =
          method.getParameters().stream()
              .map(parameter -> declaring.within(parameter.asType(), uses).signature())
              .collect(Collectors.joining(", ", owner.simpleName() + "." + name() + "(", ")"));
      signature = known;
    }
    return mirrors().places().of(known, method);
  }

  Mirrors mirrors() {
    return declaring.mirrors();
  }

  @Override
  public List<JavaMember> parameters() {
    String signature = signature();
    return IntStream.range(0, method.getParameters().size())
        .<JavaMember>mapToObj(
            i -> MirrorMember.parameter(this, signature, i, () -> parameterDoc(i)))
        .toList();
  }

  /** The name of a parameter; null if neither class file nor index has it. */
  @Nullable String parameterName(int position) {
    ClassFile file = mirrors().classFile(declaring.element());
    if (file == null) {
      VariableElement parameter = method.getParameters().get(position);
      return parameter.getSimpleName().toString();
    }
    String name = file.parameterName(method, position);
    return name == null ? index().parameterName(key(), position) : name;
  }

  /** The annotations on the type of a parameter. */
  TypeUses parameterUses(int position) {
    ClassFile file = mirrors().classFile(declaring.element());
    return file == null ? TypeUses.ofCompiler(mirrors().model()) : file.parameter(method, position);
  }

  @Override
  public JavaMember result() {
    return MirrorMember.result(this, this::resultDoc);
  }

  /** The annotations on the type of the result. */
  TypeUses resultUses() {
    ClassFile file = mirrors().classFile(declaring.element());
    return file == null ? TypeUses.ofCompiler(mirrors().model()) : file.result(method);
  }

  @Override
  public List<JavaType> thrown() {
    TypeUses uses = TypeUses.ofCompiler(mirrors().model());
    return method.getThrownTypes().stream()
        .<JavaType>map(type -> declaring.within(type, uses))
        .toList();
  }

  @Override
  public boolean isPublic() {
    return method.getModifiers().contains(Modifier.PUBLIC);
  }

  @Override
  public boolean isStatic() {
    return method.getModifiers().contains(Modifier.STATIC);
  }

  @Override
  public boolean isOfEveryObject() {
    return mirrors().model().isOfObject(key())
        || HostMethods.isOne(name(), method.getParameters().size(), owner::isA);
  }

  private SourceIndex index() {
    return mirrors().index(declaring.element());
  }

  private String key() {
    return mirrors().model().indexKey(method);
  }

  @Override
  public String doc() {
    String own = index().doc(key());
    return own.isEmpty() ? inheritedDoc(JavaMethod::doc) : own;
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
    return MirrorAnnotation.find(mirrors().annotations(method), type);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return MirrorType.classes(mirrors(), mirrors().annotations(method), annotation, member);
  }

  /** The type of its result as declared. */
  TypeMirror resultType() {
    return method.getReturnType();
  }
}
