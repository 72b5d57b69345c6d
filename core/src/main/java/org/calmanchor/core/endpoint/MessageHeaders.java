package org.calmanchor.core.endpoint;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.xml.DomReader;
import org.calmanchor.core.xml.DomWriter;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/** The header blocks of one message that an operation or a header handler knows. */
final class MessageHeaders implements EnvelopeReader.HeaderBlocks {
  private final Map<QName, OperationTable.KnownHeader> known;
  private final Map<QName, HeaderHandler> handlers;
  private final List<HeaderHandler> all;
  private final MessageOpener inputs;
  private Map<QName, Object> values = Map.of();
  private Map<HeaderHandler, List<Element>> handled = Map.of();

  /**
   * Creates the headers of a message.
   *
   * @param known the blocks that operations know
   * @param handlers who handles the others, by their names
   * @param all the handlers that the service's developer has added, in this order
   * @param inputs opens blocks again that could not be read at once
   */
  MessageHeaders(
      Map<QName, OperationTable.KnownHeader> known,
      Map<QName, HeaderHandler> handlers,
      List<HeaderHandler> all,
      MessageOpener inputs) {
    this.known = known;
    this.handlers = handlers;
    this.all = all;
    this.inputs = inputs;
  }

  /** A block that can only be read when the operation is known. */
  private record UnreadBlock(Element block) {}

  @Override
  public boolean read(XmlIn in) {
    OperationTable.KnownHeader header = known.isEmpty() ? null : known.get(in.name());
    if (header == null) {
      return isHandled(in);
    }
    MessageCodec codec = header.codec();
    if (values.containsKey(codec.name())) {
      throw in.problem(Code.TOO_MANY, "at most 1", "").within(in.localName());
    }
    if (values.isEmpty()) {
      // Most messages have no header blocks.
      values = new HashMap<>();
    }
    values.put(
        codec.name(), header.isShared() ? new UnreadBlock(DomReader.read(in)) : codec.read(in));
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

  /**
   * Runs the header handlers, before the operation is known, and even if a handler's blocks are
   * absent.
   */
  void handle(CallContext context, CallState state) {
    if (!all.isEmpty() && state.invoke()) {
      for (HeaderHandler handler : all) {
        handler.handle(of(handler), context);
      }
      state.read();
    }
  }

  /**
   * Checks that each block that has to be understood is one that the operation or a handler knows.
   *
   * @throws RuntimeException if there is another one
   */
  void requireUnderstood(EnvelopeReader envelope, OperationPlan operation) {
    if (envelope.isAnyMandatory()) {
      envelope.requireUnderstood(
          name -> operation.headerNames().contains(name) || handlers.containsKey(name));
    }
  }

  /** Whether header handlers may hand something on to the method. */
  boolean areHandled() {
    return !all.isEmpty();
  }

  /** Writes what an answer may depend on that the method gets from header handlers. */
  void writeKey(XmlOut out) {
    for (HeaderHandler handler : all) {
      for (Element each : handler.answerKey(of(handler))) {
        DomWriter.write(out, each);
      }
    }
  }

  /** The blocks for a handler, in the order of the message. */
  List<Element> of(HeaderHandler handler) {
    return List.copyOf(handled.getOrDefault(handler, List.of()));
  }

  private Object read(UnreadBlock unread, MessageCodec codec, SoapVersion version) {
    try (XmlOut out = XmlOut.held(false)) {
      DomWriter.write(out, unread.block());
      byte[] bytes = out.bytes();
      try (XmlIn in = inputs.open(new ByteArrayInputStream(bytes), "UTF-8", bytes.length)) {
        in.nextElement();
        in.passAttributesOf(version.envelopeNamespace());
        return codec.read(in);
      }
    } catch (InvalidMessageException invalid) {
      throw invalid.withoutLocation().inHeader();
    }
  }

  /**
   * Stores the blocks of an operation in its arguments. The message must have been read to its end.
   */
  void into(OperationPlan operation, @Nullable Object[] arguments, XmlIn in, SoapVersion version) {
    for (HeaderCodec header : operation.headersIn()) {
      Object value = values.get(header.element());
      if (value instanceof UnreadBlock unread) {
        value = read(unread, header.codec(), version);
      }
      if (value == null && header.required()) {
        throw in.problem(Code.MISSING, "one", "")
            .within(header.element().getLocalPart())
            .inHeader();
      }
      arguments[header.position()] = header.held(value);
    }
  }
}
