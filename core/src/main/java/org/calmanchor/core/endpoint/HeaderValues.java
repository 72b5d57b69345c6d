package org.calmanchor.core.endpoint;

import java.util.HashMap;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.DomReader;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.soap.EnvelopeReader;
import org.jspecify.annotations.Nullable;

/** The header blocks of one message that operations here know, or handlers do. */
final class HeaderValues implements EnvelopeReader.HeaderBlocks {
  private final Map<QName, MessageCodec> known;
  private final Map<QName, HeaderHandler> handlers;
  private final CallContext context;
  private Map<QName, Object> values = Map.of();

  HeaderValues(
      Map<QName, MessageCodec> known, Map<QName, HeaderHandler> handlers, CallContext context) {
    this.known = known;
    this.handlers = handlers;
    this.context = context;
  }

  @Override
  public boolean read(XmlIn in) {
    MessageCodec codec = known.isEmpty() ? null : known.get(in.name());
    if (codec == null) {
      return handled(in);
    }
    if (values.containsKey(codec.name())) {
      throw in.problem(Code.TOO_MANY, "at most 1", "").within(in.localName());
    }
    if (values.isEmpty()) {
      // Most messages carry none.
      values = new HashMap<>();
    }
    values.put(codec.name(), codec.read(in));
    return true;
  }

  private boolean handled(XmlIn in) {
    HeaderHandler handler = handlers.isEmpty() ? null : handlers.get(in.name());
    if (handler == null) {
      return false;
    }
    handler.read(DomReader.read(in), context);
    return true;
  }

  /** Puts those of an operation into its arguments; the message has been read to its end. */
  void into(OperationPlan operation, @Nullable Object[] arguments, XmlIn in) {
    for (HeaderPlan header : operation.headersIn()) {
      Object value = values.get(header.element());
      if (value == null && header.required()) {
        throw in.problem(Code.MISSING, "one", "")
            .within(header.element().getLocalPart())
            .inHeader();
      }
      arguments[header.position()] = header.held(value);
    }
  }
}
