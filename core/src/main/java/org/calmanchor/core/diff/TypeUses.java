package org.calmanchor.core.diff;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.jspecify.annotations.Nullable;

/** Compares the structures that messages reach, each pair once for each direction. */
final class TypeUses {
  private static final String BY_TYPE = "xsi:type=";

  private final Contract old;
  private final Contract now;
  private final ChangeList changes;
  private final Map<TypePair, DeclarationDiff> known = new HashMap<>();
  private final Map<TypePair, Set<Direction>> used = new HashMap<>();
  private final Deque<Use> waiting = new ArrayDeque<>();

  private record Use(TypePair pair, String path, Direction direction) {}

  TypeUses(Contract old, Contract now, ChangeList changes) {
    this.old = old;
    this.now = now;
    this.changes = changes;
  }

  /** Compares two bodies; null for an empty one. */
  void body(
      String path,
      @Nullable ElementDeclaration was,
      @Nullable ElementDeclaration is,
      Direction direction,
      String place) {
    if (was == null && is == null) {
      return;
    }
    if (was == null || is == null || !was.name().equals(is.name())) {
      boolean isRequest = direction == Direction.REQUEST;
      changes.add(
          new Change(
              path,
              "element of the body",
              words(was),
              words(is),
              isRequest,
              !isRequest,
              isRequest ? "The old element is refused now." : "Consumers expect the old element.",
              place));
      return;
    }
    element(path, was, is, direction);
  }

  private static String words(@Nullable ElementDeclaration element) {
    return element == null ? "empty" : element.name().toString();
  }

  /** Compares two elements of one name. */
  void element(String path, ElementDeclaration was, ElementDeclaration is, Direction direction) {
    DeclarationDiff diff = new DeclarationDiff(old, now);
    diff.elements(was, is);
    report(diff, path, "", direction);
    diff.inner().values().forEach(pair -> waiting.add(new Use(pair, path, direction)));
  }

  /** Compares all structures that are reached. */
  void compareAll() {
    while (!waiting.isEmpty()) {
      Use use = waiting.remove();
      Set<Direction> directions =
          used.computeIfAbsent(use.pair(), each -> EnumSet.noneOf(Direction.class));
      if (directions.add(use.direction())) {
        compare(use);
      }
    }
  }

  private void compare(Use use) {
    QName name = use.pair().is().name();
    String path = name == null ? use.path() : name.getLocalPart();
    DeclarationDiff diff = known.get(use.pair());
    if (diff == null) {
      diff = StructureDiff.of(old, now, use.pair());
      known.put(use.pair(), diff);
    }
    report(diff, path, "/", use.direction());
    diff.inner()
        .forEach(
            (member, pair) ->
                waiting.add(new Use(pair, path(path, member, pair.is()), use.direction())));
  }

  private static String path(String path, String member, ComplexType type) {
    QName name = type.name();
    return member.startsWith(BY_TYPE) && name != null
        ? name.getLocalPart()
        : member.isEmpty() ? path : path + "/" + member;
  }

  private void report(DeclarationDiff diff, String path, String separator, Direction direction) {
    for (Finding each : diff.findings()) {
      boolean isRequest = direction == Direction.REQUEST;
      boolean breaks = isRequest ? each.narrows() : each.widens();
      String member = separator.isEmpty() ? "" : each.member();
      changes.add(
          new Change(
              member.isEmpty() ? path : path + separator + member,
              each.kind().what(),
              each.was(),
              each.is(),
              isRequest && breaks,
              !isRequest && breaks,
              reason(each, isRequest, breaks),
              each.place()));
    }
  }

  private static String reason(Finding finding, boolean isRequest, boolean breaks) {
    if (breaks) {
      return isRequest ? finding.kind().senders() : finding.kind().receivers();
    }
    return isRequest
        ? "All that consumers send is still accepted."
        : "All that comes is what consumers expect.";
  }
}
