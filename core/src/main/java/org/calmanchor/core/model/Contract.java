package org.calmanchor.core.model;

import java.util.List;
import java.util.Set;
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
  private final Bodies bodies;

  /**
   * Creates a contract of these components.
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
    this.bodies = new Bodies(components, this.bindings);
  }

  /** The same contract with one address for all its ports. */
  public Contract withAddress(String address) {
    List<Service> addressed = services.stream().map(service -> service.at(address)).toList();
    return new Contract(targetNamespace, schemas, messages, portTypes, bindings, addressed);
  }

  /**
   * The contract of one port type: its bindings, and the ports that have them.
   *
   * @throws IllegalArgumentException when there is no such port type
   */
  public Contract of(QName portType) {
    List<Binding> own =
        bindings.stream().filter(binding -> binding.portType().equals(portType)).toList();
    List<QName> names = own.stream().map(Binding::name).toList();
    return new Contract(
        targetNamespace,
        schemas,
        messages,
        List.of(portType(portType)),
        own,
        services.stream()
            .map(service -> service.of(names))
            .filter(service -> !service.ports().isEmpty())
            .toList());
  }

  /** The namespace of the WSDL document's own components. */
  public String targetNamespace() {
    return targetNamespace;
  }

  /** The schemas, one for each namespace. */
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

  /**
   * The named type {@code name}; null if the contract does not define it, as with built-in types.
   */
  public @Nullable TypeDefinition type(QName name) {
    return components.type(name);
  }

  /** The definition of a type that is used; null if it is built in. */
  public @Nullable TypeDefinition definition(TypeUse use) {
    return use instanceof TypeUse.Named named ? type(named.name()) : (TypeDefinition) use;
  }

  /** The global attribute {@code name}; null if the contract does not declare it. */
  public @Nullable AttributeUse attribute(QName name) {
    return components.attribute(name);
  }

  /** The global element {@code name}; null if the contract does not declare it. */
  public @Nullable ElementDeclaration knownElement(QName name) {
    return components.knownElement(name);
  }

  /**
   * The model group {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Term.Group group(QName name) {
    return components.group(name);
  }

  /** Whether a type contains exactly one element of any name (a wildcard), and nothing else. */
  public boolean holdsAny(TypeUse use) {
    return definition(use) instanceof ComplexType complex
        && complex.derivation() == null
        && complex.attributes().isEmpty()
        && complex.anyAttribute() == null
        && complex.content() instanceof ComplexType.Elements content
        && content.isSequence()
        && content.sequence().size() == 1
        && content.sequence().get(0).max() == 1
        && content.sequence().get(0).min() == 1
        && content.sequence().get(0).term() instanceof Wildcard;
  }

  /** The built-in type that a simple type restricts; empty for a list or union. */
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
   * The operation {@code name}, of whichever port type.
   *
   * @throws IllegalArgumentException when there is none; names those that there are
   */
  public Operation operation(String name) {
    List<Operation> all =
        portTypes().stream().flatMap(portType -> portType.operations().stream()).toList();
    return all.stream()
        .filter(operation -> operation.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "there is no operation \""
                        + name
                        + "\"; there is "
                        + String.join(", ", all.stream().map(Operation::name).toList())));
  }

  /**
   * The binding {@code name}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Binding binding(QName name) {
    return components.binding(name);
  }

  /** The body element of a document/literal message. */
  public ElementDeclaration bodyElement(QName message) {
    return element(message(message).onlyPart().element());
  }

  /**
   * The element in the body of a request, as the operation's first binding says; null if the body
   * is empty. In rpc style it is the element around the parameters, which no schema declares.
   */
  public @Nullable ElementDeclaration request(Operation operation) {
    return bodies.request(operation);
  }

  /**
   * The element in the body of a response, as the operation's first binding says; null if the body
   * is empty, or if there is no response.
   */
  public @Nullable ElementDeclaration response(Operation operation) {
    return bodies.response(operation);
  }

  /**
   * Whether the body elements of an operation are wrappers around its parameters and its result:
   * always in rpc style; else if the request bears the operation's name, and the types of both are
   * plain sequences without attributes.
   */
  public boolean isWrapped(Operation operation) {
    ElementDeclaration request = request(operation);
    ElementDeclaration response = response(operation);
    return bodies.isRpc(operation)
        || (request != null
            && request.name().getLocalPart().equals(operation.name())
            && isWrapper(request)
            && (response == null || isWrapper(response)));
  }

  /**
   * Whether an element can be a wrapper: its type is a plain sequence without attributes, and it
   * cannot be nil or be of another type.
   */
  public boolean isWrapper(ElementDeclaration element) {
    return definition(element.type()) instanceof ComplexType type
        && isPlain(type)
        && attributes(type).isEmpty()
        && anyAttribute(type) == null
        && !element.nillable()
        && !type.isAbstract()
        && derived(type).isEmpty();
  }

  /** The elements of the header blocks that a request of {@code operation} must carry. */
  public List<ElementDeclaration> requiredHeaders(Operation operation) {
    return bodies.requestHeaders(operation);
  }

  /** The elements of the header blocks that a response of {@code operation} carries. */
  public List<ElementDeclaration> responseHeaders(Operation operation) {
    return bodies.responseHeaders(operation);
  }

  /**
   * The elements of a structure in order, after those of its base types.
   *
   * @throws IllegalArgumentException for content that is not a sequence of elements
   */
  public List<Member> members(ComplexType type) {
    return components.members(type);
  }

  /**
   * Whether the content of a structure is a plain sequence of elements whose local names differ, so
   * that {@link #members} says all of it.
   */
  public boolean isPlain(ComplexType type) {
    return components.isPlain(type);
  }

  /** The content of a structure: of an extension, after that of its base types. */
  public ComplexType.Content content(ComplexType type) {
    return components.hierarchy().content(type);
  }

  /** The attributes of a structure in order, after those of its base types. */
  public List<AttributeUse> attributes(ComplexType type) {
    return components.hierarchy().attributes(type);
  }

  /** The attributes of any name that a structure may have; null if there are none. */
  public @Nullable Wildcard anyAttribute(ComplexType type) {
    return components.hierarchy().anyAttribute(type);
  }

  /**
   * The types that are derived from {@code type}, directly or indirectly, and that it does not
   * block, by name; empty for an anonymous type.
   */
  public List<ComplexType> derived(ComplexType type) {
    return components.hierarchy().derived(type);
  }

  /** Whether a derivation in {@code blocked} made {@code type} from {@code ancestor}. */
  public boolean isBlocked(ComplexType type, ComplexType ancestor, Set<Derivation.Method> blocked) {
    Set<Derivation.Method> methods =
        blocked.isEmpty() ? null : components.hierarchy().methods(type, ancestor);
    return methods != null && methods.stream().anyMatch(blocked::contains);
  }

  /**
   * The elements that may stand in the place of {@code head}, itself not included, by name (XML
   * Schema 1.0 part 1, section 3.3.6). Abstract ones are left out.
   */
  public List<ElementDeclaration> substitutes(ElementDeclaration head) {
    return components.hierarchy().substitutes(head, this::definition);
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
