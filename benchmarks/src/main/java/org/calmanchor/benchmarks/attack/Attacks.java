package org.calmanchor.benchmarks.attack;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** All attacks. Each attempt ignores the answer, unless it must not be given. */
final class Attacks {
  private static final int MEGABYTE = 1 << 20;

  /** Made once: attackers must not take the processor away from callers. */
  private static final String LONG_NAME = "x".repeat(3 * MEGABYTE);

  private static final byte[] TEXT = LONG_NAME.getBytes(StandardCharsets.US_ASCII);

  /** Another address than that of the innocent callers, so that limits by address apply. */
  private static final String ADDRESS = "127.0.0.2";

  /** Of a client that reads little at a time. */
  private static final int SMALL_WINDOW = 16 << 10;

  private final AttackedHost host;
  private final HeldConnections few = new HeldConnections(100);
  private final HeldConnections many = new HeldConnections(1_900);

  Attacks(AttackedHost host) {
    this.host = host;
  }

  /** Those whose names contain {@code part}. */
  List<Attack> named(String part) {
    return List.of(
            messages(
                "fresh attribute names",
                () -> Requests.message("", "<moor " + fresh(99, "") + "/>")),
            messages(
                "fresh prefixes",
                () -> Requests.message("", "<moor " + fresh(99, "xmlns:") + "/>")),
            messages("fresh header blocks", () -> header(many(400, i -> "<" + name() + "/>"))),
            messages(
                "fresh attributes of header blocks",
                () -> header(many(40, i -> "<h" + i + " " + fresh(90, "") + "/>"))),
            messages("fresh body elements", () -> Requests.message("", "<" + name() + "/>")),
            messages(
                "100,000 attributes", () -> Requests.message("", "<a " + manyAttributes() + "/>")),
            messages(
                "100,000 elements",
                () -> header("<a>" + many(100_000, i -> "<a" + i + "/>") + "</a>")),
            messages(
                "3 MB of tiny elements", () -> header("<a>" + "<a/>".repeat(700_000) + "</a>")),
            new Attack("3 MB of a text that does not end", 10, true, this::sendUnfinishedText),
            new Attack("an endless name in a gzip header", 3, false, this::gzip),
            new Attack("answers of 3 MB that nobody reads", 3, true, this::unreadAnswer),
            new Attack("documents that nobody reads, HTTP/2", 3, false, this::unread),
            new Attack("questions that do not arrive", 3, false, () -> half("?page=request", "{")),
            new Attack("messages that do not arrive", 3, false, () -> half("", "<e:Envelope")),
            new Attack("messages byte by byte", 3, false, this::trickle),
            new Attack("wrong passwords", 70, false, this::guess),
            new Attack("connections that say nothing", 3, false, this::silent),
            new Attack("sessions of nobody", 3, false, this::session),
            new Attack(
                "one-way messages", 3, false, () -> post(ADDRESS, Requests.call("note", ""), "")),
            new Attack("answers without end", 150, false, this::endless),
            new Attack("long questions of the page", 3, true, this::question),
            new Attack("the page through a proxy", 3, false, this::page))
        .stream()
        .filter(attack -> attack.name().contains(part))
        .toList();
  }

  @FunctionalInterface
  private interface Message {
    String make();
  }

  private Attack messages(String name, Message message) {
    return new Attack(name, 3, true, () -> post(ADDRESS, message.make(), ""));
  }

  private static String header(String blocks) {
    return Requests.message(blocks, "");
  }

  private static String many(int count, IntFunction<String> each) {
    return IntStream.range(0, count).mapToObj(each).collect(Collectors.joining());
  }

  private static String fresh(int count, String prefix) {
    return many(count, i -> prefix + name() + "='1' ");
  }

  private static String name() {
    return "n" + "x".repeat(150) + Long.toHexString(ThreadLocalRandom.current().nextLong());
  }

  private static String manyAttributes() {
    return many(100_000, i -> "a" + i + "='' ");
  }

  /** What an attacker does at a distance takes time, and no processor of this machine. */
  private static void pause() {
    LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
  }

  /** One of many addresses of loopback. */
  private static String anyAddress() {
    ThreadLocalRandom random = ThreadLocalRandom.current();
    return "127."
        + random.nextInt(1, 255)
        + "."
        + random.nextInt(255)
        + "."
        + random.nextInt(1, 255);
  }

  private long post(String from, String message, String headers) throws IOException {
    byte[] request = Requests.post(message, headers);
    try (Socket socket = host.connect(from)) {
      socket.getOutputStream().write(request);
      socket.getInputStream().readAllBytes();
    }
    return request.length;
  }

  private long sendUnfinishedText() throws IOException {
    Socket socket = host.connect(anyAddress());
    few.hold(socket);
    OutputStream out = socket.getOutputStream();
    String begin = Requests.call("moor", "<boat>").replaceFirst("</moor>.*", "");
    out.write(
        (Requests.head("POST /quay", "Content-Type: text/xml\r\n", 4 * MEGABYTE) + begin)
            .getBytes(StandardCharsets.US_ASCII));
    out.write(TEXT);
    pause();
    return TEXT.length;
  }

