package org.calmanchor.client;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.CompletionException;
import java.util.stream.Stream;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.FaultReader;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.xml.Excerpt;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.LazyItems;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Reads the answer of one call. */
final class ReceivedAnswer {
  private final CallPlan plan;
  private final CallSettings settings;
  private final HttpResponse<?> response;
  private final InputStream arrived;
  private final LastExchanges.Pending pending;

  ReceivedAnswer(
      CallPlan plan,
      CallSettings settings,
      HttpResponse<?> response,
      InputStream arrived,
      LastExchanges.Pending pending) {
    this.plan = plan;
    this.settings = settings;
    this.response = response;
    this.arrived = arrived;
    this.pending = pending;
  }

  /**
   * Reads the result, and stores header blocks in the arguments for them.
   *
   * @throws CompletionException around what is to be raised
   */
  @Nullable Object read(@Nullable Object[] arguments) {
    Map<String, String> headers = AnswerBody.headers(response);
    pending.answered(response.statusCode(), headers);
    InputStream body = arrived;
    boolean isLeftOpen = false;
    try {
      if (plan.response() == null && response.statusCode() / 100 == 2) {
        return null;
      }
      body = AnswerBody.decoded(body, headers);
      InputStream noted = pending.noting(body);
      AnswerBody.requireMessage(
          plan.name(), settings.address(), response.statusCode(), headers, noted);
      Object result = message(noted, arguments);
      isLeftOpen = result instanceof Stream;
      return result;
    } catch (NoAnswerException noMessage) {
      throw raised(noMessage);
    } catch (IOException broken) {
      throw raised(unreadable("it broke off", broken));
    } catch (InvalidMessageException | SoapFaultException invalid) {
      throw raised(unreadable(String.valueOf(invalid.getMessage()), null));
    } finally {
      if (!isLeftOpen) {
        close(body);
      }
    }
  }

  private static CompletionException raised(Throwable cause) {
    return new CompletionException(cause);
  }

  private @Nullable Object message(InputStream body, @Nullable Object[] arguments) {
    long length = response.headers().firstValueAsLong("content-length").orElse(-1);
    boolean isPlain = response.headers().firstValue("content-encoding").isEmpty();
    XmlIn in = settings.inputs().open(body, null, isPlain ? length : -1);
    in.resources().keepInMemory();
    EnvelopeReader envelope = EnvelopeReader.open(in);
    Map<MessageCodec, Object> blocks = new HashMap<>();
    FaultReader fault = new FaultReader();
    if (!envelope.toBody(block -> fault.block(block) || header(block, blocks))) {
      throw raised(unreadable("the body is empty", null));
    }
    if (in.isAt(envelope.version().envelopeNamespace(), "Fault")) {
      throw raised(new ReceivedFault(fault, plan.faults()).read(in, envelope.version()));
    }
    MessageCodec codec = plan.response();
    if (codec == null || !in.isAt(codec.name().getNamespaceURI(), codec.name().getLocalPart())) {
      throw raised(
          unreadable("its body holds " + Excerpt.of(in.localName()) + ", no answer to it", null));
    }
    @Nullable Object[] members = (@Nullable Object[]) codec.read(in);
    give(blocks, arguments);
    LazyItems later = in.resources().later();
    if (later == null) {
      envelope.end();
      in.close();
      return members[0];
    }
    later.raisedAs(invalid -> unreadable(String.valueOf(invalid.getMessage()), null));
    later.atEnd(
        () -> {
          envelope.end();
          close(body);
        });
    Stream<?> items = (Stream<?>) members[0];
    return items == null ? null : items.onClose(() -> close(body));
  }

  private boolean header(XmlIn in, Map<MessageCodec, Object> blocks) {
    HeaderCodec slot = plan.headersOut().get(in.name());
    if (slot == null) {
      return false;
    }
    blocks.put(slot.codec(), slot.codec().read(in));
    return true;
  }

  @SuppressWarnings("unchecked") // a HeaderOut is filled with what its own codec has read
  private void give(Map<MessageCodec, Object> blocks, @Nullable Object[] arguments) {
    for (HeaderCodec slot : plan.headersOut().values()) {
      Object value = blocks.get(slot.codec());
      if (value != null && arguments[slot.position()] instanceof HeaderOut<?> out) {
        ((HeaderOut<Object>) out).set(value);
      }
    }
  }

  private NoAnswerException unreadable(String why, @Nullable Throwable cause) {
    return new NoAnswerException(
        response.statusCode(),
        plan.name()
            + ": the answer of "
            + settings.address()
            + " is not what the interface says: "
            + Loggable.sentence(why),
        cause);
  }

  private static void close(InputStream body) {
    try {
      body.close();
    } catch (IOException alreadyGone) {
      throw new UncheckedIOException(alreadyGone);
    }
  }
}
