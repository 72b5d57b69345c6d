package org.calmanchor.core.conformance;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** Judges an envelope by the Basic Profiles of its version of SOAP. */
public final class EnvelopeConformance {
  private static final String ENCODING_STYLE = "encodingStyle";
  private static final Set<String> FAULT_CHILDREN =
      Set.of("faultcode", "faultstring", "faultactor", "detail");
  private static final Set<String> FAULT_CODES =
      Set.of("VersionMismatch", "MustUnderstand", "Client", "Server");
  private static final Set<String> ENCODINGS = Set.of("utf-8", "utf-16", "utf-16le", "utf-16be");

  private final SoapVersion version;
  private final Findings findings;

  private EnvelopeConformance(SoapVersion version, Findings findings) {
    this.version = version;
    this.findings = findings;
  }

  /**
   * Finds everything in an envelope that breaks a rule, sorted by location.
   *
   * @param envelope as it is sent
   */
  public static List<Finding> check(byte[] envelope) {
    Findings all = Findings.of(List.of(Profile.values()));
    XmlNode.Document document;
    try {
      document = XmlNode.read(envelope);
    } catch (XmlNode.UnreadableException unreadable) {
      boolean isType = String.valueOf(unreadable.getMessage()).contains("DOCTYPE");
      all.add(isType ? Rule.R1008 : Rule.R9980, unreadable.line(), unreadable.getMessage() + ".");
      return all.all();
    }
    XmlNode root = document.root();
    for (SoapVersion version : SoapVersion.values()) {
      if (root.name().equals(new QName(version.envelopeNamespace(), "Envelope"))) {
        List<Profile> profiles =
            Arrays.stream(Profile.values()).filter(p -> p.version() == version).toList();
        new EnvelopeConformance(version, all.within(profiles)).run(document);
        return all.all();
      }
    }
    all.add(Rule.R9980, root, "its root is " + root.name() + ", which is not an envelope.");
    return all.all();
  }

  private void run(XmlNode.Document document) {
    XmlNode envelope = document.root();
    String encoding = document.encoding();
    if (encoding != null && !ENCODINGS.contains(encoding.toLowerCase(Locale.ROOT))) {
      findings.add(Rule.R1012, 1, "its encoding is " + encoding + ".");
    }
    if (document.instruction() > 0) {
      findings.add(Rule.R1009, document.instruction(), "it has a processing instruction.");
    }
    XmlNode header = envelope.child(version.envelopeNamespace(), "Header");
    XmlNode body = envelope.child(version.envelopeNamespace(), "Body");
    for (XmlNode each : new @Nullable XmlNode[] {envelope, header, body}) {
      if (each != null) {
        ownAttributes(each);
      }
    }
    encodingStyles(envelope);
    if (header != null) {
      header.children().forEach(this::block);
    }
    if (body == null) {
      findings.add(Rule.R9980, envelope, "it has no body.");
      return;
    }
    List<XmlNode> children = envelope.children();
    if (children.indexOf(body) < children.size() - 1) {
      findings.add(Rule.R1011, children.get(children.size() - 1), "it comes after the body.");
    }
    body(body);
  }

  private void ownAttributes(XmlNode node) {
    for (QName attribute : node.attributes().keySet()) {
      if (attribute.getNamespaceURI().equals(version.envelopeNamespace())
          && !attribute.getLocalPart().equals(ENCODING_STYLE)) {
        findings.add(
            Rule.R1032,
            node,
            node.name().getLocalPart() + " has " + attribute.getLocalPart() + ".");
      }
    }
  }

  private void encodingStyles(XmlNode node) {
    if (node.attributes().containsKey(new QName(version.envelopeNamespace(), ENCODING_STYLE))) {
      findings.add(Rule.R1005, node, node.name().getLocalPart() + " has an encodingStyle.");
    }
    node.children().forEach(this::encodingStyles);
  }

  private void block(XmlNode block) {
    String must = block.attributes().get(new QName(version.envelopeNamespace(), "mustUnderstand"));
    boolean isFine = must == null || must.equals("0") || must.equals("1");
    if (version == SoapVersion.SOAP_1_1 && !isFine) {
      findings.add(Rule.R1013, block, "mustUnderstand is \"" + must + "\".");
    }
  }

  private void body(XmlNode body) {
    if (body.children().size() > 1) {
      findings.add(Rule.R9981, body, "the body has " + body.children().size() + " children.");
    }
    for (XmlNode child : body.children()) {
      if (child.name().getNamespaceURI().isEmpty()) {
        findings.add(Rule.R1014, child, child.name() + " is in no namespace.");
      }
    }
    XmlNode fault = body.child(version.envelopeNamespace(), "Fault");
    if (fault != null && version == SoapVersion.SOAP_1_1) {
      fault(fault);
    }
  }

  private void fault(XmlNode fault) {
    for (XmlNode child : fault.children()) {
      if (!FAULT_CHILDREN.contains(child.name().getLocalPart())) {
        findings.add(Rule.R1000, child, "a fault holds " + child.name().getLocalPart() + ".");
      }
      if (!child.name().getNamespaceURI().isEmpty()) {
        findings.add(Rule.R1001, child, child.name() + " is in a namespace.");
      }
    }
    XmlNode code = fault.child("", "faultcode");
    if (code == null) {
      findings.add(Rule.R9980, fault, "the fault has no faultcode.");
      return;
    }
    QName name = code.resolve(code.text().strip());
    boolean isOfSoap = name.getNamespaceURI().equals(version.envelopeNamespace());
    if (isOfSoap ? !FAULT_CODES.contains(name.getLocalPart()) : name.getNamespaceURI().isEmpty()) {
      findings.add(Rule.R1004, code, "its faultcode is " + name + ".");
    }
    if (name.getLocalPart().contains(".")) {
      findings.add(Rule.R1031, code, "its faultcode is " + name.getLocalPart() + ".");
    }
  }
}
