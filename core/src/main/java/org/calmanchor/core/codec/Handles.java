package org.calmanchor.core.codec;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.reflect.Constructor;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.read.JavaMethod;
import org.calmanchor.core.read.JavaType;
import org.calmanchor.core.read.Members.EnumMember;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Reflection;
import org.jspecify.annotations.Nullable;

/** Turns Java members into method handles while planning, so that calls look nothing up. */
public final class Handles {
  private Handles() {}

  /**
   * Invokes {@code method} of {@code target} with an {@code Object[]} of arguments.
   *
   * @throws IllegalArgumentException when it is not accessible
   */
  public static MethodHandle invoker(JavaMethod method, Object target) {
    Method reflected = (Method) Reflection.executableOf(method);
    return accessible(
        reflected.getDeclaringClass(),
        lookup ->
            lookup
                .unreflect(reflected)
                .bindTo(target)
                .asSpreader(Object[].class, reflected.getParameterCount())
                .asType(methodType(Object.class, Object[].class)));
  }

  static Composite record(JavaType type) {
    Class<?> raw = Reflection.classOf(type);
    RecordComponent[] components = raw.getRecordComponents();
    Class<?>[] types =
        Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new);
    return accessible(
        raw,
        lookup -> {
          Constructor<?> constructor = raw.getDeclaredConstructor(types);
          MethodHandle whole =
              lookup
                  .unreflectConstructor(constructor)
                  .asSpreader(Object[].class, types.length)
                  .asType(methodType(Object.class, Object[].class));
          List<MethodHandle> members = new ArrayList<>();
          for (RecordComponent component : components) {
            members.add(getter(lookup, component.getAccessor()));
          }
          return new HandleComposite(whole, members.toArray(new MethodHandle[0]));
        });
  }

  static Composite exception(FaultMember fault) {
    return accessible(
        Reflection.classOf(fault.exception()),
        lookup -> {
          List<MethodHandle> members = new ArrayList<>();
          for (JavaMethod accessor : fault.accessors()) {
            members.add(getter(lookup, (Method) Reflection.executableOf(accessor)));
          }
          return new HandleComposite(null, members.toArray(new MethodHandle[0]));
        });
  }

  /** Text and constant of an enum. */
  static Lexical<Object> constants(EnumMember member) {
    Map<String, Object> byForm = new LinkedHashMap<>();
    Map<Object, String> forms = new LinkedHashMap<>();
    Object[] constants = Reflection.classOf(member.javaType()).getEnumConstants();
    member
        .constants()
        .forEach(
            (form, name) ->
                Arrays.stream(constants)
                    .filter(constant -> ((Enum<?>) constant).name().equals(name))
                    .forEach(
                        constant -> {
                          byForm.put(form, constant);
                          forms.put(constant, form);
                        }));
    return new Lexical<>(
        "one of " + String.join(", ", byForm.keySet()),
        // Published as a restriction of xsd:string, which keeps white space.
        true,
        text -> known(byForm.get(text)),
        constant -> known(forms.get(constant)));
  }

  private static <T> T known(@Nullable T value) {
    if (value == null) {
      throw new LexicalException("none of the values");
    }
    return value;
  }

  private static MethodHandle getter(MethodHandles.Lookup lookup, Method accessor)
      throws IllegalAccessException {
    return lookup.unreflect(accessor).asType(methodType(Object.class, Object.class));
  }

  @FunctionalInterface
  private interface Planning<T> {
    T plan(MethodHandles.Lookup lookup) throws ReflectiveOperationException;
  }

  private static <T> T accessible(Class<?> owner, Planning<T> planning) {
    // A private look-up asks that our module reads the owner's; nobody else can say so for us.
    Handles.class.getModule().addReads(owner.getModule());
    try {
      return planning.plan(MethodHandles.privateLookupIn(owner, MethodHandles.lookup()));
    } catch (ReflectiveOperationException closed) {
      throw new IllegalArgumentException("cannot access " + owner.getName(), closed);
    }
  }
}
