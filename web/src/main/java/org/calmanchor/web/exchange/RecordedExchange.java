package org.calmanchor.web.exchange;

import java.io.ByteArrayOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.io.BulkInputStream;
import org.calmanchor.core.logging.SecretNames;
import org.calmanchor.web.event.ServedExchange;
import org.calmanchor.web.http.DelegatedRequest;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;

/** Records an exchange while it passes, up to a limit, with its secrets masked. */
public final class RecordedExchange extends DelegatedRequest implements HttpResponse {
  private final HttpRequest request;
  private final HttpResponse response;
  private final Instant at = Instant.now();
  private final String from;
  private final String path;
  private final boolean isPage;
  private final Map<String, String> requestHeaders;
  private final long start = System.nanoTime();
  private final ByteArrayOutputStream received = new ByteArrayOutputStream();
  private final ByteArrayOutputStream sent = new ByteArrayOutputStream();
  private final Map<String, String> answerHeaders = new LinkedHashMap<>();
  private final @Nullable String requestCoding;
  private final @Nullable String requestType;
  private @Nullable InputStream body;
  private @Nullable OutputStream output;
  private @Nullable ServedExchange ended;
  private boolean wasAborted;
  private int status;

  public RecordedExchange(HttpRequest request, HttpResponse response) {
    super(request);
    this.request = request;
    this.response = response;
    // Copied now, because the request is not valid after its answer.
    this.from = request.remoteAddress();
    this.isPage = "same-origin".equals(request.header("Sec-Fetch-Site"));
    this.path = request.path();
    this.requestHeaders = SecretNames.masked(request.headers());
    this.requestCoding = request.header("Content-Encoding");
    this.requestType = request.header("Content-Type");
  }

  /** Records the answer and the end of the exchange. */
  public synchronized void end() {
    String asked = RecordedText.of(received.toByteArray(), requestCoding, requestType, false);
    String answered =
        RecordedText.of(
            sent.toByteArray(),
            answerHeaders.get("Content-Encoding"),
            answerHeaders.get("Content-Type"),
            true);
    ended =
        new ServedExchange(
            at,
            from,
            isPage,
            path,
            MessageSummary.body(asked),
            MessageSummary.outcome(answered),
            requestHeaders,
            asked,
            status,
            wasAborted,
            SecretNames.masked(answerHeaders),
            answered,
            Duration.ofNanos(System.nanoTime() - start));
  }

  /**
   * The exchange.
   *
   * @throws IllegalStateException when it has not ended
   */
  public synchronized ServedExchange exchange() {
    if (ended == null) {
      throw new IllegalStateException("the exchange has not ended");
    }
    return ended;
  }

  /** The exchange for the page. */
  Map<String, Object> shown() {
    ServedExchange exchange = exchange();
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("at", exchange.at().toString());
    all.put("from", exchange.from());
    all.put("isPage", exchange.isPage());
    all.put("path", exchange.path());
    all.put("requestHeaders", exchange.requestHeaders());
    all.put("operation", exchange.operation());
    all.put("outcome", exchange.outcome());
    all.put("request", exchange.request());
    all.put("status", exchange.status());
    all.put("wasAborted", exchange.wasAborted());
    all.put("responseHeaders", exchange.responseHeaders());
    all.put("response", exchange.response());
    all.put("millis", TimeUnit.NANOSECONDS.toMicros(exchange.took().toNanos()) / 1000.0);
    return all;
  }

  @Override
  public InputStream body() {
    InputStream open = body;
    if (open == null) {
      open = new Received(request.body());
      body = open;
    }
    return open;
  }

  private final class Received extends BulkInputStream {
    Received(InputStream in) {
      super(in);
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
      int read = in.read(bytes, offset, length);
      if (read > 0) {
        RecordedText.keep(received, bytes, offset, read);
      }
      return read;
    }
  }

  @Override
  public OutputStream output() {
    OutputStream open = output;
    if (open == null) {
      open = new Sent(response.output());
      output = open;
    }
    return open;
  }

  private final class Sent extends FilterOutputStream {
    Sent(OutputStream out) {
      super(out);
    }

    @Override
    public void write(int single) throws IOException {
      write(new byte[] {(byte) single}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
      RecordedText.keep(sent, bytes, offset, length);
      out.write(bytes, offset, length);
    }
  }

  @Override
  public void status(int code) {
    status = code;
    response.status(code);
  }

  @Override
  public void header(String name, String value) {
    answerHeaders.put(name, value);
    response.header(name, value);
  }

  @Override
  public void abort() {
    wasAborted = true;
    response.abort();
  }

  @Override
  public String path() {
    return path;
  }
}
