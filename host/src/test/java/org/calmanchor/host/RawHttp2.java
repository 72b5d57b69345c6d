package org.calmanchor.host;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;

/** A client of HTTP/2 (RFC 9113) that does what no honest one would. */
final class RawHttp2 implements AutoCloseable {
  private static final int DATA = 0;
  private static final int HEADERS = 1;
  private static final int RST_STREAM = 3;
  private static final int SETTINGS = 4;
  private static final int PING = 6;
  private static final int GOAWAY = 7;
  private static final int WINDOW_UPDATE = 8;
  private static final int CONTINUATION = 9;
  private static final int CANCEL = 8;

  private final Socket socket;
  private final DataOutputStream out;
  private final DataInputStream in;
  private int stream = 1;
  private int goAwayFrames;

  /** One that takes so many bytes of an answer before it is asked for more. */
  RawHttp2(RunningHost host, int window) throws IOException {
    this(new Socket("localhost", host.port()), window);
  }

  /** The same over a connection that is open already. */
  RawHttp2(Socket socket, int window) throws IOException {
    this(socket, socket.getOutputStream(), window);
  }

  /** The same with what the client writes to. */
  RawHttp2(Socket socket, OutputStream bytes, int window) throws IOException {
    this.socket = socket;
    socket.setSoTimeout(60_000);
    // One write for each frame, and one for the preface with the first.
    out = new DataOutputStream(new BufferedOutputStream(bytes, 1 << 16));
    in = new DataInputStream(socket.getInputStream());
    out.write("PRI * HTTP/2.0\r\n\r\nSM\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
    ByteArrayOutputStream settings = new ByteArrayOutputStream();
    DataOutputStream setting = new DataOutputStream(settings);
    setting.writeShort(4);
    setting.writeInt(window);
    frame(SETTINGS, 0, 0, settings.toByteArray());
  }

  private void frame(int type, int flags, int of, byte[] payload) throws IOException {
    out.writeByte(payload.length >> 16);
    out.writeShort(payload.length);
    out.writeByte(type);
    out.writeByte(flags);
    out.writeInt(of);
    out.write(payload);
    out.flush();
  }

  /** Asks for a path; {@code scheme} as the caller says. */
  void get(String path, String scheme) throws IOException {
    ByteArrayOutputStream head = new ByteArrayOutputStream();
    head.write(0x82);
    head.write(scheme.equals("https") ? 0x87 : 0x86);
    literal(head, 4, path);
    literal(head, 1, "localhost");
    head.write(0x0F);
    // accept-encoding is 16 in the static table: 15 in the prefix and 1 more.
    head.write(1);
    text(head, "gzip;q=0");
    // END_STREAM and END_HEADERS.
    frame(HEADERS, 5, stream, head.toByteArray());
    stream += 2;
  }

  /** Sends a message. */
  void post(String path, String type, String body) throws IOException {
    ByteArrayOutputStream head = new ByteArrayOutputStream();
    head.write(0x83);
    head.write(0x86);
    literal(head, 4, path);
    literal(head, 1, "localhost");
    head.write(0x0F);
    // content-type is 31 in the static table: 15 in the prefix and 16 more.
    head.write(16);
    text(head, type);
    frame(HEADERS, 4, stream, head.toByteArray());
    frame(DATA, 1, stream, body.getBytes(StandardCharsets.UTF_8));
    stream += 2;
  }

  private static void literal(ByteArrayOutputStream head, int name, String value) {
    head.write(name);
    text(head, value);
  }

  private static void text(ByteArrayOutputStream head, String value) {
    head.write(value.length());
    head.writeBytes(value.getBytes(StandardCharsets.US_ASCII));
  }

  /** The bytes of the next answer, up to the end of its stream. */
  String answer() throws IOException {
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    while (true) {
      int length = (in.readUnsignedByte() << 16) | in.readUnsignedShort();
      int type = in.readUnsignedByte();
      int flags = in.readUnsignedByte();
      in.readInt();
      byte[] payload = in.readNBytes(length);
      goAwayFrames += type == GOAWAY ? 1 : 0;
      if (type == DATA) {
        body.writeBytes(payload);
        if ((flags & 1) != 0) {
          return body.toString(StandardCharsets.UTF_8);
        }
      }
    }
  }

  /** Frames that cost their sender little, and a careless server much. */
  enum Flood {
    RAPID_RESET,
    CONTINUATION,
    SETTINGS,
    PING,
    EMPTY_DATA,
    WINDOW_UPDATE
  }

  /**
   * Sends frames of a kind, and reads nothing.
   *
   * @return how many were sent before the connection was closed, or {@code most}
   */
  int flood(Flood kind, int most) {
    int sent = 0;
    try {
      begin(kind);
      for (; sent < most; sent++) {
        switch (kind) {
          case RAPID_RESET -> {
            get("/light?wsdl", "http");
            frame(RST_STREAM, 0, stream - 2, new byte[] {0, 0, 0, CANCEL});
          }
          // A header that is indexed in the table, again and again.
          case CONTINUATION -> frame(CONTINUATION, 0, 1, new byte[] {(byte) 0x82});
          case SETTINGS -> frame(SETTINGS, 0, 0, new byte[0]);
          case PING -> frame(PING, 0, 0, new byte[8]);
          case EMPTY_DATA -> frame(DATA, 0, 1, new byte[0]);
          case WINDOW_UPDATE -> frame(WINDOW_UPDATE, 0, 0, new byte[] {0, 0, 0, 1});
        }
      }
    } catch (IOException closed) {
      return sent;
    }
    return sent;
  }

  private void begin(Flood kind) throws IOException {
    if (kind == Flood.CONTINUATION) {
      // Without END_HEADERS.
      frame(HEADERS, 1, 1, new byte[] {(byte) 0x82, (byte) 0x86});
    } else if (kind == Flood.EMPTY_DATA) {
      ByteArrayOutputStream head = new ByteArrayOutputStream();
      head.write(0x83);
      head.write(0x86);
      literal(head, 4, "/light");
      literal(head, 1, "localhost");
      // Without END_STREAM: a message is to come.
      frame(HEADERS, 4, 1, head.toByteArray());
    }
  }

  /** Gives up a stream, and waits until the server knows it. */
  void reset(int given) throws IOException {
    frame(RST_STREAM, 0, given, new byte[] {0, 0, 0, CANCEL});
    frame(PING, 0, 0, new byte[8]);
    int type;
    do {
      int length = (in.readUnsignedByte() << 16) | in.readUnsignedShort();
      type = in.readUnsignedByte();
      in.skipNBytes(1L + 4 + length);
    } while (type != PING);
  }

  /** How many frames that say "go away" came before or among the answers that were read. */
  int goAwayFrames() {
    return goAwayFrames;
  }

  /**
   * The last stream that the server serves, as its next frame of this kind says.
   *
   * @return -1 when it closes the connection without one
   */
  int lastStream() throws IOException {
    while (true) {
      int first = in.read();
      if (first < 0) {
        return -1;
      }
      int length = (first << 16) | in.readUnsignedShort();
      int type = in.readUnsignedByte();
      in.skipNBytes(1L + 4);
      if (type == GOAWAY) {
        int last = in.readInt();
        in.skipNBytes(length - 4L);
        return last;
      }
      in.skipNBytes(length);
    }
  }

  /**
   * Reads until all streams that were asked for are reset.
   *
   * @throws AssertionError with the frames of those that are not, after a while
   * @throws java.io.EOFException when the connection is closed before
   */
  void awaitResets() throws IOException {
    Map<Integer, String> open = new TreeMap<>();
    for (int each = 1; each < stream; each += 2) {
      open.put(each, "");
    }
    try {
      while (!open.isEmpty()) {
        int length = (in.readUnsignedByte() << 16) | in.readUnsignedShort();
        int type = in.readUnsignedByte();
        in.readUnsignedByte();
        int of = in.readInt();
        in.skipNBytes(length);
        open.computeIfPresent(of, (id, seen) -> type == RST_STREAM ? null : seen + " " + type);
      }
    } catch (SocketTimeoutException late) {
      throw new AssertionError("not reset, with the types of their frames: " + open, late);
    }
  }

  @Override
  public void close() throws IOException {
    socket.close();
  }
}
