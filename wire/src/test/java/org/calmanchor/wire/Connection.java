package org.calmanchor.wire;

import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.SocketException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/** A connection whose bytes a test writes and reads itself. */
final class Connection implements AutoCloseable {
  private static final int PATIENCE_MILLIS = 60_000;

  private final Socket socket;
  private final InputStream in;
  private final URI base;

  Connection(URI base) throws IOException {
    this.base = base;
    this.socket = new Socket(base.getHost(), base.getPort());
    this.socket.setSoTimeout(PATIENCE_MILLIS);
    this.in = new BufferedInputStream(socket.getInputStream());
  }

  /**
   * What came back.
   *
   * @param isWhole whether the end was seen: false if the connection was closed before it
   */
  record Reply(int status, Map<String, String> headers, byte[] bytes, boolean isWhole) {
    String body() {
      return new String(bytes, StandardCharsets.UTF_8);
    }

    String header(String name) {
      return headers.getOrDefault(name.toLowerCase(Locale.ROOT), "");
    }
  }

  /** Sends the head of a request; {@code target} comes after the base; headers are lines. */
  Connection head(String method, String target, String... headers) throws IOException {
    StringBuilder head = new StringBuilder(method);
    head.append(" ").append(base.getRawPath()).append(target).append(" HTTP/1.1\r\n");
    boolean namesHost = false;
    for (String header : headers) {
      namesHost |= header.startsWith("Host:");
      head.append(header).append("\r\n");
    }
    head.append(namesHost ? "" : "Host: localhost:" + base.getPort() + "\r\n");
    return text(head.append("\r\n").toString());
  }

  Connection text(String text) throws IOException {
    return bytes(text.getBytes(StandardCharsets.UTF_8));
  }

  Connection bytes(byte[] bytes) throws IOException {
    socket.getOutputStream().write(bytes);
    socket.getOutputStream().flush();
    return this;
  }

  /** Reads the answer to a request with a body. */
  Reply reply() throws IOException {
    return reply(true);
  }

  /** Reads an answer. */
  Reply reply(boolean hasBody) throws IOException {
    String first = line();
    int status = Integer.parseInt(first.split(" ", 3)[1]);
    Map<String, String> headers = new TreeMap<>();
    for (String line = line(); !line.isEmpty(); line = line()) {
      int colon = line.indexOf(':');
      headers.put(
          line.substring(0, colon).toLowerCase(Locale.ROOT), line.substring(colon + 1).strip());
    }
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    boolean isWhole = true;
    try {
      if (hasBody && headers.getOrDefault("transfer-encoding", "").equals("chunked")) {
        for (int size = size(); size > 0; size = size()) {
          take(size, body);
          line();
        }
        line();
      } else if (hasBody && headers.containsKey("content-length")) {
        take(Integer.parseInt(headers.get("content-length")), body);
      }
    } catch (EOFException | SocketException closed) {
      isWhole = false;
    }
    return new Reply(status, headers, body.toByteArray(), isWhole);
  }

  private int size() throws IOException {
    return Integer.parseInt(line().split(";", 2)[0].strip(), 16);
  }

  private void take(int size, ByteArrayOutputStream body) throws IOException {
    for (int left = size; left > 0; ) {
      byte[] part = in.readNBytes(left);
      if (part.length == 0) {
        throw new EOFException();
      }
      body.writeBytes(part);
      left -= part.length;
    }
  }

  /** Reads one line. */
  String line() throws IOException {
    ByteArrayOutputStream line = new ByteArrayOutputStream();
    for (int next = in.read(); next != '\n'; next = in.read()) {
      if (next < 0) {
        throw new EOFException();
      }
      if (next != '\r') {
        line.write(next);
      }
    }
    return line.toString(StandardCharsets.ISO_8859_1);
  }

  @Override
  public void close() throws IOException {
    socket.close();
  }
}
