package org.calmanchor.core.prefix;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.Set;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;

/** Finds the namespaces that the names in a message can have. It is used once, by one thread. */
final class UsedNamespaces {
  private final Contract contract;
  private final Set<String> used = new HashSet<>();
  private final Set<ComplexType> seen = Collections.newSetFromMap(new IdentityHashMap<>());

  /** Types whose members are still to be added: types can nest too deeply for recursion. */
  private final Deque<ComplexType> waiting = new ArrayDeque<>();

  UsedNamespaces(Contract contract) {
    this.contract = contract;
  }

  /** The namespaces of an element and of all that it can contain. */
  Set<String> of(ElementDeclaration element) {
    add(element);
    while (!waiting.isEmpty()) {
      add(waiting.remove());
    }
    return used;
  }

  private void add(ElementDeclaration element) {
    used.add(element.name().getNamespaceURI());
    if (contract.definition(element.type()) instanceof ComplexType type && seen.add(type)) {
      waiting.add(type);
    }
  }

  private void add(ComplexType type) {
    if (type.isAnyType()) {
      used.add(Names.XSI);
      used.add(Names.XSD);
      contract.schemas().forEach(schema -> used.add(schema.targetNamespace()));
    }
    for (ComplexType derived : contract.derived(type)) {
      // A value says by xsi:type that it is of a derived type.
      used.add(Names.XSI);
      used.add(derived.name() == null ? "" : derived.name().getNamespaceURI());
      addMembers(derived);
    }
    addMembers(type);
  }

  private void addMembers(ComplexType type) {
    for (AttributeUse attribute : contract.attributes(type)) {
      used.add(attribute.name().getNamespaceURI());
    }
    if (type.content() instanceof ComplexType.Text) {
      return;
    }
    for (ContentPosition position : ContentModelBuilder.build(contract, type).positions()) {
      // What stands for a wildcard declares its own namespaces.
      ElementDeclaration element = position.element();
      if (element != null) {
        if (element.nillable()) {
          used.add(Names.XSI);
        }
        add(element);
      }
    }
  }
}
