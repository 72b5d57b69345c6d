package org.calmanchor.client;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.SoapHttp;
import org.calmanchor.core.usernametoken.UsernameTokenWriter;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** One call: it writes the request, sends it, and reads the answer. */
final class ClientCall {
  private static final int PIECE = 16 << 10;

  private final CallPlan plan;
  private final EnvelopeWriter writer;
  private final CallSettings settings;
  private final LastExchanges exchanges;
  private final HttpExchange http;

  ClientCall(CallPlan plan, EnvelopeWriter writer, CallSettings settings, LastExchanges exchanges) {
    this.plan = plan;
    this.writer = writer;
    this.settings = settings;
    this.exchanges = exchanges;
    this.http = new HttpExchange(settings, plan.name());
  }

  /**
   * Sends the request and waits for the answer, which is read on this thread.
   *
   * @throws Throwable what is to be raised
   */
  @Nullable Object call(@Nullable Object[] arguments) throws Throwable {
    LastExchanges.Pending pending = exchanges.begin(address(), headers());
    try {
      return plan.answersInStream()
          ? streamed(
              arguments, pending, http.waited(http.begin(headers(), body(arguments, pending))))
          : read(arguments, pending, http.waited(http.whole(headers(), body(arguments, pending))));
    } catch (CompletionException raised) {
      Throwable cause = raised.getCause();
      throw cause == null ? raised : cause;
    }
  }

  /**
   * Sends the request. The stage completes with the result, or with the exception for the caller.
   */
  CompletionStage<@Nullable Object> send(@Nullable Object[] arguments) {
    LastExchanges.Pending pending = exchanges.begin(address(), headers());
    if (!plan.answersInStream()) {
      return http.whole(headers(), body(arguments, pending))
          .handle((response, failed) -> read(arguments, pending, arrived(response, failed)));
    }
    return http.begin(headers(), body(arguments, pending))
        .handleAsync(
            (response, failed) -> streamed(arguments, pending, arrived(response, failed)),
            // Reading the answer waits for the first item, which the threads of the HTTP client
            // must not do.
            task -> new Thread(task, "calm-anchor-answer").start());
  }

  private String address() {
    return settings.address().toString();
  }

  private <T> HttpResponse<T> arrived(
      @Nullable HttpResponse<T> response, @Nullable Throwable failed) {
    if (response == null) {
      throw new CompletionException(
          http.unreached(failed == null ? new IOException("nothing came") : failed));
    }
    return response;
  }

  private @Nullable Object read(
      @Nullable Object[] arguments, LastExchanges.Pending pending, HttpResponse<byte[]> response) {
    return new ReceivedAnswer(
            plan, settings, response, new ByteArrayInputStream(response.body()), pending)
        .read(arguments);
  }

  /**
   * The timeout covers the beginning of a stream; afterwards its reader decides how long to wait.
   */
  private @Nullable Object streamed(
      @Nullable Object[] arguments,
      LastExchanges.Pending pending,
      HttpResponse<InputStream> response) {
    AtomicReference<@Nullable InputStream> late = new AtomicReference<>(response.body());
    CompletableFuture.delayedExecutor(settings.timeout().toNanos(), TimeUnit.NANOSECONDS)
        .execute(() -> closeLate(late));
    try {
      return new ReceivedAnswer(plan, settings, response, response.body(), pending).read(arguments);
    } finally {
      late.set(null);
    }
  }

  private static void closeLate(AtomicReference<@Nullable InputStream> late) {
    InputStream body = late.get();
    if (body != null) {
      try {
        body.close();
      } catch (IOException alreadyBroken) {
        throw new UncheckedIOException(alreadyBroken);
      }
    }
  }

  private Map<String, String> headers() {
    Map<String, String> headers = SoapHttp.headers(settings.version(), plan.action());
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
          () -> RequestPipe.of(out -> write(arguments, pending, out)));
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
      MessageCodec request = plan.request();
      writer.write(
          out,
          blocks(arguments),
          body -> {
            if (request != null) {
              request.write(body, arguments);
            }
          });
      out.flush();
    }
  }

  private List<Consumer<XmlOut>> blocks(@Nullable Object[] arguments) {
    List<Consumer<XmlOut>> blocks = new ArrayList<>();
    UsernameTokenWriter token = settings.usernameToken();
    if (token != null) {
      blocks.add(token::write);
    }
    for (HeaderCodec header : plan.headersIn()) {
      Object held = arguments[header.position()];
      Object value = header.value(held);
      if (value != null) {
        blocks.add(out -> header.codec().write(out, value));
      }
    }
    return blocks;
  }
}
