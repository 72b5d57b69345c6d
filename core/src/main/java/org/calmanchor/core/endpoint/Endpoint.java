package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.BrokenSinkException;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.Handles;
import org.calmanchor.core.codec.JavaEnd;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Members.OperationMember;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.read.Reflection;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.Limits;

/**
 * A service ready to answer: planned once, then message in, message out. Safe for any number of
 * threads, as far as the service object is.
 */
public final class Endpoint {
  private final Contract contract;
  private final Map<QName, OperationPlan> operations = new HashMap<>();
  private final Map<SoapVersion, EnvelopeWriter> writers = new EnumMap<>(SoapVersion.class);
  private final XmlIn.Factory inputs;

  private Endpoint(Reading reading, Object target, Limits limits) {
    this.contract = reading.contract();
    this.inputs = limits.inputs();
    CodecPlanner<JavaEnd.Java> planner =
        new CodecPlanner<>(contract, new JavaEnd(reading.members()));
    for (PortType portType : contract.portTypes()) {
      for (Operation operation : portType.operations()) {
        OperationPlan plan = plan(operation, reading, target, planner);
        operations.put(plan.request().name(), plan);
      }
    }
    for (SoapVersion version : SoapVersion.values()) {
      writers.put(version, new EnvelopeWriter(version, contract));
    }
  }

  /**
   * An endpoint for {@code target}, an object of an annotated class.
   *
   * @throws org.calmanchor.core.read.ContractException with every problem of its contract
   */
  public static Endpoint of(Object target) {
    return of(ContractReader.read(target.getClass()), target);
  }

  /** An endpoint for {@code target} as {@code reading} describes it. */
  public static Endpoint of(Reading reading, Object target) {
    return new Endpoint(reading, target, Limits.DEFAULT);
  }

  static Endpoint of(Object target, Limits limits) {
    return new Endpoint(ContractReader.read(target.getClass()), target, limits);
  }

  private OperationPlan plan(
      Operation operation, Reading reading, Object target, CodecPlanner<JavaEnd.Java> planner) {
    Operation.MessageUse output = operation.output();
    QName request = contract.bodyElement(operation.input().message()).name();
    OperationMember member = reading.members().operations().get(request);
    if (member == null || output == null) {
      throw new IllegalArgumentException("no method stands for operation " + operation.name());
    }
    List<OperationPlan.FaultPlan> faults = new ArrayList<>();
    for (FaultMember fault : member.faults()) {
      MessageCodec detail =
          planner.plan(contract.element(fault.element()), new JavaEnd.Detail(fault));
      faults.add(
          new OperationPlan.FaultPlan(
              Reflection.classOf(fault.exception()),
              fault.isSender() ? FaultCode.SENDER : FaultCode.RECEIVER,
              detail));
    }
    // A fault that extends another one is asked first.
    faults.sort((a, b) -> depth(b.exception()) - depth(a.exception()));
    return new OperationPlan(
        operation.name(),
        operation.input().action(),
        planner.plan(contract.element(request), new JavaEnd.Arguments(member)),
        planner.plan(contract.bodyElement(output.message()), new JavaEnd.Result(member)),
        List.copyOf(faults),
        Handles.invoker(member.method(), target));
  }

  private static int depth(Class<?> type) {
    int depth = 0;
    for (Class<?> at = type; at != null; at = at.getSuperclass()) {
      depth++;
    }
    return depth;
  }

  /** What it offers. */
  public Contract contract() {
    return contract;
  }

  /**
   * Answers one message. Everything that goes wrong becomes a fault, or an aborted response when it
   * is too late for one.
   *
   * @return completes when the last byte was written, or the response aborted; never fails
   */
  public CompletionStage<Void> handle(Request request, Response response) {
    try {
      new Exchange(this, request, response).run();
    } catch (BrokenSinkException callerGone) {
      response.abort();
    }
    return CompletableFuture.completedFuture(null);
  }

  XmlIn.Factory inputs() {
    return inputs;
  }

  Map<QName, OperationPlan> operations() {
    return operations;
  }

  EnvelopeWriter writer(SoapVersion version) {
    return Objects.requireNonNull(writers.get(version));
  }
}
