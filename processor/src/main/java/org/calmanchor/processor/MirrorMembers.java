package org.calmanchor.processor;

import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.MethodFinder;
import org.calmanchor.core.introspection.PropertyFinder;
import org.jspecify.annotations.Nullable;

/** The methods and properties of a type, including inherited ones. */
final class MirrorMembers
    implements MethodFinder.Declared<MirrorType, ExecutableElement>,
        PropertyFinder.Declared<VariableElement, ExecutableElement> {
  private static final Set<Modifier> NOT_INHERITED = Set.of(Modifier.PRIVATE, Modifier.STATIC);
  private static final Set<Modifier> NO_STATE = Set.of(Modifier.STATIC, Modifier.TRANSIENT);

  private final Mirrors mirrors;

  private MirrorMembers(Mirrors mirrors) {
    this.mirrors = mirrors;
  }

  static List<JavaMethod> methods(MirrorType type) {
    return new MethodFinder<>(new MirrorMembers(type.mirrors())).methods(type);
  }

  static List<JavaMember> properties(MirrorType type) {
    PropertyFinder<VariableElement, ExecutableElement> finder =
        new PropertyFinder<>(new MirrorMembers(type.mirrors()));
    MirrorType at = type;
    while (at != null && !at.name().equals("java.lang.Object")) {
      finder.addFields(
          ElementFilter.fieldsIn(at.element().getEnclosedElements()).stream()
              .filter(field -> field.getModifiers().stream().noneMatch(NO_STATE::contains))
              .toList());
      finder.addMethods(
          ElementFilter.methodsIn(at.element().getEnclosedElements()).stream()
              .filter(method -> !method.getModifiers().contains(Modifier.STATIC))
              .sorted(Comparator.comparing(ExecutableElement::toString))
              .toList());
      MirrorType above = (MirrorType) at.superclass();
      at = above == null || above.annotation(ComplexType.class) != null ? null : above;
    }
    return finder.all().stream()
        .<JavaMember>map(property -> MirrorMember.of(type, property))
        .toList();
  }

  @Override
  public List<ExecutableElement> declaredMethods(MirrorType type) {
    return ElementFilter.methodsIn(type.element().getEnclosedElements());
  }

  @Override
  public boolean isInherited(ExecutableElement method) {
    return method.getModifiers().stream().noneMatch(NOT_INHERITED::contains);
  }

  @Override
  public String key(ExecutableElement method, MirrorType declaring) {
    List<? extends VariableElement> parameters = method.getParameters();
    TypeUses none = TypeUses.ofCompiler(mirrors.model());
    return IntStream.range(0, parameters.size())
        .mapToObj(i -> parameters.get(i).asType())
        .map(type -> erasure(declaring.within(type, none), type))
        .collect(Collectors.joining(", ", method.getSimpleName() + "(", ")"));
  }

  /** The erasure of a type (JLS 4.6), type variables resolved. */
  private String erasure(JavaType type, TypeMirror declared) {
    return switch (type.kind()) {
      case VARIABLE -> mirrors.model().erasedName(declared);
      case ARRAY ->
          erasure(
                  type.arguments().get(0),
                  declared instanceof ArrayType array ? array.getComponentType() : declared)
              + "[]";
      default -> type.name();
    };
  }

  @Override
  public @Nullable MirrorType superclass(MirrorType type) {
    return (MirrorType) type.superclass();
  }

  @Override
  public List<MirrorType> interfaces(MirrorType type) {
    return type.interfaces().stream().map(MirrorType.class::cast).toList();
  }

  @Override
  public JavaMethod view(
      MirrorType owner,
      MirrorType declaring,
      ExecutableElement method,
      List<JavaMethod> overridden) {
    return new MirrorMethod(owner, declaring, method, overridden);
  }

  @Override
  public String field(VariableElement field) {
    return field.getSimpleName().toString();
  }

  @Override
  public String method(ExecutableElement method) {
    return method.getSimpleName().toString();
  }

  @Override
  public int parameters(ExecutableElement method) {
    return method.getParameters().size();
  }

  @Override
  public boolean hasResult(ExecutableElement method) {
    return method.getReturnType().getKind() != TypeKind.VOID;
  }

  @Override
  public boolean hasTypeOf(ExecutableElement method, VariableElement field) {
    return mirrors
        .model()
        .types()
        .isSameType(
            mirrors.model().types().erasure(method.getReturnType()),
            mirrors.model().types().erasure(field.asType()));
  }
}
