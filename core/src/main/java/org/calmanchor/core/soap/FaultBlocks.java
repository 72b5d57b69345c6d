package org.calmanchor.core.soap;

import java.util.List;
import java.util.function.Consumer;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlOut;

/** The header blocks that SOAP 1.2 defines for faults (part 1, sections 5.4.7 and 5.4.8). */
final class FaultBlocks {
  private static final byte[] DECLARATION =
      Tag.encode(" xmlns:s12=\"" + SoapVersion.SOAP_1_2.envelopeNamespace() + "\"");
  private static final Tag UPGRADE = Tag.of("s12:Upgrade");
  private static final Tag SUPPORTED = Tag.of("s12:SupportedEnvelope");
  private static final Tag NOT_UNDERSTOOD = Tag.of("s12:NotUnderstood");
  private static final byte[] QNAME = Tag.encode(" qname=\"");
  private static final byte[] PREFIX = Tag.encode(" xmlns:q=\"");

  private FaultBlocks() {}

  /** The Upgrade block: lists the supported envelopes, the newest first. */
  static Consumer<XmlOut> upgrade(List<SoapVersion> understood) {
    return out -> {
      out.open(UPGRADE);
      out.raw(DECLARATION);
      out.content();
      for (int i = understood.size() - 1; i >= 0; i--) {
        out.open(SUPPORTED);
        name(out, new QName(understood.get(i).envelopeNamespace(), "Envelope"));
        out.empty();
      }
      out.close(UPGRADE);
    };
  }

  /** The NotUnderstood block for a header block. */
  static Consumer<XmlOut> notUnderstood(QName name) {
    return out -> {
      out.open(NOT_UNDERSTOOD);
      out.raw(DECLARATION);
      name(out, name);
      out.empty();
    };
  }

  private static void name(XmlOut out, QName name) {
    boolean isQualified = !name.getNamespaceURI().isEmpty();
    if (isQualified) {
      out.attribute(PREFIX, name.getNamespaceURI());
    }
    out.attribute(QNAME, (isQualified ? "q:" : "") + name.getLocalPart());
  }
}
