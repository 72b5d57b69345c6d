package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.calmanchor.core.constraint.ConstraintProvider;
import org.calmanchor.core.endpoint.OperationPlan.Lifetime;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.objects.Handles;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.objects.MethodCodecPlanner;
import org.calmanchor.core.objects.MethodCodecs;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.StateCodec;
import org.calmanchor.core.soap.FaultCode;
import org.jspecify.annotations.Nullable;

/** Plans the operations of one reading for one target. Used once. */
final class OperationPlanner {
  private final Contract contract;
  private final Class<?> type;
  private final Supplier<?> target;
  private final Lifetime lifetime;
  private final ServicePlan service;
  private final MethodCodecPlanner codecs;

  /**
   * Creates a planner.
   *
   * @param type the class of what {@code target} gives
   * @param lifetime how long that lives
   */
  OperationPlanner(Reading reading, Class<?> type, Supplier<?> target, Lifetime lifetime) {
    this.type = type;
    this.lifetime = lifetime;
    this.contract = reading.contract();
    this.target = target;
    this.service = new ServicePlan(reading, session());
    this.codecs = new MethodCodecPlanner(reading);
  }

  private @Nullable SessionPlan session() {
    return lifetime == Lifetime.SESSION
        ? new SessionPlan(
            type, contract.portTypes().get(0).name().toString(), target, StateCodec.of(type))
        : null;
  }

  List<OperationPlan> plan() {
    List<OperationPlan> plans = new ArrayList<>();
    for (PortType portType : contract.portTypes()) {
      portType.operations().forEach(operation -> plans.add(plan(operation)));
    }
    return plans;
  }

  private OperationPlan plan(Operation operation) {
    MethodCodecs planned = codecs.plan(operation);
    OperationMember member = planned.member();
    return new OperationPlan(
        service,
        operation.name(),
        operation.input().action(),
        Objects.requireNonNull(planned.request()),
        planned.response(),
        planned.headersIn(),
        planned.headersOut(),
        planned.headersIn().stream()
            .map(HeaderCodec::element)
            .collect(Collectors.toUnmodifiableSet()),
        faults(planned),
        member.access(),
        member.freshFor(),
        member.isAsynchronous(),
        check(member),
        target,
        lifetime,
        Handles.invoker(member.method(), type));
  }

  private @Nullable BiConsumer<Object, @Nullable Object[]> check(OperationMember member) {
    if (!member.needsProvider()) {
      return null;
    }
    ConstraintProvider provider = ConstraintProvider.find();
    if (provider == null) {
      throw new IllegalArgumentException("the provider of constraints has gone");
    }
    return Handles.checker(member.method(), provider);
  }

  private static List<OperationPlan.FaultPlan> faults(MethodCodecs planned) {
    List<OperationPlan.FaultPlan> faults = new ArrayList<>();
    for (MethodCodecs.FaultCodec fault : planned.faults()) {
      faults.add(
          new OperationPlan.FaultPlan(
              Reflection.classOf(fault.member().exception()),
              fault.member().isSender() ? FaultCode.SENDER : FaultCode.RECEIVER,
              fault.detail()));
    }
    // Subclasses come before their superclasses, so that the most specific fault is found first.
    faults.sort(Comparator.comparingInt(fault -> -depth(fault.exception())));
    return List.copyOf(faults);
  }

  private static int depth(Class<?> type) {
    int depth = 0;
    for (Class<?> at = type; at != null; at = at.getSuperclass()) {
      depth++;
    }
    return depth;
  }
}
