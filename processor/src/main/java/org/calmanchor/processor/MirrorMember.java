package org.calmanchor.processor;

import java.lang.annotation.Annotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.RecordComponentElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.PropertyFinder;
import org.jspecify.annotations.Nullable;

/**
 * A parameter, component, property or result as the compiler sees it. Its annotations are the union
 * over all the places that Java spreads them to.
 *
 * @param element what people look at
 * @param places the annotations in each place
 * @param setter the name of the method that sets it
 * @param documentation finds its documentation
 */
record MirrorMember(
    @Nullable String name,
    String signature,
    MirrorType type,
    Mirrors mirrors,
    Element element,
    List<List<MirrorAnnotation>> places,
    boolean isReadable,
    @Nullable String setter,
    boolean isWritable,
    Supplier<String> documentation)
    implements JavaMember {

  /** Collects the places of a member and its type, which is that of the place added last. */
  private static final class Gathering {
    private final MirrorType owner;
    private final List<List<MirrorAnnotation>> places = new ArrayList<>();
    private @Nullable MirrorType type;

    Gathering(MirrorType owner) {
      this.owner = owner;
    }

    private @Nullable ClassFile fileOf(Element member) {
      return owner.mirrors().classFile(Model.declaring(member));
    }

    /** Most places have no annotations. */
    private void add(List<MirrorAnnotation> place) {
      if (!place.isEmpty()) {
        places.add(place);
      }
    }

    private void add(
        Element place, javax.lang.model.type.TypeMirror use, @Nullable TypeUses ofFile) {
      TypeUses uses = ofFile == null ? TypeUses.ofCompiler(owner.mirrors().model()) : ofFile;
      add(owner.mirrors().annotations(place));
      add(uses.on(use));
      type = owner.within(use, uses);
    }

    void component(RecordComponentElement component) {
      ClassFile file = fileOf(component);
      add(
          component,
          component.asType(),
          file == null ? null : file.component(component.getSimpleName().toString()));
    }

    void field(VariableElement field) {
      ClassFile file = fileOf(field);
      add(
          field,
          field.asType(),
          file == null ? null : file.field(field.getSimpleName().toString()));
    }

    void getter(ExecutableElement getter) {
      ClassFile file = fileOf(getter);
      add(getter, getter.getReturnType(), file == null ? null : file.result(getter));
    }

    void setter(ExecutableElement setter) {
      ClassFile file = fileOf(setter);
      VariableElement parameter = setter.getParameters().get(0);
      add(owner.mirrors().annotations(setter));
      add(parameter, parameter.asType(), file == null ? null : file.parameter(setter, 0));
    }

    MirrorType type() {
      if (type == null) {
        throw new IllegalStateException("a member has a place");
      }
      return type;
    }
  }

  /** A record component, whose field is among {@code fields} by name. */
  static MirrorMember of(
      MirrorType owner, RecordComponentElement component, Map<String, VariableElement> fields) {
    String name = component.getSimpleName().toString();
    ExecutableElement accessor = component.getAccessor();
    Gathering gathering = new Gathering(owner);
    VariableElement field = fields.get(name);
    if (field != null) {
      gathering.field(field);
    }
    gathering.getter(accessor);
    gathering.component(component);
    return new MirrorMember(
        name,
        owner.simpleName() + "." + name,
        gathering.type(),
        owner.mirrors(),
        // A compiler knows the position of the field, but not that of the component.
        field == null ? component : field,
        gathering.places,
        true,
        null,
        false,
        () -> docOf(owner, owner.element(), name, accessor));
  }

  /** The documentation of a field or component, or else of the accessor. */
  private static String docOf(
      MirrorType owner,
      @Nullable TypeElement declaring,
      String name,
      @Nullable ExecutableElement accessor) {
    Mirrors mirrors = owner.mirrors();
    String own = declaring == null ? "" : mirrors.index(declaring).doc(name);
    return own.isEmpty() && accessor != null
        ? mirrors.index(Model.declaring(accessor)).doc(mirrors.model().indexKey(accessor))
        : own;
  }

  static MirrorMember of(
      MirrorType owner, PropertyFinder.Property<VariableElement, ExecutableElement> property) {
    ExecutableElement getter = property.getter();
    ExecutableElement setter = property.setter();
    VariableElement field = property.field();
    Gathering gathering = new Gathering(owner);
    if (getter != null) {
      gathering.getter(getter);
    }
    if (field != null) {
      gathering.field(field);
    }
    if (setter != null) {
      gathering.setter(setter);
    }
    boolean isFieldWritable = field != null && !field.getModifiers().contains(Modifier.FINAL);
    Element shown = field != null ? field : getter != null ? getter : setter;
    return new MirrorMember(
        property.name(),
        owner.simpleName() + "." + property.name(),
        gathering.type(),
        owner.mirrors(),
        shown == null ? owner.element() : shown,
        gathering.places,
        getter != null || field != null,
        setter == null ? null : setter.getSimpleName().toString(),
        setter != null || isFieldWritable,
        () ->
            docOf(
                owner,
                field == null ? null : Model.declaring(field),
                field == null ? "" : field.getSimpleName().toString(),
                getter));
  }

  static MirrorMember parameter(
      MirrorMethod method, String signature, int position, Supplier<String> documentation) {
    VariableElement parameter = method.method().getParameters().get(position);
    String name = method.parameterName(position);
    TypeUses uses = method.parameterUses(position);
    return new MirrorMember(
        name,
        signature + ", parameter " + (position + 1) + (name == null ? "" : " (" + name + ")"),
        method.declaring().within(parameter.asType(), uses),
        method.mirrors(),
        parameter,
        List.of(method.mirrors().annotations(parameter), uses.on(parameter.asType())),
        true,
        null,
        true,
        documentation);
  }

  static MirrorMember result(MirrorMethod method, Supplier<String> documentation) {
    TypeUses uses = method.resultUses();
    return new MirrorMember(
        null,
        method.signature() + ", result",
        method.declaring().within(method.resultType(), uses),
        method.mirrors(),
        method.method(),
        List.of(method.mirrors().annotations(method.method()), uses.on(method.resultType())),
        true,
        null,
        true,
        documentation);
  }

  @Override
  public String signature() {
    return mirrors.places().of(signature, element);
  }

  @Override
  public String doc() {
    return documentation.get();
  }

  @Override
  public boolean isNullable() {
    for (List<MirrorAnnotation> place : places) {
      for (MirrorAnnotation each : place) {
        if (each.type().getSimpleName().contentEquals("Nullable")) {
          return true;
        }
      }
    }
    return false;
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> annotation) {
    MirrorAnnotation found = found(annotation);
    return found == null ? null : found.as(annotation);
  }

  private @Nullable MirrorAnnotation found(Class<? extends Annotation> annotation) {
    for (List<MirrorAnnotation> place : places) {
      MirrorAnnotation found = MirrorAnnotation.find(place, annotation.getName());
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  @Override
  public boolean isContradictory(Class<? extends Annotation> annotation) {
    MirrorAnnotation first = found(annotation);
    if (first == null) {
      return false;
    }
    for (List<MirrorAnnotation> place : places) {
      MirrorAnnotation other = MirrorAnnotation.find(place, annotation.getName());
      if (other != null && !other.as(annotation).equals(first.as(annotation))) {
        return true;
      }
    }
    return false;
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    MirrorAnnotation found = found(annotation);
    return found == null
        ? List.of()
        : MirrorType.classes(mirrors, List.of(found), annotation, member);
  }

  @Override
  public List<JavaAnnotation> constraints() {
    List<MirrorAnnotation> all = new ArrayList<>();
    places.forEach(all::addAll);
    return MirrorAnnotation.constraints(all);
  }
}
