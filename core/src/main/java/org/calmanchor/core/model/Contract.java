package org.calmanchor.core.model;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
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
  private final Map<QName, ElementDeclaration> elementsByName;
  private final Map<QName, TypeDefinition> typesByName;
  private final Map<QName, Message> messagesByName;

  /**
   * A contract of these components.
   *
   * @throws IllegalArgumentException when two components of one kind share a name, or an operation
   *     refers to a message, or a message to an element, that is not there
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
    this.elementsByName =
        index(
            schemas.stream().flatMap(s -> s.elements().stream()).toList(),
            ElementDeclaration::name);
    this.typesByName =
        index(schemas.stream().flatMap(s -> s.types().stream()).toList(), Contract::nameOf);
    this.messagesByName = index(messages, Message::name);
    messages.forEach(m -> m.parts().forEach(p -> element(p.element())));
    for (PortType portType : portTypes) {
      for (Operation operation : portType.operations()) {
        message(operation.input().message());
        if (operation.output() != null) {
          message(operation.output().message());
        }
        operation.faults().forEach(f -> message(f.message()));
      }
    }
  }

  private static QName nameOf(TypeDefinition type) {
    QName name = type.name();
    if (name == null) {
      throw new IllegalArgumentException("a schema's own types need a name: " + type.origin());
    }
    return name;
  }

  private static <T> Map<QName, T> index(List<T> components, Function<T, QName> nameOf) {
    Map<QName, T> byName = new HashMap<>();
    for (T component : components) {
      if (byName.put(nameOf.apply(component), component) != null) {
        throw new IllegalArgumentException("declared twice: " + nameOf.apply(component));
      }
    }
    return Map.copyOf(byName);
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
    return found(elementsByName.get(name), "element", name);
  }

  /** The named type {@code name}, or null for one that is not defined here, as built-in ones. */
  public @Nullable TypeDefinition type(QName name) {
    return typesByName.get(name);
  }

  /** The definition behind {@code use}, or null when it is built in. */
  public @Nullable TypeDefinition definition(TypeUse use) {
    return use instanceof TypeUse.Named named ? type(named.name()) : (TypeDefinition) use;
  }

  /**
   * The message {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Message message(QName name) {
    return found(messagesByName.get(name), "message", name);
  }

  /** The body element of a document/literal message in use. */
  public ElementDeclaration bodyElement(QName message) {
    return element(message(message).onlyPart().element());
  }

  private static <T> T found(@Nullable T component, String kind, QName name) {
    if (component == null) {
      throw new IllegalArgumentException("the contract has no " + kind + " " + name);
    }
    return component;
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
