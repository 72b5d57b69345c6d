package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.Modifier;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.lang.reflect.WildcardType;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A Java type as reflection sees it. */
final class ReflectedType implements JavaType {
  private final Type type;
  private final @Nullable AnnotatedType use;
  private final Class<?> raw;
  private final List<JavaType> arguments;
  private final AddedAnnotations added;

  ReflectedType(
      Type type,
      @Nullable AnnotatedType use,
      Map<TypeVariable<?>, ReflectedType> outer,
      AddedAnnotations added) {
    this.added = added;
    this.type = type;
    this.use = use;
    this.raw = Erasure.of(type);
    this.arguments = new TypeArguments(outer, added).of(type, use);
  }

  private ReflectedType(Class<?> raw, List<JavaType> arguments, AddedAnnotations added) {
    this.added = added;
    this.type = raw;
    this.use = null;
    this.raw = raw;
    this.arguments = List.copyOf(arguments);
  }

  /** The view of a class, with added annotations for it and all types that it refers to. */
  public static ReflectedType of(Class<?> type, AddedAnnotations added) {
    return new ReflectedType(type, null, Map.of(), added);
  }

  /** The view of a class with type arguments. */
  public static ReflectedType of(Class<?> type, List<JavaType> arguments, AddedAnnotations added) {
    return new ReflectedType(type, arguments, added);
  }

  /**
   * The view of a type used in this type's declaration, with type variables replaced by this type's
   * arguments.
   */
  ReflectedType within(AnnotatedType use) {
    return new TypeArguments(scope(), added).resolved(use.getType(), use);
  }

  Class<?> raw() {
    return raw;
  }

  AddedAnnotations added() {
    return added;
  }

  /** The type arguments by type variable. */
  private Map<TypeVariable<?>, ReflectedType> scope() {
    TypeVariable<?>[] variables = raw.getTypeParameters();
    if (variables.length == 0 || variables.length != arguments.size()) {
      return Map.of();
    }
    Map<TypeVariable<?>, ReflectedType> scope = new HashMap<>();
    for (int i = 0; i < variables.length; i++) {
      scope.put(variables[i], (ReflectedType) arguments.get(i));
    }
    return scope;
  }

  @Override
  public Kind kind() {
    return Erasure.kindOf(type);
  }

  @Override
  public String name() {
    return raw.getName();
  }

  @Override
  public String simpleName() {
    return raw.getSimpleName();
  }

  @Override
  public List<JavaType> arguments() {
    return arguments;
  }

  @Override
  public boolean isGeneric() {
    return raw.getTypeParameters().length > 0;
  }

  @Override
  public boolean isA(String name) {
    if (raw.getName().equals(name)) {
      return true;
    }
    JavaType above = superclass();
    return (above != null && above.isA(name))
        || interfaces().stream().anyMatch(each -> each.isA(name));
  }

  @Override
  public @Nullable JavaType superclass() {
    AnnotatedType above = raw.getAnnotatedSuperclass();
    return above == null || raw.isArray() ? null : within(above);
  }

  @Override
  public List<JavaType> interfaces() {
    return Arrays.stream(raw.getAnnotatedInterfaces()).<JavaType>map(this::within).toList();
  }

  @Override
  public List<JavaType> permitted() {
    Class<?>[] permitted = raw.getPermittedSubclasses();
    return permitted == null
        ? List.of()
        : new PermittedTypes<>(this, (each, found) -> of(each.raw, found, added))
            .among(Arrays.stream(permitted).map(this::permitted).toList());
  }

  private PermittedTypes.Permitted<ReflectedType> permitted(Class<?> subtype) {
    return new PermittedTypes.Permitted<>(
        of(subtype, added),
        Arrays.stream(subtype.getTypeParameters()).map(TypeVariable::getName).toList());
  }

  @Override
  public boolean isAbstract() {
    return Modifier.isAbstract(raw.getModifiers());
  }

  @Override
  public List<JavaMember> components() {
    if (!raw.isRecord()) {
      return List.of();
    }
    return Arrays.stream(raw.getRecordComponents())
        .<JavaMember>map(component -> ReflectedMember.of(this, component))
        .toList();
  }

  @Override
  public List<JavaMember> properties() {
    return ReflectedClass.properties(this);
  }

  @Override
  public List<JavaConstant> constants() {
    if (!raw.isEnum()) {
      return List.of();
    }
    return Arrays.stream(raw.getDeclaredFields())
        .filter(field -> field.isEnumConstant())
        .<JavaConstant>map(field -> new ReflectedConstant(field, added))
        .toList();
  }

  @Override
  public List<JavaMethod> methods() {
    return ReflectedClass.methods(this);
  }

  @Override
  public List<JavaMethod> constructors() {
    return Arrays.stream(raw.getConstructors())
        .<JavaMethod>map(c -> new ReflectedMethod(raw, this, c, List.of()))
        .sorted(Comparator.comparing(JavaMethod::signature))
        .toList();
  }

  @Override
  public boolean hasPlainConstructor() {
    return Arrays.stream(raw.getDeclaredConstructors()).anyMatch(c -> c.getParameterCount() == 0);
  }

  @Override
  public @Nullable URI resource(String path) {
    URL found = raw.getResource(path);
    try {
      return found == null ? null : found.toURI();
    } catch (URISyntaxException malformed) {
      throw new IllegalStateException("a class loader gave " + found, malformed);
    }
  }

  @Override
  public @Nullable String missingOpens() {
    return ReflectedClass.missingOpens(this);
  }

  @Override
  public String signature() {
    if (raw.isArray()) {
      return arguments.get(0).signature() + "[]";
    }
    if (type instanceof TypeVariable<?> || type instanceof WildcardType) {
      // The name of a wildcard contains its bounds with their packages.
      return type.getTypeName().replaceAll("[\\w.$]*[.$](?=\\w)", "");
    }
    return arguments.isEmpty()
        ? simpleName()
        : arguments.stream()
            .map(JavaElement::signature)
            .collect(Collectors.joining(", ", simpleName() + "<", ">"));
  }

  @Override
  public String doc() {
    return added.indexOf(raw).doc();
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> annotation) {
    return added.on(raw, annotation);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return ReflectedAnnotations.classes(this, raw, annotation, member);
  }

  @Override
  public <A extends Annotation> @Nullable A useAnnotation(Class<A> annotation) {
    return use == null ? null : use.getAnnotation(annotation);
  }

  @Override
  public List<JavaAnnotation> useConstraints() {
    return use == null ? List.of() : ReflectedAnnotations.constraints(use);
  }

  @Override
  public List<JavaAnnotation> classConstraints() {
    return ReflectedAnnotations.constraints(raw);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof ReflectedType that
        && raw == that.raw
        && kind() == that.kind()
        && arguments.equals(that.arguments)
        && JavaType.haveSameShape(this, that);
  }

  @Override
  public int hashCode() {
    return raw.hashCode() * 31 + arguments.hashCode();
  }

  @Override
  public String toString() {
    return signature();
  }
}
