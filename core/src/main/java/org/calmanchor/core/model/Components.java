package org.calmanchor.core.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.Function;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/** A contract's components by name, with every reference among them looked up once. */
final class Components {
  private static final Comparator<QName> BY_NAME =
      Comparator.comparing(QName::getNamespaceURI).thenComparing(QName::getLocalPart);

  private final Map<QName, ElementDeclaration> elements;
  private final Map<QName, TypeDefinition> types;
  private final Map<QName, Message> messages;
  private final Map<QName, PortType> portTypes;
  private final Map<QName, Binding> bindings;
  private final Map<QName, List<ComplexType>> extensions = new HashMap<>();

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
    for (TypeDefinition type : types.values()) {
      if (type instanceof ComplexType complex && complex.base() != null) {
        extensions.computeIfAbsent(complex.base(), base -> new ArrayList<>()).add(complex);
      }
    }
    messages.forEach(m -> m.parts().forEach(p -> element(p.element())));
    portTypes.forEach(p -> p.operations().forEach(this::check));
    bindings.forEach(this::check);
  }

  private void check(Operation operation) {
    message(operation.input().message());
    if (operation.output() != null) {
      message(operation.output().message());
    }
    operation.faults().forEach(f -> message(f.message()));
  }

  private void check(Binding binding) {
    PortType portType = portType(binding.portType());
    TreeSet<String> known = new TreeSet<>();
    portType.operations().forEach(operation -> known.add(operation.name()));
    for (Binding.BoundOperation bound : binding.operations()) {
      if (!known.contains(bound.name())) {
        throw new IllegalArgumentException(
            "binding " + binding.name() + " binds " + bound.name() + ", which its port type lacks");
      }
    }
  }

  List<ElementDeclaration> requiredHeaders(Operation operation) {
    for (Binding binding : bindings.values()) {
      boolean isOwn = portType(binding.portType()).operations().contains(operation);
      for (Binding.BoundOperation bound : binding.operations()) {
        if (isOwn && bound.name().equals(operation.name())) {
          return bound.inputHeaders().stream().map(use -> element(partOf(use).element())).toList();
        }
      }
    }
    return List.of();
  }

  private Message.Part partOf(Binding.HeaderUse use) {
    return message(use.message()).parts().stream()
        .filter(part -> part.name().equals(use.part()))
        .findFirst()
        .orElseThrow(
            () -> new IllegalArgumentException(use.message() + " has no part " + use.part()));
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

  @Nullable TypeDefinition type(QName name) {
    return types.get(name);
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

  List<Member> members(ComplexType type) {
    List<Member> members = new ArrayList<>();
    ComplexType base = baseOf(type);
    if (base != null) {
      members.addAll(members(base));
    }
    if (type.content() instanceof ComplexType.Elements content) {
      boolean isSequence = content.group().compositor() == Term.Compositor.SEQUENCE;
      if (content.mixed() || !isSequence) {
        throw new IllegalArgumentException(type.origin() + ": not a sequence of elements only");
      }
      content.group().particles().forEach(particle -> members.add(member(type, particle)));
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

  List<AttributeUse> attributes(ComplexType type) {
    ComplexType base = baseOf(type);
    if (base == null) {
      return type.attributes();
    }
    List<AttributeUse> attributes = new ArrayList<>(attributes(base));
    attributes.addAll(type.attributes());
    return attributes;
  }

  private @Nullable ComplexType baseOf(ComplexType type) {
    QName base = type.base();
    if (base == null) {
      return null;
    }
    if (types.get(base) instanceof ComplexType complex) {
      return complex;
    }
    throw new IllegalArgumentException("the contract has no complex type " + base);
  }

  List<ComplexType> derived(ComplexType type) {
    if (type.name() == null || extensions.isEmpty()) {
      return List.of();
    }
    List<ComplexType> all = new ArrayList<>();
    for (ComplexType extension : extensions.getOrDefault(type.name(), List.of())) {
      all.add(extension);
      all.addAll(derived(extension));
    }
    all.sort(Comparator.comparing(Components::nameOf, BY_NAME));
    return all;
  }
}
