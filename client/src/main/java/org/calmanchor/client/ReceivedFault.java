package org.calmanchor.client;

import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.FaultReader;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Reads a fault and creates the exception for it. */
final class ReceivedFault {
  private final FaultReader fault;
  private final Map<QName, CallPlan.RaisedFault> declared;
  private CallPlan.@Nullable RaisedFault found;
  private @Nullable Object @Nullable [] members;

  ReceivedFault(FaultReader fault, Map<QName, CallPlan.RaisedFault> declared) {
    this.fault = fault;
    this.declared = declared;
  }

  Throwable read(XmlIn in, SoapVersion version) {
    fault.read(in, this::detail);
    if (found != null && members != null) {
      return found.raise(fault.reason(), members);
    }
    FaultCode code = FaultCode.of(version, fault.code());
    return new FaultReceivedException(
        code == null || code == FaultCode.RECEIVER ? Fault.Code.RECEIVER : Fault.Code.SENDER,
        Loggable.sentence(fault.reason()),
        fault.incident(),
        fault.problems());
  }

  private boolean detail(XmlIn in) {
    CallPlan.RaisedFault known = declared.get(in.name());
    if (known == null) {
      return false;
    }
    found = known;
    members = (@Nullable Object[]) known.detail().read(in);
    return true;
  }
}
