package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * The description of services, made of WSDL and XML Schema components and free of Java. Immutable;
 * equal to another contract that says the same, wherever the two came from.
 */
public final class Contract {
  private final String targetNamespace;
  private final List<Schema> schemas;
  private final List<Message> messages;
  private final List<PortType> portTypes;
  private final List<Binding> bindings;
  private final List<Service> services;
  private final Components components;

  /**
   * A contract of these components.
   *
   * @throws IllegalArgumentException when two components of one kind share a name, or one refers to
   *     another that is not there
   */
  public Contract(
      String targetNamespace,
      List<Schema> schemas,
      List<Message> messages,
      List<PortType> portTypes,
      List<Binding> bindings,
      List<Service> services) {
    this.targetNamespace = targetNamespace;
    this.schemas = List.copyOf(schemas);
    this.messages = List.copyOf(messages);
    this.portTypes = List.copyOf(portTypes);
    this.bindings = List.copyOf(bindings);
    this.services = List.copyOf(services);
    this.components = new Components(this.schemas, this.messages, this.portTypes, this.bindings);
  }

  /** The namespace of the WSDL document's own components. */
  public String targetNamespace() {
    return targetNamespace;
  }

  /** The schemas, one a namespace. */
  public List<Schema> schemas() {
    return schemas;
  }

  /** The messages, in the order written. */
  public List<Message> messages() {
    return messages;
  }

  /** The port types, in the order written. */
  public List<PortType> portTypes() {
    return portTypes;
  }

  /** The bindings, in the order written. */
  public List<Binding> bindings() {
    return bindings;
  }

  /** The services, in the order written. */
  public List<Service> services() {
    return services;
  }

  /**
   * The global element {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public ElementDeclaration element(QName name) {
    return components.element(name);
  }

  /** The named type {@code name}, or null for one that is not defined here, as built-in ones. */
  public @Nullable TypeDefinition type(QName name) {
    return components.type(name);
  }

  /** The definition behind {@code use}, or null when it is built in. */
  public @Nullable TypeDefinition definition(TypeUse use) {
    return use instanceof TypeUse.Named named ? type(named.name()) : (TypeDefinition) use;
  }

  /** Whether a type is around one element of any name (a wildcard), which nothing is known of. */
  public boolean holdsAny(TypeUse use) {
    return definition(use) instanceof ComplexType complex
        && complex.content() instanceof ComplexType.Elements content
        && content.base() == null
        && content.group().particles().size() == 1
        && content.group().particles().get(0).term() instanceof Term.Any;
  }

  /** The built-in simple type that a simple type is made from by restriction; empty for none. */
  public QName builtIn(TypeUse use) {
    if (definition(use) instanceof SimpleType simple) {
      return simple.variety() instanceof SimpleType.Restriction restriction
          ? builtIn(restriction.base())
          : new QName("");
    }
    return use instanceof TypeUse.Named named ? named.name() : new QName("");
  }

  /**
   * The message {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Message message(QName name) {
    return components.message(name);
  }

  /**
   * The port type {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public PortType portType(QName name) {
    return components.portType(name);
  }

  /**
   * The binding {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Binding binding(QName name) {
    return components.binding(name);
  }

  /** The body element of a document/literal message in use. */
  public ElementDeclaration bodyElement(QName message) {
    return element(message(message).onlyPart().element());
  }

  /** The elements of the header blocks that a request of {@code operation} must carry. */
  public List<ElementDeclaration> requiredHeaders(Operation operation) {
    return components.requiredHeaders(operation);
  }

  /**
   * The elements of a structure in order, those of the types that it extends first.
   *
   * @throws IllegalArgumentException for content that is not a sequence of elements
   */
  public List<Member> members(ComplexType type) {
    return components.members(type);
  }

  /** The attributes of a structure in order, those of the types that it extends first. */
  public List<AttributeUse> attributes(ComplexType type) {
    return components.attributes(type);
  }

  /** The types that extend {@code type}, directly or not, by name; empty for an anonymous one. */
  public List<ComplexType> derived(ComplexType type) {
    return components.derived(type);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Contract that && parts().equals(that.parts());
  }

  @Override
  public int hashCode() {
    return parts().hashCode();
  }

  private List<Object> parts() {
    return List.of(targetNamespace, schemas, messages, portTypes, bindings, services);
  }

  @Override
  public String toString() {
    return "Contract " + targetNamespace + " " + portTypes.stream().map(PortType::name).toList();
  }
}
