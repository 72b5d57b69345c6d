package org.calmanchor.client;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.ConnectException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.function.Consumer;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.core.codec.XmlOut;
import org.calmanchor.core.endpoint.Limit;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.jspecify.annotations.Nullable;

/** One call on its way to the service and back. */
final class OneCall {
  private static final int PIECE = 16 << 10;

  private final CallPlan plan;
  private final EnvelopeWriter writer;
  private final CallSettings settings;
  private final LastExchanges exchanges;

  OneCall(CallPlan plan, EnvelopeWriter writer, CallSettings settings, LastExchanges exchanges) {
    this.plan = plan;
    this.writer = writer;
    this.settings = settings;
    this.exchanges = exchanges;
  }

  /** Sends it; the stage ends with the result, or with what is to be raised. */
  CompletionStage<@Nullable Object> send(@Nullable Object[] arguments) {
    Map<String, String> headers = headers();
    LastExchanges.Pending pending = exchanges.begin(settings.address().toString(), headers);
    HttpRequest.Builder request =
        HttpRequest.newBuilder(settings.address())
            .timeout(settings.timeout())
            .POST(body(arguments, pending));
    headers.forEach(request::setHeader);
    return settings
        .http()
        .sendAsync(request.build(), HttpResponse.BodyHandlers.ofInputStream())
        .handle(
            (response, failed) -> {
              if (failed != null) {
                throw new CompletionException(unreached(failed));
              }
              return new Answered(plan, settings, response, pending).read(arguments);
            });
  }

  private Map<String, String> headers() {
    Map<String, String> headers = new LinkedHashMap<>();
    String type = settings.version().contentType();
    if (settings.version() == SoapVersion.SOAP_1_1) {
      headers.put("Content-Type", type);
      headers.put("SOAPAction", "\"" + plan.action() + "\"");
    } else {
      headers.put("Content-Type", type + "; action=\"" + plan.action() + "\"");
    }
    headers.put("Accept-Encoding", "gzip");
    if (settings.gzips()) {
      headers.put("Content-Encoding", "gzip");
    }
    headers.putAll(settings.headers());
    return headers;
  }

  private HttpRequest.BodyPublisher body(
      @Nullable Object[] arguments, LastExchanges.Pending pending) {
    if (plan.isStreamed()) {
      return HttpRequest.BodyPublishers.ofInputStream(
          () -> Pipe.of(out -> write(arguments, pending, out)));
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream(1024);
    try {
      write(arguments, pending, bytes);
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
    return HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray());
  }

  private void write(
      @Nullable Object[] arguments, LastExchanges.Pending pending, OutputStream bytes)
      throws IOException {
    try (OutputStream sent = settings.gzips() ? new GZIPOutputStream(bytes) : bytes;
        XmlOut out =
            new XmlOut(
                    (piece, length) -> {
                      pending.sends(piece, length);
                      sent.write(piece, 0, length);
                    },
                    PIECE,
                    false)
                .digits((int) settings.limits().value(Limit.DIGITS))) {
      writer.write(out, blocks(arguments), body -> plan.request().write(body, arguments));
      out.flush();
    }
  }

  private List<Consumer<XmlOut>> blocks(@Nullable Object[] arguments) {
    List<Consumer<XmlOut>> blocks = new ArrayList<>();
    for (CallPlan.HeaderSlot header : plan.headersIn()) {
      Object held = arguments[header.position()];
      Object value = held instanceof Optional<?> optional ? optional.orElse(null) : held;
      if (value != null) {
        blocks.add(out -> header.codec().write(out, value));
      }
    }
    return blocks;
  }

  private NoAnswerException unreached(Throwable failed) {
    Throwable cause =
        failed instanceof CompletionException && failed.getCause() != null
            ? failed.getCause()
            : failed;
    String address = settings.address().toString();
    if (cause instanceof HttpTimeoutException) {
      return new NoAnswerException(
          0,
          plan.name()
              + ": "
              + address
              + " did not answer within "
              + settings.timeout()
              + "; a longer timeout(...) waits longer.",
          cause);
    }
    if (cause instanceof ConnectException) {
      return new NoAnswerException(
          0,
          plan.name() + ": nobody answers at " + address + "; is it up, and is the port right?",
          cause);
    }
    return new NoAnswerException(
        0, plan.name() + ": the exchange with " + address + " broke off.", cause);
  }
}
