package org.calmanchor.core.tree;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.jspecify.annotations.Nullable;

/** Reads a fault of either version. */
final class AnsweredFault {
  private final XmlIn in;
  private final SoapVersion version;
  private final Map<QName, MessageCodec> declared;
  private final List<Outcome.Problem> problems = new ArrayList<>();
  private String code = "";
  private String reason = "";
  private Outcome.@Nullable DeclaredFault fault;

  AnsweredFault(XmlIn in, SoapVersion version, Map<QName, MessageCodec> declared) {
    this.in = in;
    this.version = version;
    this.declared = declared;
  }

  Outcome read() {
    while (in.nextElement()) {
      switch (in.localName()) {
        case "faultcode" -> code = local(in.text());
        case "faultstring" -> reason = in.text();
        case "Code" -> code = local(firstChild());
        case "Reason" -> reason = firstChild();
        case "detail", "Detail" -> detail();
        default -> in.skip();
      }
    }
    FaultCode known = FaultCode.of(version, code);
    String shown = known == null ? code : known.name(version);
    return fault == null
        ? new Outcome.OtherFault(shown, reason, List.copyOf(problems))
        : new Outcome.DeclaredFault(fault.name(), shown, reason, fault.values());
  }

  private static String local(String name) {
    return name.strip().substring(name.strip().indexOf(':') + 1);
  }

  private String firstChild() {
    String text = "";
    while (in.nextElement()) {
      if (text.isEmpty()) {
        text = in.text();
      } else {
        in.skip();
      }
    }
    return text;
  }

  private void detail() {
    while (in.nextElement()) {
      MessageCodec codec = declared.get(in.name());
      if (codec != null) {
        String name = in.localName();
        fault = new Outcome.DeclaredFault(name, code, reason, TreeMessages.fields(codec.read(in)));
      } else {
        if (in.isAt(SoapFault.DETAIL_NAMESPACE, "problem")) {
          problems.add(
              new Outcome.Problem(
                  attribute("path"), attribute("code"), attribute("expected"), attribute("found")));
        }
        in.skip();
      }
    }
  }

  private String attribute(String name) {
    String value = in.attribute("", name);
    return value == null ? "" : value;
  }
}
