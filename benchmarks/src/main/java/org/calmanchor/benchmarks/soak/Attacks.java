package org.calmanchor.benchmarks.soak;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** The attacks of the soak test, one attempt each; they ignore the answer. */
final class Attacks {
  private static final String ENVELOPE =
      "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'>%s<e:Body>%s</e:Body>"
          + "</e:Envelope>";

  /** The most connections that are held open at a time. */
  private static final int MOST_HELD = 100;

  private final int port;
  private final List<Socket> held = new ArrayList<>();

  Attacks(int port) {
    this.port = port;
  }

  /** Makes one attempt of an attack. */
  @FunctionalInterface
  interface Attack {
    void attempt() throws IOException;
  }

  /** The attacks whose names contain {@code part}, by name. */
  Map<String, Attack> named(String part) {
    Map<String, Attack> all = all();
    all.keySet().removeIf(name -> !name.contains(part));
    return all;
  }

  private Map<String, Attack> all() {
    Map<String, Attack> attacks = new LinkedHashMap<>();
    attacks.put("fresh attribute names", () -> post(message("", "<moor " + fresh(99, "") + "/>")));
    attacks.put("fresh prefixes", () -> post(message("", "<moor " + fresh(99, "xmlns:") + "/>")));
    attacks.put(
        "fresh header blocks", () -> post(message("<e:Header>" + blocks(400) + "</e:Header>", "")));
    attacks.put("fresh body elements", () -> post(message("", blocks(1))));
    attacks.put("100,000 attributes", () -> post(message("", "<a " + numbered("=''") + "/>")));
    attacks.put(
        "100,000 elements", () -> post(message("<e:Header><a>" + tags() + "</a></e:Header>", "")));
    attacks.put("an endless name in a gzip header", this::gzip);
    attacks.put("documents that nobody reads, HTTP/2", this::unread);
    attacks.put("questions that do not arrive", () -> half("POST /quay?page=request", "{"));
    attacks.put("messages that do not arrive", () -> half("POST /quay", "<e:Envelope"));
    attacks.put("connections that say nothing", () -> hold(socket()));
    return attacks;
  }

  private static String message(String header, String body) {
    return ENVELOPE.formatted(header, body);
  }

  private static String fresh(int count, String prefix) {
    return IntStream.range(0, count)
        .mapToObj(i -> prefix + name() + "='1'")
        .collect(Collectors.joining(" "));
  }

  private static String blocks(int count) {
    return IntStream.range(0, count)
        .mapToObj(i -> "<" + name() + "/>")
        .collect(Collectors.joining());
  }

  private static String name() {
    return "n" + "x".repeat(150) + Long.toHexString(ThreadLocalRandom.current().nextLong());
  }

  private static String numbered(String rest) {
    return IntStream.range(0, 100_000)
        .mapToObj(i -> "a" + i + rest)
        .collect(Collectors.joining(" "));
  }

  private static String tags() {
    return IntStream.range(0, 100_000).mapToObj(i -> "<a" + i + "/>").collect(Collectors.joining());
  }

  private Socket socket() throws IOException {
    Socket socket = new Socket();
    // Another address than that of the normal callers, so that the limit per address applies.
    socket.bind(new InetSocketAddress(InetAddress.getByAddress(new byte[] {127, 0, 0, 2}), 0));
    socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
    socket.setSoTimeout(20_000);
    return socket;
  }

  /** Keeps a connection open until newer ones replace it. */
  private synchronized void hold(Socket socket) throws IOException {
    held.add(socket);
    if (held.size() > MOST_HELD) {
      held.remove(0).close();
    }
  }

  private static byte[] head(String line, String more, int length) {
    return (line
            + " HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n"
            + more
            + "Content-Length: "
            + length
            + "\r\n\r\n")
        .getBytes(StandardCharsets.US_ASCII);
  }

  private void post(String message) throws IOException {
    byte[] body = message.getBytes(StandardCharsets.UTF_8);
    try (Socket socket = socket()) {
      OutputStream out = socket.getOutputStream();
      out.write(head("POST /quay", "Content-Type: text/xml\r\n", body.length));
      out.write(body);
      socket.getInputStream().readAllBytes();
    }
  }

  private void gzip() throws IOException {
    try (Socket socket = socket()) {
      OutputStream out = socket.getOutputStream();
      String types = "Content-Type: text/xml\r\nContent-Encoding: gzip\r\n";
      out.write(head("POST /quay", types, 4 << 20));
      out.write(HexFormat.of().parseHex("1f8b0808000000000003"));
      byte[] piece = new byte[64 << 10];
      java.util.Arrays.fill(piece, (byte) 'a');
      for (int i = 0; i < 60; i++) {
        out.write(piece);
      }
    }
  }

  private void half(String line, String begin) throws IOException {
    Socket socket = socket();
    String types = "Content-Type: " + (begin.equals("{") ? "application/json" : "text/xml");
    byte[] head = head(line, types + "\r\nSec-Fetch-Site: same-origin\r\n", 100);
    socket.getOutputStream().write(head);
    socket.getOutputStream().write(begin.getBytes(StandardCharsets.US_ASCII));
    hold(socket);
  }

  /**
   * Requests many documents over one connection and reads none of them. It pauses, because the test
   * is about the memory of unread answers, not about the CPU for thousands of requests per second.
   */
  private void unread() throws IOException {
    LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    Socket socket = socket();
    DataOutputStream out = new DataOutputStream(socket.getOutputStream());
    out.write("PRI * HTTP/2.0\r\n\r\nSM\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
    // SETTINGS with INITIAL_WINDOW_SIZE 0 (RFC 9113, section 6.5.2).
    out.write(HexFormat.of().parseHex("000006040000000000000400000000"));
    for (int stream = 1; stream < 160; stream += 2) {
      ByteArrayOutputStream head = new ByteArrayOutputStream();
      head.writeBytes(new byte[] {(byte) 0x82, (byte) 0x86, 4, 10});
      head.writeBytes("/quay?wsdl".getBytes(StandardCharsets.US_ASCII));
      head.writeBytes(new byte[] {1, 9});
      head.writeBytes("localhost".getBytes(StandardCharsets.US_ASCII));
      out.write(new byte[] {0, 0, (byte) head.size(), 1, 5});
      out.writeInt(stream);
      head.writeTo(out);
    }
    out.flush();
    hold(socket);
  }

  synchronized void letGo() throws IOException {
    for (Socket socket : held) {
      socket.close();
    }
    held.clear();
  }
}
