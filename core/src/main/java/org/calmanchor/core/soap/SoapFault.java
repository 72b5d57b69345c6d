package org.calmanchor.core.soap;

import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.xml.Excerpt;
import org.calmanchor.core.xml.InputProblem;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * A fault to be sent.
 *
 * @param code whose doing it is
 * @param subcode what it is more exactly, or null; only SOAP 1.2 has it
 * @param reason one sentence for a person, in English unless a service wrote it otherwise
 * @param detail writes the detail's content, or null for a fault that is not about the body
 * @param headers the header blocks that go with it in a version
 */
public record SoapFault(
    FaultCode code,
    @Nullable QName subcode,
    String reason,
    @Nullable Consumer<XmlOut> detail,
    Function<SoapVersion, List<Consumer<XmlOut>>> headers) {
  /** The namespace of our own details and subcodes, which no contract declares. */
  public static final String DETAIL_NAMESPACE = "urn:calm-anchor:fault";

  /** How the namespaces of WS-Security's codes begin. */
  static final String SECURITY_NAMESPACES = "http://docs.oasis-open.org/wss/";

  static final byte[] DECLARATION = Tag.encode(" xmlns:ca=\"" + DETAIL_NAMESPACE + "\"");
  private static final Tag PROBLEM = Tag.of("ca:problem");
  private static final Tag INCIDENT = Tag.of("ca:incident");

  /** Creates a fault without header blocks. */
  public SoapFault(
      FaultCode code, @Nullable QName subcode, String reason, @Nullable Consumer<XmlOut> detail) {
    this(code, subcode, reason, detail, version -> List.of());
  }

  /** Creates the fault for an invalid message. */
  public static SoapFault of(InputProblem problem) {
    Consumer<XmlOut> told = out -> tell(problem, out);
    // A detail describes an error in the body; an error in a header block is described by a header
    // block (SOAP 1.1, section 4.4).
    return new SoapFault(
        FaultCode.SENDER,
        named(problem.code().published()),
        problem.sentence(),
        problem.isInHeader() ? null : told,
        problem.isInHeader() ? version -> List.of(told) : version -> List.of());
  }

  /**
   * Creates the fault for an envelope of an unsupported version; it lists the supported ones (SOAP
   * 1.2 part 1, section 5.4.7 and appendix A).
   */
  public static SoapFault versionMismatch(String reason, List<SoapVersion> understood) {
    return new SoapFault(
        FaultCode.VERSION_MISMATCH,
        null,
        reason,
        null,
        version -> List.of(FaultBlocks.upgrade(understood)));
  }

  /**
   * Creates the fault for header blocks with mustUnderstand that nobody understands (SOAP 1.2 part
   * 1, section 5.4.8).
   */
  public static SoapFault notUnderstood(Set<QName> names) {
    String listed =
        names.stream()
            .map(
                name ->
                    "{"
                        + Excerpt.of(name.getNamespaceURI())
                        + "}"
                        + Excerpt.of(name.getLocalPart()))
            .collect(Collectors.joining(", "));
    return new SoapFault(
        FaultCode.MUST_UNDERSTAND,
        null,
        "Header blocks that must be understood are not: " + listed + ".",
        null,
        version ->
            version == SoapVersion.SOAP_1_1
                ? List.of()
                : names.stream().map(FaultBlocks::notUnderstood).toList());
  }

  private static void tell(InputProblem problem, XmlOut out) {
    out.open(PROBLEM);
    out.raw(DECLARATION);
    attribute(out, "path", problem.path());
    attribute(out, "code", problem.code().published());
    attribute(out, "expected", problem.expected());
    attribute(out, "found", problem.found());
    if (problem.line() > 0) {
      attribute(out, "line", Integer.toString(problem.line()));
      attribute(out, "column", Integer.toString(problem.column()));
    }
    out.empty();
  }

  private static void attribute(XmlOut out, String name, String value) {
    out.attribute(Tag.encode(" " + name + "=\""), value);
  }

  /** Creates the fault for an unexpected error, which the log has under {@code incident}. */
  public static SoapFault incident(String incident) {
    return incident(
        named("incident"),
        "Something went wrong in the service. Its log has the cause under incident "
            + incident
            + ".",
        incident);
  }

  /** Creates the fault for a call that took longer than {@code millis}. */
  public static SoapFault overdue(String incident, long millis) {
    return incident(
        named("overdue"),
        "The service did not answer within "
            + millis
            + " ms and was told to stop. Its log has more under incident "
            + incident
            + ".",
        incident);
  }

  /** Creates the fault for a call whose deadline passed before it began. */
  public static SoapFault deadlinePassed() {
    return new SoapFault(
        FaultCode.RECEIVER, named("overdue"), "The time for an answer was over.", null);
  }

  /** Creates the fault for an operation that is switched off. */
  public static SoapFault switchedOff(String operation) {
    return new SoapFault(
        FaultCode.RECEIVER,
        named("switchedOff"),
        "Operation " + operation + " is switched off for now.",
        null);
  }

  /** Creates the fault for a call whose session was changed by another one meanwhile. */
  public static SoapFault sessionChanged() {
    return new SoapFault(
        FaultCode.RECEIVER,
        named("sessionChanged"),
        "Another call has changed or ended this session meanwhile, so it does not have the changes"
            + " of this call. Call again.",
        null);
  }

  private static QName named(String subcode) {
    return new QName(DETAIL_NAMESPACE, subcode);
  }

  private static SoapFault incident(QName subcode, String reason, String incident) {
    return new SoapFault(
        FaultCode.RECEIVER,
        subcode,
        reason,
        out -> {
          out.open(INCIDENT);
          out.raw(DECLARATION);
          attribute(out, "id", incident);
          out.empty();
        });
  }
}
