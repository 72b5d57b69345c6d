package org.calmanchor.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/** A contract's components by name, with every reference among them looked up once. */
final class Components {
  private final Map<QName, ElementDeclaration> elements;
  private final Map<QName, TypeDefinition> types;
  private final Map<QName, Message> messages;
  private final Map<QName, PortType> portTypes;
  private final Map<QName, Binding> bindings;
  private final Map<QName, AttributeUse> attributes;
  private final Map<QName, Term.Group> groups = new HashMap<>();
  private final TypeHierarchy hierarchy;

  Components(
      List<Schema> schemas,
      List<Message> messages,
      List<PortType> portTypes,
      List<Binding> bindings) {
    this.elements =
        index(
            schemas.stream().flatMap(s -> s.elements().stream()).toList(),
            ElementDeclaration::name);
    this.types =
        index(schemas.stream().flatMap(s -> s.types().stream()).toList(), Components::nameOf);
    this.messages = index(messages, Message::name);
    this.portTypes = index(portTypes, PortType::name);
    this.bindings = index(bindings, Binding::name);
    this.attributes =
        index(schemas.stream().flatMap(s -> s.attributes().stream()).toList(), AttributeUse::name);
    for (Schema schema : schemas) {
      for (Schema.NamedGroup group : schema.groups()) {
        groups.put(new QName(schema.targetNamespace(), group.name()), group.group());
      }
    }
    this.hierarchy = new TypeHierarchy(types, elements);
    messages.forEach(m -> m.parts().forEach(this::check));
    portTypes.forEach(p -> p.operations().forEach(this::check));
  }

  private void check(Operation operation) {
    message(operation.input().message());
    if (operation.output() != null) {
      message(operation.output().message());
    }
    operation.faults().forEach(f -> message(f.message()));
  }

  private void check(Message.Part part) {
    if (part.kind() == Message.Kind.ELEMENT) {
      element(part.reference());
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

  private static <T> T found(@Nullable T component, String kind, QName name) {
    if (component == null) {
      throw new IllegalArgumentException("the contract has no " + kind + " " + name);
    }
    return component;
  }

  ElementDeclaration element(QName name) {
    return found(elements.get(name), "element", name);
  }

  @Nullable ElementDeclaration knownElement(QName name) {
    return elements.get(name);
  }

  @Nullable TypeDefinition type(QName name) {
    return name.equals(ComplexType.ANY_TYPE.name()) ? ComplexType.ANY_TYPE : types.get(name);
  }

  @Nullable AttributeUse attribute(QName name) {
    return attributes.get(name);
  }

  Term.Group group(QName name) {
    return found(groups.get(name), "model group", name);
  }

  TypeHierarchy hierarchy() {
    return hierarchy;
  }

  Message message(QName name) {
    return found(messages.get(name), "message", name);
  }

  PortType portType(QName name) {
    return found(portTypes.get(name), "port type", name);
  }

  Binding binding(QName name) {
    return found(bindings.get(name), "binding", name);
  }

  /** Whether the content is a plain sequence of elements, whose local names differ. */
  boolean isPlain(ComplexType type) {
    return isPlain(type, new HashSet<>());
  }

  private boolean isPlain(ComplexType type, Set<String> names) {
    boolean isExtension = type.derivation() != null && type.derivation().isExtension();
    ComplexType base = isExtension ? hierarchy.base(type) : null;
    return (base == null || isPlain(base, names))
        && type.content() instanceof ComplexType.Elements content
        && content.isSequence()
        && content.sequence().stream().allMatch(particle -> isPlain(particle.term(), names));
  }

  private boolean isPlain(Term term, Set<String> names) {
    ElementDeclaration element =
        term instanceof Term.ElementReference reference
            ? element(reference.name())
            : term instanceof ElementDeclaration local ? local : null;
    return element != null
        && names.add(element.name().getLocalPart())
        && !element.substitution().isAbstract()
        && hierarchy.substitutes(element, this::definition).isEmpty();
  }

  private @Nullable TypeDefinition definition(TypeUse use) {
    return use instanceof TypeUse.Named named ? type(named.name()) : (TypeDefinition) use;
  }

  List<Member> members(ComplexType type) {
    List<Member> members = new ArrayList<>();
    ComplexType base = hierarchy.base(type);
    if (base != null && type.derivation() != null && type.derivation().isExtension()) {
      members.addAll(members(base));
    }
    if (type.content() instanceof ComplexType.Elements content) {
      if (!content.isSequence()) {
        throw new IllegalArgumentException(type.origin() + ": not a sequence of elements only");
      }
      content.sequence().forEach(particle -> members.add(member(type, particle)));
    }
    return members;
  }

  private Member member(ComplexType owner, Particle particle) {
    if (particle.term() instanceof ElementDeclaration element) {
      return new Member(element, particle.min(), particle.max());
    }
    if (particle.term() instanceof Term.ElementReference reference) {
      return new Member(element(reference.name()), particle.min(), particle.max());
    }
    throw new IllegalArgumentException(owner.origin() + ": not a sequence of elements only");
  }
}
