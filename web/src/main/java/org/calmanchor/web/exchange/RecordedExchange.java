package org.calmanchor.web.exchange;

import java.io.ByteArrayOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.Principal;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.io.BulkInputStream;
import org.calmanchor.core.logging.SecretNames;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;

/** Records an exchange while it passes, up to a limit, with its secrets masked. */
public final class RecordedExchange implements HttpRequest, HttpResponse {
  private final HttpRequest request;
  private final HttpResponse response;
  private final Map<String, Object> begun = new LinkedHashMap<>();
  private final long start = System.nanoTime();
  private final ByteArrayOutputStream received = new ByteArrayOutputStream();
  private final ByteArrayOutputStream sent = new ByteArrayOutputStream();
  private final Map<String, String> answerHeaders = new LinkedHashMap<>();
  private final @Nullable String requestCoding;
  private final @Nullable String requestType;
  private @Nullable InputStream body;
  private @Nullable OutputStream output;
  private Map<String, Object> shown = Map.of();
  private boolean wasAborted;
  private int status;

  RecordedExchange(HttpRequest request, HttpResponse response) {
    this.request = request;
    this.response = response;
    // Copied now, because the request is not valid after its answer.
    begun.put("at", Instant.now().toString());
    begun.put("from", request.remoteAddress());
    begun.put("isPage", "same-origin".equals(request.header("Sec-Fetch-Site")));
    begun.put("path", request.path());
    begun.put("requestHeaders", SecretNames.masked(request.headers()));
    this.requestCoding = request.header("Content-Encoding");
    this.requestType = request.header("Content-Type");
  }

  /** Records the answer and the end of the exchange. */
  public synchronized void end() {
    Map<String, Object> all = new LinkedHashMap<>(begun);
    String asked = RecordedText.of(received.toByteArray(), requestCoding, requestType, false);
    String answered =
        RecordedText.of(
            sent.toByteArray(),
            answerHeaders.get("Content-Encoding"),
            answerHeaders.get("Content-Type"),
            true);
    all.put("operation", MessageSummary.body(asked));
    all.put("outcome", MessageSummary.outcome(answered));
    all.put("request", asked);
    all.put("status", status);
    all.put("wasAborted", wasAborted);
    all.put("responseHeaders", SecretNames.masked(answerHeaders));
    all.put("response", answered);
    all.put("millis", TimeUnit.NANOSECONDS.toMicros(System.nanoTime() - start) / 1000.0);
    shown = all;
  }

  synchronized Map<String, Object> shown() {
    return shown;
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
  public String method() {
    return request.method();
  }

  @Override
  public String path() {
    return String.valueOf(begun.get("path"));
  }

  @Override
  public @Nullable String query() {
    return request.query();
  }

  @Override
  public @Nullable String header(String name) {
    return request.header(name);
  }

  @Override
  public List<String> headers(String name) {
    return request.headers(name);
  }

  @Override
  public Map<String, String> headers() {
    return request.headers();
  }

  @Override
  public String scheme() {
    return request.scheme();
  }

  @Override
  public @Nullable String authority() {
    return request.authority();
  }

  @Override
  public String localAddress() {
    return request.localAddress();
  }

  @Override
  public String remoteAddress() {
    return request.remoteAddress();
  }

  @Override
  public long length() {
    return request.length();
  }

  @Override
  public @Nullable Principal principal() {
    return request.principal();
  }

  @Override
  public @Nullable Instant deadline() {
    return request.deadline();
  }

  @Override
  public boolean isCancelled() {
    return request.isCancelled();
  }
}
