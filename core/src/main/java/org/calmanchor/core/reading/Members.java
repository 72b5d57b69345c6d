package org.calmanchor.core.reading;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.NodeKind;
import org.jspecify.annotations.Nullable;

/**
 * The Java members behind the nodes of a contract. Immutable.
 *
 * @param operations by the operation's name
 * @param types by type name; by a name that no type has if the type is anonymous
 * @param faults by detail element
 */
public record Members(
    Map<String, OperationMember> operations,
    Map<QName, StructureMember> types,
    Map<QName, FaultMember> faults) {
  /** Copies all maps. */
  public Members {
    operations = Map.copyOf(operations);
    types = Map.copyOf(types);
    faults = Map.copyOf(faults);
  }

  /**
   * The method of an operation.
   *
   * @param parameters those in the body, in the order on the wire
   * @param result null for a method without result
   * @param headers the parameters that are header blocks
   * @param faults the exceptions that it declares as faults
   * @param isAsynchronous whether the method returns a stage of its result
   * @param needsProvider whether a provider of constraints has to check the arguments
   * @param access who may call it
   * @param freshFor how long an answer may be given again; null for never
   * @param isBareRequest whether the only parameter is the body element itself, rather than an
   *     element in it
   * @param isBareResponse whether the result is the body element itself
   */
  public record OperationMember(
      JavaMethod method,
      List<PropertyMember> parameters,
      @Nullable PropertyMember result,
      List<HeaderMember> headers,
      List<FaultMember> faults,
      boolean isAsynchronous,
      boolean needsProvider,
      Access access,
      @Nullable Duration freshFor,
      boolean isBareRequest,
      boolean isBareResponse) {
    /** Copies the lists. */
    public OperationMember {
      parameters = List.copyOf(parameters);
      headers = List.copyOf(headers);
      faults = List.copyOf(faults);
    }

    /** This, but with others who may call it. */
    OperationMember callers(Access changed) {
      return new OperationMember(
          method,
          parameters,
          result,
          headers,
          faults,
          isAsynchronous,
          needsProvider,
          changed,
          freshFor,
          isBareRequest,
          isBareResponse);
    }
  }

  /**
   * A Java member that is an element, an attribute or the text of a structure.
   *
   * @param kind what it is on the wire
   * @param wireName its name there; for text, empty
   * @param member the parameter, component, property or result
   * @param use how it is held
   * @param position its index in the owner's Java order
   */
  public record PropertyMember(
      NodeKind kind, QName wireName, JavaMember member, JavaForm use, int position) {}

  /**
   * A parameter for a header block.
   *
   * @param element the block
   * @param use how its value is held
   * @param position the parameter's index
   * @param required whether each message must carry it
   * @param isOut whether it is one of the answer
   */
  public record HeaderMember(
      QName element, JavaForm use, int position, boolean required, boolean isOut) {}

  /**
   * The Java type of a complex type.
   *
   * @param properties those on the wire, inherited ones first
   * @param omitted the components of a record that are not
   * @param needsProvider whether a provider of constraints has to check each object that is read
   */
  public record StructureMember(
      JavaType javaType,
      List<PropertyMember> properties,
      List<JavaMember> omitted,
      boolean needsProvider) {
    /** Copies the lists. */
    public StructureMember {
      properties = List.copyOf(properties);
      omitted = List.copyOf(omitted);
    }
  }

  /**
   * The exception class of a fault.
   *
   * @param element the detail element
   * @param properties in the order of its constructor's parameters after the message
   * @param accessors the method that reads each property
   * @param constructor takes the message and the properties
   * @param isBare whether the only property is the detail element itself, rather than an element in
   *     it
   */
  public record FaultMember(
      QName element,
      JavaType exception,
      List<PropertyMember> properties,
      List<JavaMethod> accessors,
      @Nullable JavaMethod constructor,
      boolean isSender,
      boolean isBare) {
    /** Copies the lists. */
    public FaultMember {
      properties = List.copyOf(properties);
      accessors = List.copyOf(accessors);
    }
  }
}
