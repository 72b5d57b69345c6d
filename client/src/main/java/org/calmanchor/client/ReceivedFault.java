package org.calmanchor.client;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.jspecify.annotations.Nullable;

/** Reads a fault of either version, and makes of it what is to be raised. */
final class ReceivedFault {
  private final XmlIn in;
  private final SoapVersion version;
  private final Map<QName, CallPlan.RaisedFault> declared;
  private final List<FaultReceivedException.Problem> problems = new ArrayList<>();
  private String code = "";
  private String reason = "";
  private String incident = "";
  private CallPlan.@Nullable RaisedFault found;
  private @Nullable Object @Nullable [] members;

  ReceivedFault(XmlIn in, SoapVersion version, Map<QName, CallPlan.RaisedFault> declared) {
    this.in = in;
    this.version = version;
    this.declared = declared;
  }

  Throwable read() {
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
    if (found != null && members != null) {
      return found.raise(reason, members);
    }
    boolean isSender =
        FaultCode.of(version, code) != null && !code.equals(FaultCode.RECEIVER.name(version));
    return new FaultReceivedException(
        isSender ? Fault.Code.SENDER : Fault.Code.RECEIVER, reason, incident, problems);
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
      CallPlan.RaisedFault known = declared.get(in.name());
      if (known != null) {
        found = known;
        members = (@Nullable Object[]) known.detail().read(in);
      } else {
        ours();
        in.skip();
      }
    }
  }

  private void ours() {
    if (in.isAt(SoapFault.DETAIL_NAMESPACE, "problem")) {
      problems.add(
          new FaultReceivedException.Problem(
              attribute("path"), attribute("code"), attribute("expected"), attribute("found")));
    } else if (in.isAt(SoapFault.DETAIL_NAMESPACE, "incident")) {
      incident = attribute("id");
    }
  }

  private String attribute(String name) {
    String value = in.attribute("", name);
    return value == null ? "" : value;
  }
}
