package org.calmanchor.core.reading;

import java.util.Map;
import java.util.TreeMap;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.jspecify.annotations.Nullable;

/**
 * The result of reading Java code.
 *
 * @param service the annotated type
 * @param contract the contract
 * @param members the Java members of its nodes
 * @param examples the example values in its annotations
 * @param documents the documents of the contract if it came first; null if it came from the code
 */
public record Reading(
    JavaType service,
    Contract contract,
    Members members,
    Examples examples,
    @Nullable DocumentSet documents) {
  /** Who may call each operation that asks for a caller, by its name. */
  public Map<String, Access> access() {
    Map<String, Access> access = new TreeMap<>();
    members
        .operations()
        .forEach(
            (name, operation) -> {
              if (operation.access().isMarked()) {
                access.put(name, operation.access());
              }
            });
    return access;
  }

  /**
   * This reading, but with others who may call some of its operations.
   *
   * @param changed by the operation's name
   * @throws IllegalArgumentException when there is no such operation
   */
  public Reading callers(Map<String, Access> changed) {
    Map<String, Members.OperationMember> all = new TreeMap<>(members.operations());
    changed.forEach(
        (name, access) -> {
          Members.OperationMember member = all.get(name);
          if (member == null) {
            throw new IllegalArgumentException(
                "there is no operation \""
                    + name
                    + "\"; there is "
                    + String.join(", ", all.keySet()));
          }
          all.put(name, member.callers(access));
        });
    return new Reading(
        service,
        contract,
        new Members(all, members.types(), members.faults()),
        examples,
        documents);
  }
}
