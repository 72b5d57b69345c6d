package org.calmanchor.core.model;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * What stands in the body and the header of each operation's messages, as its binding says. For rpc
 * style, the element around the parameters is made here (Basic Profile 1.1, sections 4.7.10 to
 * 4.7.20).
 */
final class Bodies {
  private final Components components;
  private final IdentityHashMap<Operation, Bound> bound = new IdentityHashMap<>();

  private record Bound(
      Binding.Style style,
      @Nullable ElementDeclaration request,
      @Nullable ElementDeclaration response,
      List<ElementDeclaration> requestHeaders,
      List<ElementDeclaration> responseHeaders) {}

  private static final Bound UNBOUND =
      new Bound(Binding.Style.DOCUMENT, null, null, List.of(), List.of());

  Bodies(Components components, List<Binding> bindings) {
    this.components = components;
    for (Binding binding : bindings) {
      Map<String, Operation> operations = new HashMap<>();
      components
          .portType(binding.portType())
          .operations()
          .forEach(operation -> operations.put(operation.name(), operation));
      for (Binding.BoundOperation each : binding.operations()) {
        Operation operation = operations.get(each.name());
        if (operation == null) {
          throw new IllegalArgumentException(
              "binding "
                  + binding.name()
                  + " binds "
                  + each.name()
                  + ", which its port type lacks");
        }
        bound.computeIfAbsent(operation, key -> bound(key, each));
      }
    }
  }

  private Bound bound(Operation operation, Binding.BoundOperation in) {
    ElementDeclaration request =
        element(operation.name(), operation.input().message(), in.style(), in.input());
    Operation.MessageUse output = operation.output();
    Binding.BoundMessage answer = in.output();
    if (output == null || answer == null) {
      return new Bound(in.style(), request, null, headers(in.input()), List.of());
    }
    return new Bound(
        in.style(),
        request,
        element(operation.name() + "Response", output.message(), in.style(), answer),
        headers(in.input()),
        headers(answer));
  }

  private List<ElementDeclaration> headers(Binding.BoundMessage message) {
    return message.headers().stream()
        .map(use -> components.message(use.message()).part(use.part()))
        .filter(part -> part.kind() == Message.Kind.ELEMENT)
        .map(part -> components.element(part.element()))
        .toList();
  }

  private @Nullable ElementDeclaration element(
      String name, QName messageName, Binding.Style style, Binding.BoundMessage use) {
    Message message = components.message(messageName);
    List<Message.Part> parts =
        use.parts() == null ? message.parts() : use.parts().stream().map(message::part).toList();
    if (style == Binding.Style.RPC) {
      return wrapper(new QName(use.namespace(), name), parts);
    }
    if (parts.isEmpty()) {
      return null;
    }
    return components.element(parts.get(0).element());
  }

  private static ElementDeclaration wrapper(QName name, List<Message.Part> parts) {
    List<Particle> particles = new ArrayList<>();
    for (Message.Part part : parts) {
      TypeUse type = TypeUse.named(part.reference());
      particles.add(
          new Particle(
              new ElementDeclaration(new QName(part.name()), type, false, "", part.origin()),
              1,
              1));
    }
    return new ElementDeclaration(
        name, ComplexType.sequence(particles, Origin.NONE), false, "", Origin.NONE);
  }

  private Bound of(Operation operation) {
    return bound.getOrDefault(operation, UNBOUND);
  }

  boolean isRpc(Operation operation) {
    return of(operation).style() == Binding.Style.RPC;
  }

  @Nullable ElementDeclaration request(Operation operation) {
    return of(operation).request();
  }

  @Nullable ElementDeclaration response(Operation operation) {
    return of(operation).response();
  }

  List<ElementDeclaration> requestHeaders(Operation operation) {
    return of(operation).requestHeaders();
  }

  List<ElementDeclaration> responseHeaders(Operation operation) {
    return of(operation).responseHeaders();
  }
}
