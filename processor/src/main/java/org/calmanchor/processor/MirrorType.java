package org.calmanchor.processor;

import java.lang.annotation.Annotation;
import java.net.URI;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.RecordComponentElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import javax.lang.model.util.ElementFilter;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaConstant;
import org.calmanchor.core.introspection.JavaElement;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.PermittedTypes;
import org.jspecify.annotations.Nullable;

/** A Java type as the compiler sees it. */
final class MirrorType implements JavaType {
  private final Mirrors mirrors;
  private final TypeMirror type;
  private final TypeElement element;
  private final List<MirrorAnnotation> onUse;
  private final List<JavaType> arguments;

  private MirrorType(
      Mirrors mirrors, TypeMirror type, List<MirrorAnnotation> onUse, List<JavaType> arguments) {
    this.mirrors = mirrors;
    this.type = type;
    this.onUse = onUse;
    this.arguments = List.copyOf(arguments);
    // A variable or wildcard can be any object, as its erasure says; arrays and primitives are
    // none.
    this.element =
        type instanceof DeclaredType declared
            ? (TypeElement) declared.asElement()
            : mirrors.model().object();
  }

  /** The view of a type as it is declared, without type arguments. */
  static MirrorType of(Mirrors mirrors, TypeElement element) {
    return of(mirrors, element, List.of());
  }

  private static MirrorType of(Mirrors mirrors, TypeElement element, List<JavaType> arguments) {
    return new MirrorType(mirrors, element.asType(), List.of(), arguments);
  }

  private static MirrorType of(Mirrors mirrors, TypeMirror named) {
    return use(mirrors, named, TypeUses.ofCompiler(mirrors.model()), Map.of());
  }

  /** The views of the classes that a member of an annotation lists. */
  static List<JavaType> classes(
      Mirrors mirrors,
      List<MirrorAnnotation> all,
      Class<? extends Annotation> annotation,
      String member) {
    return MirrorAnnotation.listed(all, annotation, member).stream()
        .<JavaType>map(each -> listed(mirrors, each))
        .toList();
  }

  private static MirrorType listed(Mirrors mirrors, Object type) {
    if (type instanceof TypeMirror mirror) {
      return of(mirrors, mirror);
    }
    // The compiler has a word in the place of a class that it does not know.
    throw new UnresolvedTypeException(type);
  }

  /**
   * The view of a type used in this type's declaration, with type variables replaced by this type's
   * arguments.
   */
  MirrorType within(TypeMirror use, TypeUses annotations) {
    return use(mirrors, use, annotations, scope());
  }

  private static MirrorType use(
      Mirrors mirrors, TypeMirror type, TypeUses uses, Map<Element, JavaType> scope) {
    if (type.getKind() == TypeKind.ERROR) {
      throw new UnresolvedTypeException(type);
    }
    if (type instanceof TypeVariable variable && scope.get(variable.asElement()) != null) {
      return (MirrorType) scope.get(variable.asElement());
    }
    List<JavaType> arguments = new ArrayList<>();
    if (type instanceof ArrayType array) {
      arguments.add(use(mirrors, array.getComponentType(), uses.component(), scope));
    } else if (type instanceof DeclaredType declared) {
      List<? extends TypeMirror> given = declared.getTypeArguments();
      for (int i = 0; i < given.size(); i++) {
        arguments.add(use(mirrors, given.get(i), uses.argument(i), scope));
      }
    }
    return new MirrorType(mirrors, type, uses.on(type), arguments);
  }

  /** The type arguments by type parameter. */
  private Map<Element, JavaType> scope() {
    List<? extends TypeParameterElement> parameters = element.getTypeParameters();
    if (parameters.isEmpty() || parameters.size() != arguments.size()) {
      return Map.of();
    }
    Map<Element, JavaType> scope = new HashMap<>();
    for (int i = 0; i < parameters.size(); i++) {
      scope.put(parameters.get(i), arguments.get(i));
    }
    return scope;
  }

  Mirrors mirrors() {
    return mirrors;
  }

  TypeElement element() {
    return element;
  }

