package org.calmanchor.core.endpoint;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Finds operations by their request elements, and the header blocks that they take. Immutable. */
final class OperationTable {
  /** The most operations that a fault lists if the requested one is unknown. */
  private static final int MOST_NAMED = 20;

  private final List<OperationPlan> plans;
  private final Map<String, Map<String, OperationPlan>> byRequest = new LinkedHashMap<>();
  private final Map<QName, KnownHeader> headers = new HashMap<>();

  /**
   * A header block that some operation takes.
   *
   * @param codec that of one of them
   * @param isShared whether others read it in another way, so that the operation must be known
   *     first
   */
  record KnownHeader(MessageCodec codec, boolean isShared) {
    KnownHeader and(KnownHeader other) {
      return new KnownHeader(codec, isShared || other.isShared || codec != other.codec);
    }
  }

  /**
   * Creates a table of these operations.
   *
   * @throws IllegalArgumentException when two have the same request element
   */
  OperationTable(List<OperationPlan> plans) {
    this.plans = List.copyOf(plans);
    for (OperationPlan plan : plans) {
      add(plan);
      for (HeaderCodec header : plan.headersIn()) {
        headers.merge(header.element(), new KnownHeader(header.codec(), false), KnownHeader::and);
      }
    }
  }

  private void add(OperationPlan plan) {
    QName request = plan.request().name();
    OperationPlan other =
        byRequest
            .computeIfAbsent(request.getNamespaceURI().intern(), namespace -> new LinkedHashMap<>())
            .putIfAbsent(request.getLocalPart().intern(), plan);
    if (other != null) {
      throw new IllegalArgumentException(
          "operation "
              + plan.name()
              + " of two services has the same request element, "
              + request
              + ", so a message could not tell them apart; give one service a namespace of its"
              + " own, or a path of its own");
    }
  }

  List<OperationPlan> plans() {
    return plans;
  }

  /** The header blocks of all operations. */
  Map<QName, KnownHeader> headers() {
    return headers;
  }

  /**
   * The operation that a message is for.
   *
   * @param message is at the first element of its body
   * @param hasBody false if the body is empty
   * @throws RuntimeException if there is none, or its service does not speak that version
   */
  OperationPlan require(XmlIn message, boolean hasBody, SoapVersion version) {
    if (!hasBody) {
      throw message.problem(Code.MISSING, "one of " + shownNames(), "").within("Body");
    }
    OperationPlan found = find(message.namespace(), message.localName());
    if (found == null) {
      throw unknown(message);
    }
    if (!found.service().speaks(version)) {
      throw new SoapFaultException(
          SoapFault.versionMismatch(
              "Operation " + found.name() + " speaks " + found.service().spoken() + " only.",
              found.service().versions()));
    }
    return found;
  }

  /** The operation with that request element, or null. */
  private @Nullable OperationPlan find(String namespace, String localName) {
    Map<String, OperationPlan> ofNamespace = byRequest.get(namespace);
    return ofNamespace == null ? null : ofNamespace.get(localName);
  }

  /** The error for a body element that is not the request element of any operation. */
  private InvalidMessageException unknown(XmlIn in) {
    String name = in.localName();
    boolean isKnown = byRequest.values().stream().anyMatch(known -> known.containsKey(name));
    String expected =
        isKnown ? "it in namespace " + namespaces() : "one of the operations " + shownNames();
    return in.problem(Code.UNEXPECTED, expected, name).within(name);
  }

  private String namespaces() {
    return byRequest.keySet().stream()
        .map(namespace -> "\"" + namespace + "\"")
        .collect(Collectors.joining(" or "));
  }

  /** The names of all operations, in alphabetical order. */
  List<String> names() {
    return plans.stream().map(OperationPlan::name).distinct().sorted().toList();
  }

  /** The operation names for an error message, at most {@link #MOST_NAMED}. */
  String shownNames() {
    List<String> names = names();
    String shown = String.join(", ", names.subList(0, Math.min(MOST_NAMED, names.size())));
    return names.size() > MOST_NAMED ? shown + ", … (" + names.size() + " in all)" : shown;
  }

  /** The service whose version and prefixes are used if the operation is unknown. */
  ServicePlan anyService() {
    return plans.get(0).service();
  }
}
