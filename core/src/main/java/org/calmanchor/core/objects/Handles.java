package org.calmanchor.core.objects;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.reflect.AccessibleObject;
import java.lang.reflect.Constructor;
import java.lang.reflect.InaccessibleObjectException;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.constraint.ConstraintProvider;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Members.StructureMember;
import org.jspecify.annotations.Nullable;

/** Creates method handles for Java members while planning, so that calls do no look-ups. */
public final class Handles {
  private static final MethodHandles.Lookup LOOKUP = MethodHandles.lookup();

  private Handles() {}

  /**
   * A method handle that invokes {@code method} on an object with an {@code Object[]} of arguments.
   *
   * @param type the class of such objects
   * @throws IllegalArgumentException when it is not accessible, or not a method of the class
   */
  public static MethodHandle invoker(JavaMethod method, Class<?> type) {
    Method reflected = (Method) Reflection.executableOf(method);
    if (!reflected.getDeclaringClass().isAssignableFrom(type)) {
      throw new IllegalArgumentException(type.getName() + " does not have " + method.signature());
    }
    return planned(
        reflected,
        () ->
            unreflected(reflected)
                .asSpreader(Object[].class, reflected.getParameterCount())
                .asType(methodType(Object.class, Object.class, Object[].class)));
  }

  /** A check of the arguments of {@code method} by the provider of constraints. */
  public static BiConsumer<Object, @Nullable Object[]> checker(
      JavaMethod method, ConstraintProvider provider) {
    Method reflected = (Method) Reflection.executableOf(method);
    return (target, arguments) -> provider.check(target, reflected, arguments);
  }

  /** Plans how objects of a data type are created and read. */
  static Composite structure(StructureMember structure) {
    Class<?> raw = Reflection.classOf(structure.javaType());
    Getters getters =
        new Getters(
            raw,
            structure.properties().stream().map(property -> getter(property.member())).toList());
    Composite composite = composite(structure, raw, getters);
    if (!structure.needsProvider()) {
      return composite;
    }
    ConstraintProvider provider = ConstraintProvider.find();
    if (provider == null) {
      throw new IllegalArgumentException("the provider of constraints has gone");
    }
    return new ValidatedComposite(composite, provider);
  }

  private static Composite composite(StructureMember structure, Class<?> raw, Getters getters) {
    if (raw.isRecord()) {
      return new RecordComposite(constructor(raw), positions(structure), absent(raw), getters);
    }
    boolean isMade =
        !structure.javaType().isAbstract() && structure.javaType().hasPlainConstructor();
    MethodHandle[] setters =
        structure.properties().stream()
            .map(property -> setter(property.member()))
            .toArray(MethodHandle[]::new);
    return new ClassComposite(isMade ? plainConstructor(raw) : null, setters, getters);
  }

  private static int[] positions(StructureMember structure) {
    return structure.properties().stream().mapToInt(PropertyMember::position).toArray();
  }

  /** The value of each component that is absent in a message. */
  private static @Nullable Object[] absent(Class<?> raw) {
    return Arrays.stream(raw.getRecordComponents())
        .map(component -> AbsentValues.of(component.getType()))
        .toArray();
  }

  private static ConstructorCall constructor(Class<?> raw) {
    Class<?>[] types =
        Arrays.stream(raw.getRecordComponents())
            .map(RecordComponent::getType)
            .toArray(Class<?>[]::new);
    try {
      Constructor<?> constructor = raw.getDeclaredConstructor(types);
      return new ConstructorCall(raw, planned(constructor, () -> unreflected(constructor)));
    } catch (NoSuchMethodException impossible) {
      throw new IllegalStateException("a record without its constructor: " + raw, impossible);
    }
  }

  private static MethodHandle plainConstructor(Class<?> raw) {
    try {
      Constructor<?> constructor = raw.getDeclaredConstructor();
      return planned(constructor, () -> unreflected(constructor).asType(methodType(Object.class)));
    } catch (NoSuchMethodException impossible) {
      throw new IllegalStateException("no plain constructor: " + raw, impossible);
    }
  }