  @Override
  public Kind kind() {
    return switch (type.getKind()) {
      case VOID -> Kind.VOID;
      case ARRAY -> Kind.ARRAY;
      case TYPEVAR -> Kind.VARIABLE;
      case WILDCARD -> Kind.WILDCARD;
      case DECLARED -> declaredKind();
      default -> Kind.PRIMITIVE;
    };
  }

  private Kind declaredKind() {
    if (name().equals("java.lang.Void")) {
      return Kind.VOID;
    }
    ElementKind kind = element.getKind();
    return switch (kind) {
      case ENUM -> Kind.ENUM;
      case RECORD -> Kind.RECORD;
      default -> kind.isInterface() ? Kind.INTERFACE : Kind.CLASS;
    };
  }

  private boolean isObject() {
    return type.getKind() == TypeKind.DECLARED;
  }

  @Override
  public String name() {
    return switch (type.getKind()) {
      case DECLARED, TYPEVAR, WILDCARD -> mirrors.model().nameOf(element);
      default -> mirrors.model().erasedName(type);
    };
  }

  @Override
  public String simpleName() {
    return switch (type.getKind()) {
      case ARRAY -> arguments.get(0).simpleName() + "[]";
      case DECLARED, TYPEVAR, WILDCARD -> element.getSimpleName().toString();
      default -> name();
    };
  }

  @Override
  public List<JavaType> arguments() {
    return arguments;
  }

  @Override
  public boolean isGeneric() {
    return isObject() && !element.getTypeParameters().isEmpty();
  }

  @Override
  public boolean isA(String name) {
    if (name().equals(name)) {
      return true;
    }
    JavaType above = superclass();
    return (above != null && above.isA(name))
        || interfaces().stream().anyMatch(each -> each.isA(name));
  }

  @Override
  public @Nullable JavaType superclass() {
    TypeMirror above = element.getSuperclass();
    return !isObject() || above.getKind() == TypeKind.NONE ? null : within(above, supertype(-1));
  }

  @Override
  public List<JavaType> interfaces() {
    List<JavaType> all = new ArrayList<>();
    List<? extends TypeMirror> named = isObject() ? element.getInterfaces() : List.of();
    for (int i = 0; i < named.size(); i++) {
      all.add(within(named.get(i), supertype(i)));
    }
    return all;
  }

  private TypeUses supertype(int position) {
    ClassFile file = mirrors.classFile(element);
    return file == null ? TypeUses.ofCompiler(mirrors.model()) : file.supertype(position);
  }

  @Override
  public List<JavaType> permitted() {
    List<PermittedTypes.Permitted<MirrorType>> permitted =
        isObject()
            ? element.getPermittedSubclasses().stream().map(this::permitted).toList()
            : List.of();
    return new PermittedTypes<>(this, (each, found) -> of(mirrors, each.element, found))
        .among(permitted);
  }

  private PermittedTypes.Permitted<MirrorType> permitted(TypeMirror subtype) {
    if (subtype.getKind() == TypeKind.ERROR) {
      throw new UnresolvedTypeException(subtype);
    }
    TypeElement declared = (TypeElement) ((DeclaredType) subtype).asElement();
    return new PermittedTypes.Permitted<>(
        of(mirrors, declared),
        declared.getTypeParameters().stream()
            .map(each -> each.getSimpleName().toString())
            .toList());
  }

  @Override
  public boolean isAbstract() {
    // As reflection has it, which calls interfaces, arrays and primitive types abstract.
    return switch (type.getKind()) {
      case DECLARED -> element.getModifiers().contains(Modifier.ABSTRACT);
      case TYPEVAR, WILDCARD -> false;
      default -> true;
    };
  }

  @Override
  public List<JavaMember> components() {
    List<? extends RecordComponentElement> components =
        isObject() ? element.getRecordComponents() : List.of();
    if (components.isEmpty()) {
      return List.of();
    }
    Map<String, VariableElement> fields = new HashMap<>();
    for (VariableElement field : ElementFilter.fieldsIn(element.getEnclosedElements())) {
      fields.put(field.getSimpleName().toString(), field);
    }
    List<JavaMember> members = new ArrayList<>();
    components.forEach(component -> members.add(MirrorMember.of(this, component, fields)));
    return members;
  }

