package org.calmanchor.host.http2;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.Executor;
import java.util.function.Supplier;
import org.eclipse.jetty.io.AbstractConnection;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.util.BufferUtil;

/**
 * The beginning of a connection of HTTP/2: gathers the preface and the SETTINGS frame that follows
 * it (RFC 9113, section 3.4), and then hands over to the connection of the server. The parser of
 * the server (12.1.14) takes the payload of this frame for the head of another one when the two
 * arrive in different segments, and refuses the client.
 */
final class FirstFrame extends AbstractConnection
    implements Connection.UpgradeTo, Connection.UpgradeFrom {
  private static final byte[] PREFACE =
      "PRI * HTTP/2.0\r\n\r\nSM\r\n\r\n".getBytes(StandardCharsets.US_ASCII);

  /** What a server of HTTP/1.1 takes for a request (RFC 9113, section 3.3). */
  private static final int REQUEST_BYTES = PREFACE.length - "SM\r\n\r\n".length();

  /** Length, type, flags and stream (RFC 9113, section 4.1). */
  private static final int HEAD_BYTES = 9;

  /** A longer frame has more settings than the parser takes. */
  private static final int MOST_PAYLOAD = 64 * 6;

  private static final int BUFFER_BYTES = 1_024;

  private final Supplier<Connection> http2;
  private ByteBuffer gathered = BufferUtil.allocate(BUFFER_BYTES);

  /**
   * Creates a connection.
   *
   * @param http2 creates the connection that takes over, and that has read nothing yet
   */
  FirstFrame(EndPoint endPoint, Executor executor, Supplier<Connection> http2) {
    super(endPoint, executor);
    this.http2 = http2;
  }

  /** Creates the same for a client whose preface was read as a request of HTTP/1.1. */
  static FirstFrame afterRequest(EndPoint endPoint, Executor executor, Supplier<Connection> http2) {
    FirstFrame made = new FirstFrame(endPoint, executor, http2);
    BufferUtil.append(made.gathered, PREFACE, 0, REQUEST_BYTES);
    return made;
  }

  @Override
  public void onUpgradeTo(ByteBuffer read) {
    ByteBuffer larger = BufferUtil.allocate(BUFFER_BYTES + gathered.remaining() + read.remaining());
    BufferUtil.append(larger, gathered);
    BufferUtil.append(larger, read);
    gathered = larger;
  }

  @Override
  public ByteBuffer onUpgradeFrom() {
    return gathered;
  }

  @Override
  public void onOpen() {
    super.onOpen();
    onFillable();
  }

  @Override
  public void onFillable() {
    try {
      while (!isComplete()) {
        int count = getEndPoint().fill(gathered);
        if (count < 0) {
          close();
          return;
        }
        if (count == 0) {
          fillInterested();
          return;
        }
      }
    } catch (IOException gone) {
      getEndPoint().close(gone);
      return;
    }
    getEndPoint().upgrade(http2.get());
  }

  /** Whether the parser can tell from the bytes what the client is. */
  private boolean isComplete() {
    int count = gathered.remaining();
    int start = gathered.position();
    for (int i = 0; i < Math.min(count, PREFACE.length); i++) {
      if (gathered.get(start + i) != PREFACE[i]) {
        return true;
      }
    }
    int payloadAt = PREFACE.length + HEAD_BYTES;
    if (count < payloadAt) {
      return false;
    }
    // The upper 24 bits of the head.
    int length = gathered.getInt(start + PREFACE.length) >>> 8;
    return length > MOST_PAYLOAD || count >= payloadAt + length;
  }
}
