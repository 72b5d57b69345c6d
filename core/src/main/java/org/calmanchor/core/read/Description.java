package org.calmanchor.core.read;

import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Omit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.introspection.AddedAnnotations;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/**
 * Describes a service whose class cannot be edited; the outcome is the same as that of annotations.
 * Not safe for several threads.
 *
 * <pre>{@code
 * Reading reading =
 *     Description.of(OldTariff.class, "urn:lanternquay:tariff")
 *         .operation("rateFor", o -> o.named("nightlyRate").parameters("berth").result("rate"))
 *         .type(OldBerth.class, t -> t.order("code", "length"))
 *         .read();
 * }</pre>
 */
public final class Description {
  private final Class<?> service;
  private final Map<String, Object> portType = new HashMap<>();
  private final AddedAnnotations added = new AddedAnnotations();

  private Description(Class<?> service, String namespace) {
    this.service = service;
    portType.put("namespace", namespace);
  }

  /** Creates a description of {@code service} in {@code namespace}, without operations yet. */
  public static Description of(Class<?> service, String namespace) {
    return new Description(service, namespace);
  }

  /** Sets the port type's name; the default is the class's simple name. */
  public Description named(String name) {
    portType.put("name", name);
    return this;
  }

  /** Sets the documentation of the service. */
  public Description doc(String doc) {
    portType.put("doc", doc);
    return this;
  }

  /**
   * Makes a public method an operation.
   *
   * @param method its name in Java
   * @param described says more about it
   * @throws IllegalArgumentException when there is no such method, or several and nothing tells
   *     them apart, or the number of parameter names is not that of its parameters
   */
  public Description operation(String method, Consumer<DescribedOperation> described) {
    DescribedOperation operation = new DescribedOperation();
    described.accept(operation);
    operation.note(methodOf(method, operation.taking));
    return this;
  }

  /** Makes a public method an operation with the names that it has in Java. */
  public Description operation(String method) {
    return operation(method, operation -> {});
  }

  /**
   * Describes a data type.
   *
   * @throws IllegalArgumentException when it lacks a property that is named
   */
  public Description type(Class<?> type, Consumer<DescribedType> described) {
    DescribedType data = new DescribedType(type);
    described.accept(data);
    added.add(type, ComplexType.class, data.values);
    return this;
  }

  /**
   * Reads the described service.
   *
   * @throws ContractException with every problem, when there is one
   */
  public Reading read() {
    added.add(service, PortType.class, portType);
    return ContractReader.read(Reflection.typeOf(service, added));
  }

  private Method methodOf(String name, Class<?> @Nullable [] taking) {
    List<Method> named =
        Arrays.stream(service.getMethods())
            .filter(method -> method.getName().equals(name) && !method.isSynthetic())
            .sorted(Comparator.comparing(Method::toString))
            .toList();
    List<Method> found =
        named.stream()
            .filter(method -> taking == null || Arrays.equals(taking, method.getParameterTypes()))
            .toList();
    if (found.size() != 1) {
      String there =
          named.stream()
              .map(Description::parameterTypes)
              .map(types -> "taking(" + types + ")")
              .collect(Collectors.joining(", "));
      throw new IllegalArgumentException(
          service.getSimpleName()
              + (taking == null ? " has " : " has, with those parameters, ")
              + (found.isEmpty() ? "no public method " : "several public methods ")
              + name
              + (there.isEmpty() ? "." : "; say which: " + there + "."));
    }
    return found.get(0);
  }

  private static String parameterTypes(Method method) {
    return Arrays.stream(method.getParameterTypes())
        .map(type -> type.getSimpleName() + ".class")
        .collect(Collectors.joining(", "));
  }

  /** Settings of an operation. */
  public final class DescribedOperation {
    private final Map<String, Object> values = new HashMap<>();
    private Class<?> @Nullable [] taking;
    private String @Nullable [] parameters;
    private @Nullable String result;

    private DescribedOperation() {}

    /** Selects one of several overloads by its parameter types. */
    public DescribedOperation taking(Class<?>... types) {
      taking = types.clone();
      return this;
    }

    /** Sets the operation's name on the wire. */
    public DescribedOperation named(String name) {
      values.put("name", name);
      return this;
    }

    /** Sets the names of all parameters, in order. */
    public DescribedOperation parameters(String... names) {
      parameters = names.clone();
      return this;
    }

    /** Sets the result's name on the wire. */
    public DescribedOperation result(String name) {
      result = name;
      return this;
    }

    /** Sets the operation's documentation. */
    public DescribedOperation doc(String doc) {
      values.put("doc", doc);
      return this;
    }

    private void note(Method method) {
      added.add(method, Operation.class, values);
      if (result != null) {
        added.add(method, Element.class, Map.of("name", result));
      }
      if (parameters == null) {
        return;
      }
      if (parameters.length != method.getParameterCount()) {
        throw new IllegalArgumentException(
            service.getSimpleName()
                + "."
                + method.getName()
                + " has "
                + method.getParameterCount()
                + " parameters, not "
                + parameters.length);
      }
      for (int i = 0; i < parameters.length; i++) {
        added.name(method.getParameters()[i], parameters[i]);
      }
    }
  }

  /** Settings of a data type. */
  public final class DescribedType {
    private final Class<?> type;
    private final Map<String, Object> values = new HashMap<>();

    private DescribedType(Class<?> type) {
      this.type = type;
    }

    /** Sets the type's name on the wire. */
    public DescribedType named(String name) {
      values.put("name", name);
      return this;
    }

    /** Sets the order of the type's properties. */
    public DescribedType order(String... properties) {
      values.put("order", properties.clone());
      return this;
    }

    /** Sets the documentation. */
    public DescribedType doc(String doc) {
      values.put("doc", doc);
      return this;
    }

    /** Omits a property. */
    public DescribedType omit(String property) {
      JavaMember member =
          Reflection.typeOf(type, added).properties().stream()
              .filter(each -> property.equals(each.name()))
              .findFirst()
              .orElseThrow(
                  () ->
                      new IllegalArgumentException(
                          type.getSimpleName() + " has no property " + property));
      for (AnnotatedElement place : Reflection.placesOf(member)) {
        added.add(place, Omit.class, Map.of());
      }
      return this;
    }
  }
}