  private static MethodHandle getter(JavaMember member) {
    Reflection.Property property = Reflection.propertyOf(member);
    if (property.getter() != null) {
      return getter(property.getter());
    }
    return planned(property.field(), () -> LOOKUP.unreflectGetter(property.field()));
  }

  private static MethodHandle getter(Method accessor) {
    return planned(accessor, () -> unreflected(accessor));
  }

  private static @Nullable MethodHandle setter(JavaMember member) {
    Reflection.Property property = Reflection.propertyOf(member);
    Method setter = property.setter();
    if (setter != null) {
      return planned(
          setter,
          () -> unreflected(setter).asType(methodType(void.class, Object.class, Object.class)));
    }
    if (!member.isWritable()) {
      return null;
    }
    return planned(
        property.field(),
        () ->
            LOOKUP
                .unreflectSetter(property.field())
                .asType(methodType(void.class, Object.class, Object.class)));
  }

  static Composite exception(FaultMember fault) {
    List<MethodHandle> members = new ArrayList<>();
    for (JavaMethod accessor : fault.accessors()) {
      members.add(getter((Method) Reflection.executableOf(accessor)));
    }
    Getters getters = new Getters(Reflection.classOf(fault.exception()), members);
    return new ClassComposite(null, new MethodHandle[0], getters);
  }

  /**
   * A method handle that creates the exception of a fault from its message and an {@code Object[]}
   * of its members.
   *
   * @throws IllegalArgumentException when its constructor is not accessible
   */
  public static MethodHandle raiser(FaultMember fault) {
    JavaMethod constructor = fault.constructor();
    if (constructor == null) {
      throw new IllegalArgumentException("no constructor of " + fault.exception().signature());
    }
    Constructor<?> reflected = (Constructor<?>) Reflection.executableOf(constructor);
    return planned(
        reflected,
        () ->
            unreflected(reflected)
                .asSpreader(Object[].class, reflected.getParameterCount() - 1)
                .asType(methodType(Throwable.class, String.class, Object[].class)));
  }

  /** The lexical forms of an enum's constants. */
  static Lexical<Object> constants(JavaForm.Constant use) {
    Map<String, Object> byName = new HashMap<>();
    for (Object constant : Reflection.classOf(use.type()).getEnumConstants()) {
      byName.put(((Enum<?>) constant).name(), constant);
    }
    Map<String, Object> byForm = new LinkedHashMap<>();
    Map<Object, String> forms = new HashMap<>();
    use.constants()
        .forEach(
            (form, name) -> {
              byForm.put(form, byName.get(name));
              forms.put(byName.get(name), form);
            });
    return new Lexical<Object>(
            "one of " + String.join(", ", use.constants().keySet()),
            // An enum is published as a restriction of xsd:string, which preserves white space.
            WhiteSpace.PRESERVE,
            text -> known(byForm.get(text)),
            constant -> known(forms.get(constant)))
        .quickly(new FastEnumLexical(byForm));
  }

  private static <T> T known(@Nullable T value) {
    if (value == null) {
      throw new LexicalException("none of the values");
    }
    return value;
  }

  /** A fixed-arity handle: a varargs handle would collect the arguments once more. */
  private static MethodHandle unreflected(Method method) throws IllegalAccessException {
    return LOOKUP.unreflect(method).asFixedArity();
  }

  private static MethodHandle unreflected(Constructor<?> constructor)
      throws IllegalAccessException {
    return LOOKUP.unreflectConstructor(constructor).asFixedArity();
  }

  @FunctionalInterface
  private interface Planning {
    MethodHandle plan() throws IllegalAccessException;
  }

  private static MethodHandle planned(@Nullable AccessibleObject member, Planning planning) {
    try {
      if (member != null) {
        member.setAccessible(true);
      }
      return planning.plan();
    } catch (IllegalAccessException | InaccessibleObjectException closed) {
      throw new IllegalArgumentException("cannot access " + member, closed);
    }
  }
}