  private long gzip() throws IOException {
    try (Socket socket = host.connect(ADDRESS)) {
      OutputStream out = socket.getOutputStream();
      String types = "Content-Type: text/xml\r\nContent-Encoding: gzip\r\n";
      out.write(
          Requests.head("POST /quay", types, 4 * MEGABYTE).getBytes(StandardCharsets.US_ASCII));
      out.write(HexFormat.of().parseHex("1f8b0808000000000003"));
      pause();
      out.write(TEXT);
      return TEXT.length;
    }
  }

  /** Each one is as large as its request. It pauses, because the attack is about memory. */
  private long unreadAnswer() throws IOException {
    Socket socket = host.connect(anyAddress(), SMALL_WINDOW);
    few.hold(socket);
    byte[] request = Requests.post(Requests.call("moor", "<boat>" + LONG_NAME + "</boat>"), "");
    socket.getOutputStream().write(request);
    pause();
    return request.length;
  }

  /**
   * Requests many documents over one connection and reads none of them. It pauses, because the
   * attack is about the memory of unread answers.
   */
  private long unread() throws IOException {
    pause();
    Socket socket = host.connect(ADDRESS);
    few.hold(socket);
    ByteArrayOutputStream sent = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(sent);
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
    sent.writeTo(socket.getOutputStream());
    return sent.size();
  }

  private long half(String query, String begin) throws IOException {
    Socket socket = host.connect(ADDRESS);
    few.hold(socket);
    String type = query.isEmpty() ? "text/xml" : "application/json";
    String head =
        Requests.head(
            "POST /quay" + query,
            "Content-Type: " + type + "\r\nSec-Fetch-Site: same-origin\r\n",
            100);
    socket.getOutputStream().write((head + begin).getBytes(StandardCharsets.US_ASCII));
    return (long) head.length() + begin.length();
  }

  /** Keeps many messages going, a byte of each at a time, from many addresses. */
  private long trickle() throws IOException {
    if (many.count() < 400) {
      Socket socket = host.connect(anyAddress());
      many.hold(socket);
      String head = Requests.head("POST /quay", "Content-Type: text/xml\r\n", 100_000);
      socket.getOutputStream().write((head + "<e:Envelope").getBytes(StandardCharsets.US_ASCII));
      return head.length();
    }
    pause();
    return many.trickle();
  }

  private long guess() throws IOException {
    String name = "guess" + ThreadLocalRandom.current().nextInt(1_000_000);
    String credentials =
        Base64.getEncoder().encodeToString((name + ":wrong").getBytes(StandardCharsets.US_ASCII));
    return post(
        anyAddress(),
        Requests.call("moor", "<boat>Sable</boat>"),
        "Authorization: Basic " + credentials + "\r\n");
  }

  private long silent() throws IOException {
    many.hold(host.connect(anyAddress()));
    return 0;
  }

  private long session() throws IOException {
    byte[] request =
        new String(
                Requests.post(
                    Requests.message(
                        "", "<add xmlns='urn:lanternquay:wishes'><wish>x</wish></add>"),
                    ""),
                StandardCharsets.US_ASCII)
            .replaceFirst("/quay", "/wishes")
            .getBytes(StandardCharsets.US_ASCII);
    try (Socket socket = host.connect(anyAddress())) {
      socket.getOutputStream().write(request);
      socket.getInputStream().readAllBytes();
    }
    return request.length;
  }

  /** Reads a part of an endless answer each time, and then asks for another one. */
  private long endless() throws IOException {
    try (Socket socket = host.connect(anyAddress(), SMALL_WINDOW)) {
      socket.getOutputStream().write(Requests.post(Requests.call("tide", ""), ""));
      for (int i = 0; i < 50; i++) {
        socket.getInputStream().readNBytes(8 << 10);
        pause();
      }
      return 0;
    }
  }

  private long question() throws IOException {
    String question =
        "{\"operation\":\"moor\",\"expected\":\"" + "[{a:".repeat(900_000) + "\",\"answer\":\"\"}";
    try (Socket socket = host.connect(ADDRESS)) {
      String head =
          Requests.head(
              "POST /quay?page=compare",
              "Content-Type: application/json\r\nSec-Fetch-Site: same-origin\r\n",
              question.length());
      socket.getOutputStream().write((head + question).getBytes(StandardCharsets.US_ASCII));
      socket.getInputStream().readAllBytes();
      return question.length();
    }
  }

  /** Asks for the test page as proxies on this machine do for strangers. */
  private long page() throws IOException {
    List<String> heads =
        List.of(
            "GET /quay HTTP/1.1\r\nHost: localhost\r\nX-Forwarded-For: 192.0.2.7\r\n",
            "GET /quay HTTP/1.1\r\nHost: localhost\r\nForwarded: for=192.0.2.7\r\n",
            "GET /quay HTTP/1.0\r\nHost: localhost\r\n",
            "GET /quay HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n");
    String head = heads.get(ThreadLocalRandom.current().nextInt(heads.size()));
    try (Socket socket = host.connect(ADDRESS)) {
      socket.getOutputStream().write((head + "\r\n").getBytes(StandardCharsets.US_ASCII));
      socket.shutdownOutput();
      String page = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      if (page.contains("<form")) {
        throw new IllegalStateException("a stranger got the test page: " + head.strip());
      }
    }
    return head.length();
  }

  /** Lets all connections go. */
  void letGo() throws IOException {
    few.letGo();
    many.letGo();
  }
}
