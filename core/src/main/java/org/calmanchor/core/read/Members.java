package org.calmanchor.core.read;

import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * Which Java member stands for which node of a contract. Immutable.
 *
 * @param operations by the request's body element
 * @param types by type name
 * @param faults by detail element
 */
public record Members(
    Map<QName, OperationMember> operations,
    Map<QName, TypeMember> types,
    Map<QName, FaultMember> faults) {
  /** Copies all maps. */
  public Members {
    operations = Map.copyOf(operations);
    types = Map.copyOf(types);
    faults = Map.copyOf(faults);
  }

  /**
   * The method behind an operation.
   *
   * @param parameters in Java order, which is also the order on the wire
   * @param result null for a method without result
   * @param faults the exceptions that it declares as faults
   */
  public record OperationMember(
      JavaMethod method,
      List<PropertyMember> parameters,
      @Nullable PropertyMember result,
      List<FaultMember> faults) {}

  /**
   * A Java value's place in a structure.
   *
   * @param wireName its name on the wire
   * @param isAttribute whether it is an attribute rather than an element
   * @param type its Java type
   */
  public record PropertyMember(QName wireName, boolean isAttribute, JavaType type) {}

  /** What stands for a named type. */
  public sealed interface TypeMember permits RecordMember, EnumMember, MappedMember {
    /** The Java type. */
    JavaType javaType();
  }

  /**
   * A record behind a complex type.
   *
   * @param properties in the order of its components
   */
  public record RecordMember(JavaType javaType, List<PropertyMember> properties)
      implements TypeMember {}

  /**
   * An enum behind a restriction of xsd:string.
   *
   * @param constants constant names by lexical form
   */
  public record EnumMember(JavaType javaType, Map<String, String> constants)
      implements TypeMember {}

  /** A row of the type table behind a named restriction of a built-in type. */
  public record MappedMember(JavaType javaType) implements TypeMember {}

  /**
   * An exception behind a fault's detail element.
   *
   * @param element the detail element
   * @param properties in the order of its constructor's parameters after the message
   * @param accessors the method that reads each property
   */
  public record FaultMember(
      QName element,
      JavaType exception,
      List<PropertyMember> properties,
      List<JavaMethod> accessors,
      boolean isSender) {}
}
