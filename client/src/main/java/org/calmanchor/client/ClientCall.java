package org.calmanchor.client;

import static java.net.http.HttpResponse.BodyHandlers.ofInputStream;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.ConnectException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.SoapHttp;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** One call: it writes the request, sends it, and reads the answer. */
final class ClientCall {
  private static final int PIECE = 16 << 10;

  private final CallPlan plan;
  private final EnvelopeWriter writer;
  private final CallSettings settings;
  private final LastExchanges exchanges;

  ClientCall(CallPlan plan, EnvelopeWriter writer, CallSettings settings, LastExchanges exchanges) {
    this.plan = plan;
    this.writer = writer;
    this.settings = settings;
    this.exchanges = exchanges;
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
          ? streamed(arguments, pending, waited(sent(arguments, pending, ofInputStream())))
          : read(arguments, pending, waited(whole(arguments, pending)));
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
      return whole(arguments, pending)
          .handle((response, failed) -> read(arguments, pending, arrived(response, failed)));
    }
    return sent(arguments, pending, ofInputStream())
        .handleAsync(
            (response, failed) -> streamed(arguments, pending, arrived(response, failed)),
            // Reading the answer waits for the first item, which the threads of the HTTP client
            // must not do.
            task -> new Thread(task, "calm-anchor-answer").start());
  }

  private String address() {
    return settings.address().toString();
  }

  private <T> CompletableFuture<HttpResponse<T>> sent(
      @Nullable Object[] arguments,
      LastExchanges.Pending pending,
      HttpResponse.BodyHandler<T> handler) {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(settings.address())
            .timeout(settings.timeout())
            .POST(body(arguments, pending));
    headers().forEach(request::setHeader);
    return settings.http().sendAsync(request.build(), handler);
  }

  /** The timeout covers the whole answer, so an answer that arrives too slowly fails too. */
  private CompletableFuture<HttpResponse<byte[]>> whole(
      @Nullable Object[] arguments, LastExchanges.Pending pending) {
    long most = settings.limits().value(Limit.BODY_BYTES);
    CompletableFuture<HttpResponse<byte[]>> sent =
        sent(arguments, pending, BufferedAnswer.upTo(most));
    CompletableFuture<HttpResponse<byte[]>> timed =
        sent.copy().orTimeout(settings.timeout().toNanos(), TimeUnit.NANOSECONDS);
    CompletableFuture<HttpResponse<byte[]>> unused =
        timed.whenComplete(
            (response, failed) -> {
              if (failed != null) {
                sent.cancel(true);
              }
            });
    return timed;
  }

  private <T> HttpResponse<T> waited(CompletableFuture<HttpResponse<T>> answer) {
    try {
      return answer.get();
    } catch (ExecutionException failed) {
      throw new CompletionException(unreached(failed));
    } catch (InterruptedException told) {
      answer.cancel(true);
      Thread.currentThread().interrupt();
      throw new CompletionException(
          new NoAnswerException(
              0,
              plan.name() + ": this thread was interrupted while it waited for an answer.",
              told));
    }
  }

  private <T> HttpResponse<T> arrived(
      @Nullable HttpResponse<T> response, @Nullable Throwable failed) {
    if (response == null) {
      throw new CompletionException(
          unreached(failed == null ? new IOException("nothing came") : failed));
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
      writer.write(out, blocks(arguments), body -> plan.request().write(body, arguments));
      out.flush();
    }
  }

  private List<Consumer<XmlOut>> blocks(@Nullable Object[] arguments) {
    List<Consumer<XmlOut>> blocks = new ArrayList<>();
    for (HeaderCodec header : plan.headersIn()) {
      Object held = arguments[header.position()];
      Object value = header.value(held);
      if (value != null) {
        blocks.add(out -> header.codec().write(out, value));
      }
    }
    return blocks;
  }

  private NoAnswerException unreached(Throwable failed) {
    boolean isWrapped =
        failed instanceof CompletionException || failed instanceof ExecutionException;
    Throwable cause = isWrapped && failed.getCause() != null ? failed.getCause() : failed;
    String address = settings.address().toString();
    if (cause instanceof HttpTimeoutException || cause instanceof TimeoutException) {
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
          plan.name() + ": no server answers at " + address + "; is it up, and is the port right?",
          cause);
    }
    String why = cause.getMessage() == null ? "" : ": " + Loggable.text(cause.getMessage());
    return new NoAnswerException(
        0, plan.name() + ": the exchange with " + address + " broke off" + why + ".", cause);
  }
}
