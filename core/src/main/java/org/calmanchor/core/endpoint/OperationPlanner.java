package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.constraint.Constraint;
import org.calmanchor.core.constraint.ConstraintProvider;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.objects.Handles;
import org.calmanchor.core.objects.JavaValueModel;
import org.calmanchor.core.read.JavaForm;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Members.HeaderMember;
import org.calmanchor.core.read.Members.OperationMember;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.soap.FaultCode;
import org.jspecify.annotations.Nullable;

/** Plans the operations of one reading for one target. Used once. */
final class OperationPlanner {
  private final Reading reading;
  private final Contract contract;
  private final Class<?> type;
  private final Supplier<?> target;
  private final boolean isTargetOfCall;
  private final ServicePlan service;
  private final CodecPlanner<JavaValueModel.Java> codecs;
  private final Map<HeaderKey, MessageCodec> headers = new HashMap<>();

  /**
   * A planner.
   *
   * @param type the class of what {@code target} gives
   * @param isTargetOfCall whether that is made for each call
   */
  OperationPlanner(Reading reading, Class<?> type, Supplier<?> target, boolean isTargetOfCall) {
    this.type = type;
    this.isTargetOfCall = isTargetOfCall;
    this.reading = reading;
    this.contract = reading.contract();
    this.target = target;
    this.service = new ServicePlan(reading);
    this.codecs = new CodecPlanner<>(contract, new JavaValueModel(reading.members()));
  }

  /**
   * What tells the codecs of header blocks apart: two operations may ask different things of one.
   */
  private record HeaderKey(QName element, Object held) {
    static HeaderKey of(QName element, JavaForm use) {
      if (use instanceof JavaForm.Simple simple) {
        List<String> words = simple.constraints().stream().map(Constraint::words).toList();
        return new HeaderKey(element, List.of(simple.type(), simple.row(), words));
      }
      return new HeaderKey(element, use);
    }
  }

  List<OperationPlan> plan() {
    List<OperationPlan> plans = new ArrayList<>();
    for (PortType portType : contract.portTypes()) {
      portType.operations().forEach(operation -> plans.add(plan(operation)));
    }
    return plans;
  }

  private OperationPlan plan(Operation operation) {
    QName request = contract.bodyElement(operation.input().message()).name();
    OperationMember member = reading.members().operations().get(request);
    if (member == null) {
      throw new IllegalArgumentException("no method stands for operation " + operation.name());
    }
    Operation.MessageUse output = operation.output();
    List<HeaderPlan> in = headers(member, false);
    return new OperationPlan(
        service,
        operation.name(),
        operation.input().action(),
        codecs.plan(contract.element(request), new JavaValueModel.Arguments(member)),
        output == null
            ? null
            : codecs.plan(
                contract.bodyElement(output.message()), new JavaValueModel.Result(member)),
        in,
        headers(member, true),
        in.stream().map(HeaderPlan::element).collect(Collectors.toUnmodifiableSet()),
        faults(member),
        member.isAsynchronous(),
        check(member),
        target,
        isTargetOfCall,
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

  private List<HeaderPlan> headers(OperationMember member, boolean isOut) {
    return member.headers().stream()
        .filter(header -> header.isOut() == isOut)
        .map(this::header)
        .toList();
  }

  private HeaderPlan header(HeaderMember header) {
    boolean isOptional = header.use() instanceof JavaForm.Maybe;
    JavaForm use = header.use() instanceof JavaForm.Maybe maybe ? maybe.of() : header.use();
    MessageCodec codec =
        headers.computeIfAbsent(
            HeaderKey.of(header.element(), use),
            key -> codecs.plan(contract.element(key.element()), new JavaValueModel.Held(use)));
    return new HeaderPlan(codec, header.position(), header.required(), isOptional);
  }

  private List<OperationPlan.FaultPlan> faults(OperationMember member) {
    List<OperationPlan.FaultPlan> faults = new ArrayList<>();
    for (FaultMember fault : member.faults()) {
      MessageCodec detail =
          codecs.plan(contract.element(fault.element()), new JavaValueModel.Detail(fault));
      faults.add(
          new OperationPlan.FaultPlan(
              Reflection.classOf(fault.exception()),
              fault.isSender() ? FaultCode.SENDER : FaultCode.RECEIVER,
              detail));
    }
    // A fault that extends another one is asked first.
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
