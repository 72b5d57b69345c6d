package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.calmanchor.core.endpoint.CallState.Piece;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * Sends the bytes of an answer to the response. {@link CallState} must permit each piece; status
 * and headers are sent with the first one.
 */
final class AnswerOutput {
  /** The number of bytes that are held back, so that a late failure can still become a fault. */
  private static final int HELD_BYTES = 64 << 10;

  private final Response response;
  private final CallContext context;
  private final CallState state;
  private final int digits;
  private int status;
  private long count;
  private @Nullable Duration age;
  private volatile @Nullable String cookie;

  /**
   * Creates the output to {@code response}.
   *
   * @param digits how many a number may have
   */
  AnswerOutput(Response response, CallContext context, CallState state, int digits) {
    this.response = response;
    this.context = context;
    this.state = state;
    this.digits = digits;
  }

  /** The answer was computed so long ago; the caller is told. */
  void age(Duration old) {
    age = old;
  }

  /** How long ago the answer was computed; null if it was for this call. */
  @Nullable Duration age() {
    return age;
  }

  /** Gives the caller a cookie with the answer, whatever it is. */
  void cookie(String given) {
    cookie = given;
  }

  /** Begins a message with that HTTP status. Bytes beyond the held ones are sent at once. */
  XmlOut message(AnswerOwnership by, int status) {
    return new XmlOut((bytes, length) -> send(by, status, bytes, length), HELD_BYTES, false)
        .digits(digits);
  }

  private void send(AnswerOwnership by, int status, byte[] bytes, int length) throws IOException {
    Piece piece = state.send(by);
    if (piece == Piece.REFUSED) {
      throw taken();
    }
    if (piece == Piece.FIRST) {
      begin(status, context.version().contentType());
    }
    count += length;
    response.output().write(bytes, 0, length);
  }

  private void begin(int begun, @Nullable String contentType) {
    Duration old = age;
    if (old != null && begun == 200) {
      // RFC 9111, section 5.1.
      response.header("Age", Long.toString(old.toSeconds()));
    }
    String given = cookie;
    if (given != null) {
      response.header("Set-Cookie", given);
    }
    response.begin(begun, contentType);
    status = begun;
  }

  /** The HTTP status of the answer; 0 if it has not begun. */
  int status() {
    return status;
  }

  /** The number of bytes of the answer that were sent. */
  long count() {
    return count;
  }

  /** Writes a refusal; the caller still has to close the output. */
  void refuse(AnswerOwnership by, Refusal refusal) throws IOException {
    if (state.send(by) != Piece.FIRST) {
      throw taken();
    }
    boolean isBare = refusal.sentence().isEmpty();
    if (isBare) {
      response.header("Incident-Id", context.incidentId());
    }
    if (refusal.isForNow()) {
      response.header("Retry-After", "1");
    }
    if (refusal.status() == Refusal.LATE) {
      response.header("Connection", "close");
    }
    begin(refusal.status(), isBare ? null : "text/plain; charset=utf-8");
    if (!isBare) {
      byte[] sentence = (refusal.sentence() + "\n").getBytes(StandardCharsets.UTF_8);
      response.output().write(sentence);
      count += sentence.length;
    }
  }

  /** Sends 202 to the sender of a one-way message. */
  void accept(AnswerOwnership by) throws IOException {
    if (state.send(by) == Piece.FIRST) {
      begin(202, null);
      response.output().close();
    }
  }

  /** Ends the response. */
  void close(AnswerOwnership by) throws IOException {
    response.output().close();
    state.answered(by);
  }

  void abort() {
    response.abort();
  }

  private static IOException taken() {
    return new IOException("it was answered or broken off meanwhile");
  }
}
