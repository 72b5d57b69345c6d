package org.calmanchor.core.dynamic;

import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.soap.FaultReader;
import org.calmanchor.core.tree.PlainValues;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Reads a fault, and its detail if the contract declares it. */
final class DynamicFault {
  private final FaultReader fault;
  private final Map<QName, MessageCodec> declared;
  private String name = "";
  private @Nullable Map<String, Object> values;

  DynamicFault(FaultReader fault, Map<QName, MessageCodec> declared) {
    this.fault = fault;
    this.declared = declared;
  }

  Outcome read(XmlIn in) {
    fault.read(in, this::detail);
    return values == null
        ? new Outcome.OtherFault(fault.code(), fault.reason(), fault.problems())
        : new Outcome.DeclaredFault(name, fault.code(), fault.reason(), values);
  }

  private boolean detail(XmlIn in) {
    MessageCodec codec = declared.get(in.name());
    if (codec == null) {
      return false;
    }
    name = in.localName();
    values = PlainValues.read(codec, in);
    return true;
  }
}
