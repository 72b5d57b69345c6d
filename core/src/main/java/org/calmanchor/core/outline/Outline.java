package org.calmanchor.core.outline;

import java.util.List;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.jspecify.annotations.Nullable;

/** The messages and types of a contract as indented lines. Immutable. */
public final class Outline {
  private final Contract contract;
  private final TypeNames names;
  private final OutlineDepth depth;

  private Outline(Contract contract, OutlineDepth depth) {
    this.contract = contract;
    this.names = new TypeNames(contract);
    this.depth = depth;
  }

  /** The outline of {@code contract}. */
  public static Outline of(Contract contract, OutlineDepth depth) {
    return new Outline(contract, depth);
  }

  /** The content of the body of a request; empty for an empty body. */
  public List<OutlineLine> request(Operation operation) {
    return body(contract.request(operation));
  }

  /** The content of the body of a response; empty for an empty body, or if there is none. */
  public List<OutlineLine> response(Operation operation) {
    return body(contract.response(operation));
  }

  /** The content of the detail of a declared fault. */
  public List<OutlineLine> fault(Operation.FaultUse fault) {
    return body(contract.bodyElement(fault.message()));
  }

  /** A header block: its element, and what that contains. */
  public List<OutlineLine> headerBlock(ElementDeclaration element) {
    return lines().element(element);
  }

  /** The attributes and elements of a structure. */
  public List<OutlineLine> members(ComplexType type) {
    return lines().members(type);
  }

  private List<OutlineLine> body(@Nullable ElementDeclaration element) {
    if (element == null) {
      return List.of();
    }
    return contract.definition(element.type()) instanceof ComplexType type && isWrapper(type)
        ? lines().members(type)
        : lines().element(element);
  }

  /** Whether the body element needs no line of its own, because there is nothing to say of it. */
  private boolean isWrapper(ComplexType type) {
    return !type.isAbstract()
        && !contract.holdsAny(type)
        && (depth == OutlineDepth.FULL || type.name() == null);
  }

  private OutlineLines lines() {
    return new OutlineLines(contract, names, depth);
  }
}
