package org.calmanchor.host;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What came back for a request that a test wrote to a socket by hand. */
record Reply(int status, Map<String, String> headers, String body) {

  /** Sends a request; headers come as "Name: value" lines. */
  static Reply to(RunningHost host, String firstLine, String body, String... headers)
      throws IOException {
    try (Socket socket = new Socket("localhost", host.port())) {
      return over(socket, firstLine, body, headers);
    }
  }

  /** The same as a browser would, which leaves the closing to the server. */
  static Reply keeping(int port, String firstLine, String body, String... headers)
      throws IOException {
    try (Socket socket = new Socket("localhost", port)) {
      socket.getOutputStream().write(request(socket, firstLine, body, "", headers));
      ByteArrayOutputStream read = new ByteArrayOutputStream();
      byte[] part = new byte[8192];
      while (!isComplete(read.toString(StandardCharsets.ISO_8859_1))) {
        int count = socket.getInputStream().read(part);
        if (count < 0) {
          break;
        }
        read.write(part, 0, count);
      }
      return parse(read.toByteArray());
    }
  }

  private static boolean isComplete(String read) {
    int end = read.indexOf("\r\n\r\n");
    if (end < 0) {
      return false;
    }
    Matcher length =
        Pattern.compile("(?i)\ncontent-length: ([0-9]+)").matcher(read.substring(0, end));
    return length.find()
        ? read.length() - end - 4 >= Integer.parseInt(length.group(1))
        : read.endsWith("\r\n0\r\n\r\n");
  }

  /** The same over a connection that is open already. */
  static Reply over(Socket socket, String firstLine, String body, String... headers)
      throws IOException {
    socket
        .getOutputStream()
        .write(request(socket, firstLine, body, "Connection: close\r\n", headers));
    return parse(socket.getInputStream().readAllBytes());
  }

  private static byte[] request(
      Socket socket, String firstLine, String body, String last, String... headers)
      throws IOException {
    StringBuilder request = new StringBuilder(firstLine).append(" HTTP/1.1\r\n");
    boolean namesHost = false;
    for (String header : headers) {
      request.append(header).append("\r\n");
      namesHost |= header.startsWith("Host:");
    }
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    request.append(namesHost ? "" : "Host: localhost:" + socket.getPort() + "\r\n");
    request.append("Content-Length: ").append(bytes.length).append("\r\n");
    request.append(last).append("\r\n");
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.writeBytes(request.toString().getBytes(StandardCharsets.UTF_8));
    all.writeBytes(bytes);
    return all.toByteArray();
  }

  private static Reply parse(byte[] bytes) {
    String head = new String(bytes, StandardCharsets.ISO_8859_1);
    int end = head.indexOf("\r\n\r\n");
    String[] lines = head.substring(0, end).split("\r\n", -1);
    Map<String, String> headers = new TreeMap<>();
    for (int i = 1; i < lines.length; i++) {
      int colon = lines[i].indexOf(':');
      headers.put(
          lines[i].substring(0, colon).toLowerCase(Locale.ROOT),
          lines[i].substring(colon + 1).strip());
    }
    String raw = head.substring(end + 4);
    String body = headers.containsKey("transfer-encoding") ? joined(raw) : raw;
    return new Reply(
        Integer.parseInt(lines[0].split(" ", 3)[1]),
        headers,
        new String(body.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8));
  }

  /** The pieces of a chunked body, put together. */
  private static String joined(String chunked) {
    ByteArrayOutputStream whole = new ByteArrayOutputStream();
    int at = 0;
    while (true) {
      int line = chunked.indexOf("\r\n", at);
      int size = Integer.parseInt(chunked.substring(at, line), 16);
      if (size == 0) {
        return whole.toString(StandardCharsets.ISO_8859_1);
      }
      whole.writeBytes(
          chunked.substring(line + 2, line + 2 + size).getBytes(StandardCharsets.ISO_8859_1));
      at = line + 2 + size + 2;
    }
  }

  String header(String name) {
    return headers.getOrDefault(name, "");
  }
}
