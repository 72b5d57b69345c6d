package org.calmanchor.core.soap;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Writes messages of one version and contract. Safe for any number of threads. */
public final class EnvelopeWriter {
  private static final Tag ENVELOPE = Tag.of("soap:Envelope");
  private static final Tag HEADER = Tag.of("soap:Header");
  private static final Tag BODY = Tag.of("soap:Body");
  private static final Tag FAULT = Tag.of("soap:Fault");
  private static final Tag VALUE = Tag.of("soap:Value");
  private static final Tag SUBCODE = Tag.of("soap:Subcode");
  private static final byte[] SUBCODE_PREFIX = Tag.encode(" xmlns:sub=\"");
  private static final byte[] LANG = Tag.encode(" xml:lang=\"");

  private final SoapVersion version;
  private final byte[] declarations;

  /** Creates a writer for messages of a version. */
  public EnvelopeWriter(SoapVersion version) {
    this.version = version;
    this.declarations = Tag.encode(" xmlns:soap=\"" + version.envelopeNamespace() + "\"");
  }

  /** Its version. */
  public SoapVersion version() {
    return version;
  }

  /** Writes a message whose body {@code body} writes. */
  public void write(XmlOut out, Consumer<XmlOut> body) {
    write(out, List.of(), body);
  }

  /** Writes a message with header blocks and a body. */
  public void write(XmlOut out, List<Consumer<XmlOut>> headers, Consumer<XmlOut> body) {
    out.open(ENVELOPE);
    out.raw(declarations);
    out.content();
    if (!headers.isEmpty()) {
      out.open(HEADER);
      out.content();
      headers.forEach(header -> header.accept(out));
      out.close(HEADER);
    }
    out.open(BODY);
    out.content();
    body.accept(out);
    out.close(BODY);
    out.close(ENVELOPE);
  }

  /** Writes the message of {@code fault}, with its own header blocks and others. */
  public void write(XmlOut out, List<Consumer<XmlOut>> headers, SoapFault fault) {
    List<Consumer<XmlOut>> all = new ArrayList<>(fault.headers().apply(version));
    all.addAll(headers);
    write(
        out,
        all,
        body -> {
          body.open(FAULT);
          body.content();
          if (version == SoapVersion.SOAP_1_1) {
            fault11(body, fault);
          } else {
            fault12(body, fault);
          }
          body.close(FAULT);
        });
  }

  private void fault11(XmlOut out, SoapFault fault) {
    code11(out, fault);
    Tag reason = Tag.of("faultstring");
    out.open(reason);
    out.attribute(LANG, "en");
    out.content();
    out.text(fault.reason());
    out.close(reason);
    detail(out, fault, Tag.of("detail"));
  }

  /**
   * WS-Security's codes stand for themselves in SOAP 1.1 (SOAP Message Security 1.1, section 12).
   */
  private void code11(XmlOut out, SoapFault fault) {
    Tag code = Tag.of("faultcode");
    QName subcode = fault.subcode();
    if (subcode == null || !subcode.getNamespaceURI().startsWith(SoapFault.SECURITY_NAMESPACES)) {
      out.element(code, "soap:" + fault.code().name(version));
      return;
    }
    out.open(code);
    out.attribute(SUBCODE_PREFIX, subcode.getNamespaceURI());
    out.content();
    out.text("sub:" + subcode.getLocalPart());
    out.close(code);
  }

  private void fault12(XmlOut out, SoapFault fault) {
    Tag code = Tag.of("soap:Code");
    out.open(code);
    out.content();
    out.element(VALUE, "soap:" + fault.code().name(version));
    subcode(out, fault.subcode());
    out.close(code);
    Tag reason = Tag.of("soap:Reason");
    Tag text = Tag.of("soap:Text");
    out.open(reason);
    out.content();
    out.open(text);
    out.attribute(LANG, "en");
    out.content();
    out.text(fault.reason());
    out.close(text);
    out.close(reason);
    detail(out, fault, Tag.of("soap:Detail"));
  }

  private static void subcode(XmlOut out, @Nullable QName subcode) {
    if (subcode != null) {
      out.open(SUBCODE);
      out.attribute(SUBCODE_PREFIX, subcode.getNamespaceURI());
      out.content();
      out.element(VALUE, "sub:" + subcode.getLocalPart());
      out.close(SUBCODE);
    }
  }

  private static void detail(XmlOut out, SoapFault fault, Tag tag) {
    if (fault.detail() != null) {
      out.open(tag);
      out.content();
      fault.detail().accept(out);
      out.close(tag);
    }
  }
}