  @Override
  public List<JavaMember> properties() {
    return MirrorMembers.properties(this);
  }

  @Override
  public List<JavaConstant> constants() {
    return isObject()
        ? ElementFilter.fieldsIn(element.getEnclosedElements()).stream()
            .filter(field -> field.getKind() == ElementKind.ENUM_CONSTANT)
            .<JavaConstant>map(field -> new MirrorConstant(this, field))
            .toList()
        : List.of();
  }

  @Override
  public List<JavaMethod> methods() {
    return MirrorMembers.methods(this);
  }

  @Override
  public List<JavaMethod> constructors() {
    return ElementFilter.constructorsIn(element.getEnclosedElements()).stream()
        .filter(constructor -> constructor.getModifiers().contains(Modifier.PUBLIC))
        .<JavaMethod>map(c -> new MirrorMethod(this, this, c, List.of()))
        .sorted(Comparator.comparing(JavaMethod::signature))
        .toList();
  }

  @Override
  public boolean hasPlainConstructor() {
    // An inner class gets the object around it as a parameter.
    return !isInner()
        && ElementFilter.constructorsIn(element.getEnclosedElements()).stream()
            .anyMatch(constructor -> constructor.getParameters().isEmpty());
  }

  private boolean isInner() {
    return element.getNestingKind().isNested() && !element.getModifiers().contains(Modifier.STATIC);
  }

  @Override
  public @Nullable URI resource(String path) {
    String room = mirrors.model().elements().getPackageOf(element).getQualifiedName().toString();
    String folder = room.isEmpty() ? "" : room.replace('.', '/') + "/";
    return mirrors
        .resources()
        .locate(element, path.startsWith("/") ? path.substring(1) : folder + path);
  }

  @Override
  public @Nullable String missingOpens() {
    return isObject() ? ModuleAccess.missingOpens(this) : null;
  }

  @Override
  public String signature() {
    if (type.getKind() == TypeKind.ARRAY) {
      return arguments.get(0).signature() + "[]";
    }
    if (type instanceof TypeVariable variable) {
      return variable.asElement().getSimpleName().toString();
    }
    if (type instanceof WildcardType wildcard) {
      return signature(wildcard);
    }
    String signature =
        arguments.isEmpty()
            ? simpleName()
            : arguments.stream()
                .map(JavaElement::signature)
                .collect(Collectors.joining(", ", simpleName() + "<", ">"));
    return mirrors.places().of(signature, isObject() ? element : null);
  }

  private String signature(WildcardType wildcard) {
    if (wildcard.getExtendsBound() != null) {
      return "? extends " + of(mirrors, wildcard.getExtendsBound()).signature();
    }
    return wildcard.getSuperBound() != null
        ? "? super " + of(mirrors, wildcard.getSuperBound()).signature()
        : "?";
  }

  @Override
  public String doc() {
    return isObject() ? mirrors.index(element).doc() : "";
  }

  /** The annotations on its declaration. */
  private List<MirrorAnnotation> onDeclaration() {
    return isObject() ? mirrors.annotations(element) : List.of();
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> annotation) {
    return MirrorAnnotation.find(onDeclaration(), annotation);
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    return classes(mirrors, onDeclaration(), annotation, member);
  }

  @Override
  public <A extends Annotation> @Nullable A useAnnotation(Class<A> annotation) {
    return MirrorAnnotation.find(onUse, annotation);
  }

  @Override
  public List<JavaAnnotation> useConstraints() {
    return MirrorAnnotation.constraints(onUse);
  }

  @Override
  public List<JavaAnnotation> classConstraints() {
    // Those of superclasses count, if they are inherited.
    return isObject()
        ? MirrorAnnotation.constraints(
            MirrorAnnotation.of(
                mirrors.model(), mirrors.model().elements().getAllAnnotationMirrors(element)))
        : List.of();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof MirrorType that
        && kind() == that.kind()
        && name().equals(that.name())
        && arguments.equals(that.arguments)
        && JavaType.haveSameShape(this, that);
  }

  @Override
  public int hashCode() {
    return name().hashCode() * 31 + arguments.hashCode();
  }

  @Override
  public String toString() {
    return signature();
  }
}
