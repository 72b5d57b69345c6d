package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletionStage;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.soap.Limits;

/**
 * One or more services at one address: message in, message out, without transport. Everything is
 * looked up when it is made. Safe for any number of threads, as far as the services are.
 */
public final class Endpoint {
  private final List<OperationPlan> plans;
  private final Limits limits;
  private final Map<QName, OperationPlan> operations = new LinkedHashMap<>();
  private final Map<QName, MessageCodec> headers = new HashMap<>();
  private final List<Contract> contracts;
  private final XmlIn.Factory inputs;

  private Endpoint(List<OperationPlan> plans, Limits limits) {
    this.plans = plans;
    this.limits = limits;
    this.inputs = limits.inputs();
    for (OperationPlan plan : plans) {
      OperationPlan other = operations.putIfAbsent(plan.request().name(), plan);
      if (other != null) {
        throw new IllegalArgumentException(
            "operation "
                + plan.name()
                + " of two services has the same request element, "
                + plan.request().name()
                + ", so a message could not tell them apart; give one service a namespace of its"
                + " own, or a path of its own");
      }
      for (HeaderPlan header : plan.headersIn()) {
        headers.putIfAbsent(header.element(), header.codec());
      }
    }
    this.contracts = plans.stream().map(plan -> plan.service().contract()).distinct().toList();
  }

  /**
   * An endpoint for {@code target}, an object of an annotated class, or of one beneath it.
   *
   * @throws org.calmanchor.core.read.ContractException with every problem of its contract
   */
  public static Endpoint of(Object target) {
    return of(ContractReader.read(target.getClass()), target);
  }

  /**
   * An endpoint for {@code target} as {@code reading} describes it.
   *
   * @throws IllegalArgumentException when the target lacks a method of the description
   */
  public static Endpoint of(Reading reading, Object target) {
    return new Endpoint(new OperationPlanner(reading, target).plan(), Limits.DEFAULT);
  }

  static Endpoint of(Object target, Limits limits) {
    Reading reading = ContractReader.read(target.getClass());
    return new Endpoint(new OperationPlanner(reading, target).plan(), limits);
  }

  /**
   * This endpoint and another at one address; messages are told apart by their body elements.
   *
   * @throws IllegalArgumentException when both have an operation of one request element
   */
  public Endpoint and(Endpoint other) {
    List<OperationPlan> all = new ArrayList<>(plans);
    all.addAll(other.plans);
    return new Endpoint(List.copyOf(all), limits);
  }

  /** What it offers: one contract for each service. */
  public List<Contract> contracts() {
    return contracts;
  }

  /**
   * Answers one message. Everything that goes wrong becomes a fault, or an aborted response when it
   * is too late for one.
   *
   * @return completes when the last byte was written, or the response aborted; never fails
   */
  public CompletionStage<Void> handle(Request request, Response response) {
    return new Exchange(this, request, response).run();
  }

  XmlIn.Factory inputs() {
    return inputs;
  }

  /** By the request's body element; in the order served. */
  Map<QName, OperationPlan> operations() {
    return operations;
  }

  Map<QName, MessageCodec> headers() {
    return headers;
  }

  /** The service that answers for a message of which no operation is known. */
  ServicePlan anyService() {
    return plans.get(0).service();
  }
}
