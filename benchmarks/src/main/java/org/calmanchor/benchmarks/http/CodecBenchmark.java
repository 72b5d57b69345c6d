package org.calmanchor.benchmarks.http;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.jspecify.annotations.Nullable;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** From a request's bytes to an answer's, without HTTP. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 5, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(2)
public class CodecBenchmark {
  /** The exchange. */
  @Param({"SMALL", "MEDIUM", "LARGE"})
  public String exchange = "SMALL";

  /** The kind of server. */
  @Param({"json", "stax", "ours"})
  public String kind = "ours";

  private Work work = body -> 0;
  private byte[] body = {};

  /** Answers a request and returns the answer's length, so that the JIT cannot remove the work. */
  private interface Work {
    int answer(byte[] body) throws IOException;
  }

  /** Creates the request and the server side. */
  @Setup
  public void prepare() {
    Exchanges asked = Exchanges.valueOf(exchange);
    body = asked.body(kind.equals("json"));
    if (kind.equals("ours")) {
      Endpoint endpoint = Endpoint.of(new Harbor());
      work =
          request -> {
            InMemory exchanged = new InMemory(request);
            endpoint.handle(exchanged, exchanged);
            return exchanged.output.size();
          };
    } else {
      Codecs codecs = kind.equals("json") ? new Codecs.Json() : new Codecs.Stax();
      work = request -> codecs.answer(asked, new ByteArrayInputStream(request)).length;
    }
  }

  /** Answers one request. */
  @Benchmark
  public int answer() throws IOException {
    return work.answer(body);
  }

  private static final class InMemory implements Request, Response {
    private final byte[] request;
    private final ByteArrayOutputStream output = new ByteArrayOutputStream(1024);

    InMemory(byte[] request) {
      this.request = request;
    }

    @Override
    public InputStream body() {
      return new ByteArrayInputStream(request);
    }

    @Override
    public long length() {
      return request.length;
    }

    @Override
    public @Nullable String header(String name) {
      return null;
    }

    @Override
    public List<String> headers(String name) {
      return List.of();
    }

    @Override
    public String path() {
      return "";
    }

    @Override
    public String contentType() {
      return "text/xml; charset=utf-8";
    }

    @Override
    public @Nullable String action() {
      return null;
    }

    @Override
    public @Nullable Caller caller() {
      return null;
    }

    @Override
    public String remoteAddress() {
      return "";
    }

    @Override
    public @Nullable Instant deadline() {
      return null;
    }

    @Override
    public boolean isCancelled() {
      return false;
    }

    @Override
    public void header(String name, String value) {}

    @Override
    public void begin(int status, @Nullable String contentType) {
      if (status != 200) {
        throw new IllegalStateException("answered with status " + status);
      }
    }

    @Override
    public OutputStream output() {
      return output;
    }

    @Override
    public void abort() {
      throw new IllegalStateException("broken off");
    }
  }
}
