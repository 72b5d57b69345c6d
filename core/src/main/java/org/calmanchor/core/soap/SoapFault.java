package org.calmanchor.core.soap;

import java.util.function.Consumer;
import org.calmanchor.core.codec.InputProblem;
import org.calmanchor.core.codec.Tag;
import org.calmanchor.core.codec.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * A fault to be sent.
 *
 * @param code whose doing it is
 * @param reason one sentence for a person, in English unless a service wrote it otherwise
 * @param detail writes the detail's content, or null for a fault that is not about the body
 */
public record SoapFault(FaultCode code, String reason, @Nullable Consumer<XmlOut> detail) {
  /** The namespace of the details that are not declared by a contract. */
  public static final String DETAIL_NAMESPACE = "urn:calm-anchor:fault";

  private static final byte[] DECLARATION = Tag.encode(" xmlns:ca=\"" + DETAIL_NAMESPACE + "\"");
  private static final Tag PROBLEM = Tag.of("ca:problem");
  private static final Tag INCIDENT = Tag.of("ca:incident");

  /** The fault for a message that is not what the contract says. */
  public static SoapFault of(InputProblem problem) {
    return new SoapFault(
        FaultCode.SENDER,
        problem.sentence(),
        // A detail is about the body (SOAP 1.1, section 4.4).
        problem.isInHeader() ? null : detail(problem));
  }

  private static Consumer<XmlOut> detail(InputProblem problem) {
    return out -> {
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
    };
  }

  private static void attribute(XmlOut out, String name, String value) {
    out.attribute(Tag.encode(" " + name + "=\""), value);
  }

  /** The fault for something that went wrong inside, and is in the log under {@code incident}. */
  public static SoapFault incident(String incident) {
    return new SoapFault(
        FaultCode.RECEIVER,
        "Something went wrong in the service. Its log has the cause under incident "
            + incident
            + ".",
        out -> {
          out.open(INCIDENT);
          out.raw(DECLARATION);
          attribute(out, "id", incident);
          out.empty();
        });
  }
}
