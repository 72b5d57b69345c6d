package org.calmanchor.core.soap;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.xml.Excerpt;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Reads a message around its body element. Used for one message, by one thread. */
public final class EnvelopeReader {
  private static final String NEXT_11 = "http://schemas.xmlsoap.org/soap/actor/next";
  private static final String ROLES_12 = "http://www.w3.org/2003/05/soap-envelope/role/";

  /** A fault names no more blocks: it must not be as long as a message that is meant to harm. */
  private static final int MOST_NAMED = 20;

  private final XmlIn in;
  private final SoapVersion version;
  private Set<QName> mandatory = Set.of();

  private EnvelopeReader(XmlIn in, SoapVersion version) {
    this.in = in;
    this.version = version;
  }

  /**
   * Reads the envelope's start tag, whose namespace decides the SOAP version.
   *
   * @throws SoapFaultException when it is no version known here
   */
  public static EnvelopeReader open(XmlIn in) {
    in.nextElement();
    String namespace = in.namespace();
    if (!in.localName().equals("Envelope")) {
      throw in.problem(Code.UNEXPECTED, "a SOAP Envelope", in.localName()).within(in.localName());
    }
    in.passAttributes();
    for (SoapVersion version : SoapVersion.values()) {
      if (version.envelopeNamespace().equals(namespace)) {
        return new EnvelopeReader(in, version);
      }
    }
    throw new SoapFaultException(
        SoapFault.versionMismatch(
            "The envelope is in namespace \""
                + Excerpt.of(namespace)
                + "\"; SOAP 1.1 and SOAP 1.2 are understood.",
            List.of(SoapVersion.values())));
  }

  /** The message's version. */
  public SoapVersion version() {
    return version;
  }

  /** Reads header blocks. */
  @FunctionalInterface
  public interface HeaderBlocks {
    /** Knows no header blocks. */
    HeaderBlocks NONE = in -> false;

    /** Reads the current block to its end, or returns false and does not move. */
    boolean read(XmlIn in);
  }

  /**
   * Reads the header blocks and moves to the body element.
   *
   * @return false when the body is empty
   * @throws SoapFaultException when a block meant for us must be understood and is not
   */
  public boolean toBody(HeaderBlocks blocks) {
    boolean found = in.nextElement();
    if (found && in.isAt(version.envelopeNamespace(), "Header")) {
      try {
        headers(blocks);
      } catch (InvalidMessageException invalid) {
        throw invalid.inHeader();
      }
      found = in.nextElement();
    }
    if (!found || !in.isAt(version.envelopeNamespace(), "Body")) {
      throw in.problem(Code.MISSING, "a SOAP Body", "").within("Body");
    }
    in.passAttributes();
    return in.nextElement();
  }

  private void headers(HeaderBlocks blocks) {
    in.passAttributes();
    in.passAttributesOf(version.envelopeNamespace());
    Set<QName> notUnderstood = new LinkedHashSet<>();
    while (in.nextElement()) {
      QName name = in.name();
      boolean isForUs = isForUs();
      boolean isMust = isForUs && mustBeUnderstood();
      if (isForUs && blocks.read(in)) {
        if (isMust) {
          mandatory = mandatory.isEmpty() ? new LinkedHashSet<>() : mandatory;
          mandatory.add(name);
        }
      } else {
        if (isMust && notUnderstood.size() < MOST_NAMED) {
          notUnderstood.add(name);
        }
        in.skip();
      }
    }
    in.passAttributesOf("");
    refuse(notUnderstood);
  }

  /** Whether some block has mustUnderstand. */
  public boolean isAnyMandatory() {
    return !mandatory.isEmpty();
  }

  /**
   * Checks that every block with mustUnderstand is understood.
   *
   * @param isUnderstood tells whether this call understands the block
   * @throws SoapFaultException when there is a mandatory block that nobody understands
   */
  public void requireUnderstood(Predicate<QName> isUnderstood) {
    Set<QName> others = new LinkedHashSet<>(mandatory);
    others.removeIf(isUnderstood);
    refuse(others);
  }

  private static void refuse(Set<QName> notUnderstood) {
    if (!notUnderstood.isEmpty()) {
      throw new SoapFaultException(SoapFault.notUnderstood(notUnderstood));
    }
  }

  private boolean mustBeUnderstood() {
    @Nullable String flag = in.attribute(version.envelopeNamespace(), "mustUnderstand");
    if (flag == null) {
      return false;
    }
    return switch (WhiteSpace.collapse(flag)) {
      case "1" -> true;
      case "0" -> false;
      case "true" -> version == SoapVersion.SOAP_1_2 || notABoolean(flag);
      case "false" -> version == SoapVersion.SOAP_1_1 && notABoolean(flag);
      default -> notABoolean(flag);
    };
  }

  private boolean notABoolean(String flag) {
    throw in.problem(Code.VALUE, "1 or 0", flag).within("@mustUnderstand").within(in.localName());
  }

  private boolean isForUs() {
    String attribute = version == SoapVersion.SOAP_1_1 ? "actor" : "role";
    String role = in.attribute(version.envelopeNamespace(), attribute);
    if (role == null || role.isBlank()) {
      return true;
    }
    return version == SoapVersion.SOAP_1_1
        ? role.equals(NEXT_11)
        : role.equals(ROLES_12 + "next") || role.equals(ROLES_12 + "ultimateReceiver");
  }

  /** Checks that nothing follows the body element, nor the body. */
  public void end() {
    if (in.nextElement()) {
      throw in.problem(Code.UNEXPECTED, "one element in the body", in.localName())
          .within(in.localName());
    }
    if (in.nextElement()) {
      throw in.problem(Code.UNEXPECTED, "nothing after the body", in.localName())
          .within(in.localName());
    }
    in.nextElement();
  }
}
