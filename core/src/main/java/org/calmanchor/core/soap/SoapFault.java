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
 * @param subcode what it is more exactly, as a name with its prefix, or null; said in SOAP 1.2
 * @param reason one sentence for a person, in English unless a service wrote it otherwise
 * @param detail writes the detail's content, or null for a fault that is not about the body
 * @param headers the header blocks that go with it in a version
 */
public record SoapFault(
    FaultCode code,
    @Nullable String subcode,
    String reason,
    @Nullable Consumer<XmlOut> detail,
    Function<SoapVersion, List<Consumer<XmlOut>>> headers) {
  /** The namespace of the details and subcodes that are not declared by a contract. */
  public static final String DETAIL_NAMESPACE = "urn:calm-anchor:fault";

  static final byte[] DECLARATION = Tag.encode(" xmlns:ca=\"" + DETAIL_NAMESPACE + "\"");
  private static final Tag PROBLEM = Tag.of("ca:problem");
  private static final Tag INCIDENT = Tag.of("ca:incident");

  /** A fault without header blocks. */
  public SoapFault(
      FaultCode code, @Nullable String subcode, String reason, @Nullable Consumer<XmlOut> detail) {
    this(code, subcode, reason, detail, version -> List.of());
  }

  /** The fault for a message that is not what the contract says. */
  public static SoapFault of(InputProblem problem) {
    Consumer<XmlOut> told = out -> tell(problem, out);
    // A detail is about the body; what is about a header block is one (SOAP 1.1, section 4.4).
    return new SoapFault(
        FaultCode.SENDER,
        "ca:" + problem.code().published(),
        problem.sentence(),
        problem.isInHeader() ? null : told,
        problem.isInHeader() ? version -> List.of(told) : version -> List.of());
  }

  /**
   * The fault for an envelope of a version that is not understood; says which are (SOAP 1.2 part 1,
   * section 5.4.7 and appendix A).
   */
  public static SoapFault versionMismatch(String reason, List<SoapVersion> understood) {
    return new SoapFault(
        FaultCode.VERSION_MISMATCH,
        null,
        reason,
        null,
        version -> List.of(FaultBlocks.upgrade(understood)));
  }

  /** The fault for header blocks that must be understood and are not (SOAP 1.2, section 5.4.8). */
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

  /** The fault for something that went wrong inside, and is in the log under {@code incident}. */
  public static SoapFault incident(String incident) {
    return incident(
        "ca:incident",
        "Something went wrong in the service. Its log has the cause under incident "
            + incident
            + ".",
        incident);
  }

  /** The fault for a call that took longer than {@code millis}. */
  public static SoapFault overdue(String incident, long millis) {
    return incident(
        "ca:overdue",
        "The service did not answer within "
            + millis
            + " ms and was told to stop. Its log has more under incident "
            + incident
            + ".",
        incident);
  }

  /** The fault for a call of an operation that is not to be called at present. */
  public static SoapFault switchedOff(String operation) {
    return new SoapFault(
        FaultCode.RECEIVER,
        "ca:switchedOff",
        "Operation " + operation + " is switched off for now.",
        null);
  }

  private static SoapFault incident(String subcode, String reason, String incident) {
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
