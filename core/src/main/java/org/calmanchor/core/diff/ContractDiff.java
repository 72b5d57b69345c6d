package org.calmanchor.core.diff;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/**
 * Finds the changes from one contract to another. Only what goes over the wire counts: names of
 * types, messages, bindings and ports, the order of declarations and documentation do not. What
 * stands for a wildcard is compared by namespace only.
 */
public final class ContractDiff {
  private final Contract old;
  private final Contract now;
  private final ChangeList changes = new ChangeList();
  private final TypeUses uses;

  private ContractDiff(Contract old, Contract now) {
    this.old = old;
    this.now = now;
    this.uses = new TypeUses(old, now, changes);
  }

  /** The changes from {@code old} to {@code now}: those of operations, then those of types. */
  public static List<Change> of(Contract old, Contract now) {
    return new ContractDiff(old, now).compare();
  }

  private List<Change> compare() {
    Map<String, Operation> before = operations(old);
    Map<String, Operation> after = new LinkedHashMap<>(operations(now));
    for (Map.Entry<String, Operation> each : before.entrySet()) {
      Operation one = each.getValue();
      Operation other = after.remove(each.getKey());
      if (other == null) {
        other = renamed(one, before.keySet(), after);
      }
      if (other == null) {
        changes.add(
            new Change(
                one.name(),
                "operation removed",
                "an operation",
                "",
                true,
                false,
                "Calls of it are refused now.",
                one.origin().place()));
      } else {
        operation(one, other);
      }
    }
    after.values().forEach(this::added);
    versions();
    addresses();
    uses.compareAll();
    return changes.all();
  }

  private static Map<String, Operation> operations(Contract contract) {
    Map<String, Operation> operations = new LinkedHashMap<>();
    contract.portTypes().stream()
        .flatMap(each -> each.operations().stream())
        .forEach(each -> operations.putIfAbsent(each.name(), each));
    return operations;
  }

  private void added(Operation operation) {
    changes.add(
        new Change(
            operation.name(),
            "operation added",
            "",
            "an operation",
            false,
            false,
            "Consumers that do not know it do not call it.",
            operation.origin().place()));
  }

  /** An operation of another name with the same request, which is all that the wire shows. */
  private @Nullable Operation renamed(
      Operation one, Set<String> known, Map<String, Operation> after) {
    QName wanted = name(old.request(one));
    for (Operation other : List.copyOf(after.values())) {
      boolean isSame = wanted != null && wanted.equals(name(now.request(other)));
      if (isSame && !known.contains(other.name())) {
        after.remove(other.name());
        changes.add(
            new Change(
                other.name(),
                "operation renamed",
                one.name(),
                other.name(),
                false,
                false,
                "The name does not go over the wire; the request's element is the same.",
                other.origin().place()));
        return other;
      }
    }
    return null;
  }

  private static @Nullable QName name(@Nullable ElementDeclaration element) {
    return element == null ? null : element.name();
  }

  private void operation(Operation one, Operation other) {
    String place = other.origin().place();
    String path = other.name();
    if ((one.output() == null) != (other.output() == null)) {
      changes.add(
          new Change(
              path,
              "response",
              one.output() == null ? "one-way" : "a response",
              other.output() == null ? "one-way" : "a response",
              false,
              true,
              other.output() == null
                  ? "Consumers wait for a response that does not come any more."
                  : "Consumers that expect none get a response.",
              place));
    }
    if (!one.input().action().equals(other.input().action())) {
      changes.add(
          new Change(
              path,
              "action",
              quoted(one.input().action()),
              quoted(other.input().action()),
              true,
              false,
              "Consumers send the old action, which a service may refuse.",
              place));
    }
    uses.body(path + " request", old.request(one), now.request(other), Direction.REQUEST, place);
    if (one.output() != null && other.output() != null) {
      uses.body(
          path + " response", old.response(one), now.response(other), Direction.RESPONSE, place);
    }
    headers(path, one, other);
    faults(path, one, other);
  }

  private static String quoted(String text) {
    return "\"" + text + "\"";
  }

  private void headers(String path, Operation one, Operation other) {
    Map<QName, ElementDeclaration> before = byName(old.requiredHeaders(one));
    Map<QName, ElementDeclaration> after = byName(now.requiredHeaders(other));
    header(
        path + " request header ",
        before,
        after,
        Direction.REQUEST,
        "Requests without it may be refused now.",
        "A service ignores header blocks that it does not know.");
    header(
        path + " response header ",
        byName(old.responseHeaders(one)),
        byName(now.responseHeaders(other)),
        Direction.RESPONSE,
        "Consumers ignore header blocks that they do not know.",
        "It does not come any more.");
  }

