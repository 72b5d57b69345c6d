package org.calmanchor.draft;

import com.palantir.javapoet.TypeName;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Operation;
import org.jspecify.annotations.Nullable;

/** Finds the parameters and the result that stand for the bodies of an operation. */
final class OperationDrafter {
  private final Contract contract;
  private final Structures structures;

  OperationDrafter(Contract contract, Structures structures) {
    this.contract = contract;
    this.structures = structures;
  }

  /** The elements that are parameters: those in a wrapper, or the body element itself. */
  List<Member> parameters(Operation operation) {
    return members(operation, contract.request(operation));
  }

  /**
   * The element that is the result; null for a method without one. Several in a wrapper are one
   * value of the wrapper's type.
   */
  @Nullable Member result(Operation operation) {
    List<Member> members = members(operation, contract.response(operation));
    if (members.size() > 1) {
      return once(Objects.requireNonNull(contract.response(operation)));
    }
    return members.isEmpty() ? null : members.get(0);
  }

  private List<Member> members(Operation operation, @Nullable ElementDeclaration body) {
    if (body == null) {
      return List.of();
    }
    ComplexType type =
        contract.definition(body.type()) instanceof ComplexType complex ? complex : null;
    if (type != null && contract.isWrapped(operation)) {
      return contract.members(type);
    }
    return type != null && structures.isEmpty(type) ? List.of() : List.of(once(body));
  }

  private static Member once(ElementDeclaration element) {
    return new Member(element, 1, 1);
  }

  /** The detail elements of an operation's faults, each once. */
  List<ElementDeclaration> faults(Operation operation) {
    List<ElementDeclaration> details = new ArrayList<>();
    for (Operation.FaultUse fault : operation.faults()) {
      ElementDeclaration detail =
          contract.element(contract.message(fault.message()).onlyPart().element());
      if (details.stream().noneMatch(each -> each.name().equals(detail.name()))) {
        details.add(detail);
      }
    }
    return details;
  }

  /** All elements whose types an operation needs. */
  List<ElementDeclaration> needed(Operation operation) {
    List<ElementDeclaration> needed = new ArrayList<>();
    parameters(operation).forEach(member -> needed.add(member.element()));
    Member result = result(operation);
    if (result != null) {
      needed.add(result.element());
    }
    needed.addAll(contract.requiredHeaders(operation));
    needed.addAll(contract.responseHeaders(operation));
    faults(operation).forEach(detail -> needed.addAll(FaultWriter.needed(contract, detail)));
    return needed;
  }

  /** The type of a method's result. */
  static TypeName typeOf(@Nullable DraftedMember result) {
    return result == null ? TypeName.VOID : result.type();
  }
}
