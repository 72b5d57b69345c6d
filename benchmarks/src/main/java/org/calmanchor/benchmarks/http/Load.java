package org.calmanchor.benchmarks.http;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** Sends one request over and over, on some connections that stay open. */
final class Load {
  private final int port;
  private final byte[] request;
  private final String expected;

  private Load(int port, byte[] request, String expected) {
    this.port = port;
    this.request = request;
    this.expected = expected;
  }

  /** Creates the load of that exchange for a server of that kind. */
  static Load of(String kind, int port, Exchanges exchange) {
    boolean isJson = kind.equals("json") || kind.equals("raw");
    boolean isOurs = kind.equals("ours") || kind.equals("callers");
    String path = isOurs ? "/harbor" : "/" + exchange.name().toLowerCase(Locale.ROOT);
    String headers = kind.equals("callers") ? Servers.CREDENTIALS : "";
    return new Load(port, exchange.request(path, isJson, headers), exchange.expected());
  }

  /** Creates the load of a caller that sends the place of its calls in a trace. */
  static Load traced(int port, Exchanges exchange) {
    String trace = "traceparent: 00-4bf92f3577b34da6a3ce929d0e0e4736-00f067aa0ba902b7-01\r\n";
    return new Load(port, exchange.request("/harbor", false, trace), exchange.expected());
  }

  /** Sends one request and reads the answer. */
  void once() throws IOException {
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      socket.getOutputStream().write(request);
      answer(new BufferedInputStream(socket.getInputStream()), true);
    }
  }

  /** Sends so many requests on one connection, one after the other. */
  void times(int count) throws IOException {
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      socket.setTcpNoDelay(true);
      InputStream in = new BufferedInputStream(socket.getInputStream(), 64 << 10);
      for (int i = 0; i < count; i++) {
        socket.getOutputStream().write(request);
        answer(in, false);
      }
    }
  }

  /** The number of answers, the time, and the sorted latencies. */
  record Figures(long answers, double seconds, long[] nanos) {
    double perSecond() {
      return answers / seconds;
    }

    /** The percentile of the latency in milliseconds. */
    double percentile(double share) {
      return nanos.length == 0
          ? 0
          : nanos[(int) Math.min(nanos.length - 1L, Math.round(nanos.length * share))] / 1e6;
    }
  }

  /**
   * Sends requests for some seconds.
   *
   * @param perSecond how many requests are begun each second, whatever became of the earlier ones
   *     on other connections; 0 for as many as the server answers
   */
  Figures run(int connections, double seconds, double perSecond)
      throws InterruptedException, ExecutionException {
    ExecutorService threads = Executors.newFixedThreadPool(connections);
    try {
      long start = System.nanoTime();
      long end = start + (long) (seconds * 1e9);
      List<Future<long[]>> parts = new ArrayList<>();
      for (int i = 0; i < connections; i++) {
        double pause = perSecond == 0 ? 0 : connections * 1e9 / perSecond;
        long first = start + (long) (pause * i / connections);
        parts.add(threads.submit(() -> connection(first, end, pause)));
      }
      List<long[]> all = new ArrayList<>();
      for (Future<long[]> part : parts) {
        all.add(part.get());
      }
      double took = (System.nanoTime() - start) / 1e9;
      long[] nanos = all.stream().flatMapToLong(Arrays::stream).sorted().toArray();
      return new Figures(nanos.length, took, nanos);
    } finally {
      threads.shutdownNow();
    }
  }

  private long[] connection(long first, long end, double pause)
      throws IOException, InterruptedException {
    long[] nanos = new long[1 << 16];
    int count = 0;
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      socket.setTcpNoDelay(true);
      InputStream in = new BufferedInputStream(socket.getInputStream(), 64 << 10);
      for (long due = first; due < end; ) {
        long now = System.nanoTime();
        if (pause > 0 && due > now) {
          Thread.sleep((due - now) / 1_000_000, (int) ((due - now) % 1_000_000));
        }
        // At a fixed rate, the latency counts from the time when the request was due, so it
        // includes waiting.
        long from = pause > 0 ? due : now;
        socket.getOutputStream().write(request);
        String answer = answer(in, count == 0);
        if (count == 0 && !answer.contains(expected)) {
          throw new IOException("not the answer expected: " + answer);
        }
        if (count == nanos.length) {
          nanos = Arrays.copyOf(nanos, count * 2);
        }
        nanos[count++] = System.nanoTime() - from;
        due = pause > 0 ? (long) (due + pause) : System.nanoTime();
      }
    }
    return Arrays.copyOf(nanos, count);
  }

  private static String answer(InputStream in, boolean isWanted) throws IOException {
    int length = -1;
    boolean isOk = false;
    while (true) {
      String line = line(in);
      if (line.isEmpty()) {
        break;
      }
      if (line.startsWith("HTTP/1.1 200")) {
        isOk = true;
      } else if (line.regionMatches(true, 0, "Content-Length:", 0, 15)) {
        length = Integer.parseInt(line.substring(15).strip());
      }
    }
    if (!isOk || length < 0) {
      throw new IOException("no answer with 200 and a length");
    }
    if (isWanted) {
      return new String(in.readNBytes(length), StandardCharsets.UTF_8);
    }
    in.skipNBytes(length);
    return "";
  }

  private static String line(InputStream in) throws IOException {
    StringBuilder line = new StringBuilder();
    for (int c = in.read(); c != '\n'; c = in.read()) {
      if (c < 0) {
        throw new IOException("the connection ended");
      }
      if (c != '\r') {
        line.append((char) c);
      }
    }
    return line.toString();
  }
}