  private static Map<QName, ElementDeclaration> byName(List<ElementDeclaration> elements) {
    Map<QName, ElementDeclaration> byName = new LinkedHashMap<>();
    elements.forEach(each -> byName.put(each.name(), each));
    return byName;
  }

  private void header(
      String path,
      Map<QName, ElementDeclaration> before,
      Map<QName, ElementDeclaration> after,
      Direction direction,
      String onAdded,
      String onRemoved) {
    Set<QName> all = new LinkedHashSet<>(before.keySet());
    all.addAll(after.keySet());
    boolean isRequest = direction == Direction.REQUEST;
    for (QName name : all) {
      ElementDeclaration one = before.get(name);
      ElementDeclaration other = after.get(name);
      String at = path + name.getLocalPart();
      if (one != null && other != null) {
        uses.element(at, one, other, direction);
      } else if (one == null) {
        changes.add(
            new Change(at, "header block added", "", "required", isRequest, false, onAdded, ""));
      } else {
        changes.add(
            new Change(at, "header block removed", "there", "", false, !isRequest, onRemoved, ""));
      }
    }
  }

  private void faults(String path, Operation one, Operation other) {
    Map<QName, ElementDeclaration> before = faults(old, one);
    Map<QName, ElementDeclaration> after = faults(now, other);
    for (Map.Entry<QName, ElementDeclaration> each : before.entrySet()) {
      ElementDeclaration same = after.get(each.getKey());
      String at = path + " fault " + each.getKey().getLocalPart();
      if (same == null) {
        changes.add(
            new Change(
                at,
                "fault removed",
                "declared",
                "",
                false,
                false,
                "It does not come any more.",
                ""));
      } else {
        uses.element(at, each.getValue(), same, Direction.RESPONSE);
      }
    }
    for (QName name : after.keySet()) {
      if (!before.containsKey(name)) {
        changes.add(
            new Change(
                path + " fault " + name.getLocalPart(),
                "fault added",
                "",
                "declared",
                false,
                true,
                "Consumers do not know it, so they get it as a fault without a type.",
                other.origin().place()));
      }
    }
  }

  private static Map<QName, ElementDeclaration> faults(Contract contract, Operation operation) {
    Map<QName, ElementDeclaration> faults = new LinkedHashMap<>();
    for (Operation.FaultUse fault : operation.faults()) {
      ElementDeclaration element = contract.bodyElement(fault.message());
      faults.put(element.name(), element);
    }
    return faults;
  }

  private void versions() {
    Set<SoapVersion> before = versions(old);
    Set<SoapVersion> after = versions(now);
    for (SoapVersion version : SoapVersion.values()) {
      boolean was = before.contains(version);
      boolean is = after.contains(version);
      if (was && !is) {
        changes.add(
            new Change(
                "service",
                "version of SOAP removed",
                version.title(),
                "",
                true,
                false,
                "Consumers that use it are refused now.",
                ""));
      } else if (is && !was) {
        changes.add(
            new Change(
                "service",
                "version of SOAP added",
                "",
                version.title(),
                false,
                false,
                "Consumers may go on with the other one.",
                ""));
      }
    }
  }

  private static Set<SoapVersion> versions(Contract contract) {
    return contract.bindings().stream()
        .map(Binding::version)
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** Compares the addresses, if both contracts have some: code has none. */
  private void addresses() {
    List<String> before = addresses(old);
    List<String> after = addresses(now);
    if (!before.isEmpty() && !after.isEmpty() && !before.equals(after)) {
      changes.add(
          new Change(
              "service",
              "address",
              String.join(" ", before),
              String.join(" ", after),
              false,
              false,
              "The messages are the same; consumers have to use the new address.",
              ""));
    }
  }

  private static List<String> addresses(Contract contract) {
    List<String> addresses = new ArrayList<>();
    for (Service service : contract.services()) {
      service.ports().stream()
          .map(Service.Port::address)
          .filter(each -> !each.isEmpty() && !addresses.contains(each))
          .forEach(addresses::add);
    }
    return addresses.stream().sorted().toList();
  }
}
