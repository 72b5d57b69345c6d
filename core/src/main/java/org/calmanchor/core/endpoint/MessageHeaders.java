package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.DomReader;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.soap.EnvelopeReader;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/** The header blocks of one message that operations here know, or handlers do. */
final class MessageHeaders implements EnvelopeReader.HeaderBlocks {
  private final Map<QName, MessageCodec> known;
  private final Map<QName, HeaderHandler> handlers;
  private Map<QName, Object> values = Map.of();
  private Map<HeaderHandler, List<Element>> handled = Map.of();

  MessageHeaders(Map<QName, MessageCodec> known, Map<QName, HeaderHandler> handlers) {
    this.known = known;
    this.handlers = handlers;
  }

  @Override
  public boolean read(XmlIn in) {
    MessageCodec codec = known.isEmpty() ? null : known.get(in.name());
    if (codec == null) {
      return isHandled(in);
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

  private boolean isHandled(XmlIn in) {
    HeaderHandler handler = handlers.isEmpty() ? null : handlers.get(in.name());
    if (handler == null) {
      return false;
    }
    if (handled.isEmpty()) {
      handled = new HashMap<>();
    }
    handled.computeIfAbsent(handler, first -> new ArrayList<>()).add(DomReader.read(in));
    return true;
  }

  /** The blocks of a handler, in the order of the message. */
  List<Element> of(HeaderHandler handler) {
    return List.copyOf(handled.getOrDefault(handler, List.of()));
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
