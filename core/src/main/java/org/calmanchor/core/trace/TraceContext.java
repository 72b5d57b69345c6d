package org.calmanchor.core.trace;

import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.jspecify.annotations.Nullable;

/**
 * The place of a call in a trace that may go through many systems (W3C Trace Context, Level 1).
 *
 * @param traceId the trace, as 32 hexadecimal digits
 * @param spanId the call, as 16 hexadecimal digits
 * @param flags the flags of the trace; the lowest bit says that it is recorded
 * @param state what the systems on the way have noted, as {@code tracestate} has it; may be empty
 */
public record TraceContext(String traceId, String spanId, int flags, String state) {
  /** The header that has the trace and the calling span (section 3.2). */
  public static final String PARENT_HEADER = "traceparent";

  /** The header that has what the systems on the way have noted (section 3.3). */
  public static final String STATE_HEADER = "tracestate";

  /** The characters of version 00: version, trace, calling span and flags (section 3.2.2). */
  private static final int LENGTH = 55;

  private static final int TRACE = 3;
  private static final int TRACE_END = TRACE + 32;
  private static final int SPAN = TRACE_END + 1;
  private static final int SPAN_END = SPAN + 16;

  private static final boolean[] IS_HEX = new boolean['f' + 1];

  static {
    "0123456789abcdef".chars().forEach(digit -> IS_HEX[digit] = true);
  }

  private static final String NO_TRACE = "0".repeat(32);
  private static final String NO_SPAN = "0".repeat(16);

  /** More than any version has; records of calls keep it for a while. */
  private static final int MOST_PARENT = 256;

  /** What must be passed on at least (section 3.3.1.5). */
  private static final int MOST_STATE = 512;

  /** The call itself, in a trace of its own, which nobody records. */
  public static TraceContext begin() {
    ThreadLocalRandom random = ThreadLocalRandom.current();
    HexFormat hex = HexFormat.of();
    String id = hex.toHexDigits(random.nextLong()) + hex.toHexDigits(notZero(random));
    return new TraceContext(id, newSpan(), 0, "");
  }

  private static long notZero(ThreadLocalRandom random) {
    long id = random.nextLong();
    return id == 0 ? 1 : id;
  }

  private static String newSpan() {
    return HexFormat.of().toHexDigits(notZero(ThreadLocalRandom.current()));
  }

  /**
   * A call in the trace that these headers tell, or in one of its own if they tell none: if there
   * is no {@code traceparent}, several, or one that is malformed (section 4.3).
   */
  public static TraceContext received(List<String> parents, List<String> states) {
    String parent = wellFormed(only(parents));
    // Of the flags of other versions only the known one is passed on.
    return parent == null
        ? begin()
        : new TraceContext(
            traceIdOf(parent),
            newSpan(),
            Character.digit(parent.charAt(LENGTH - 1), 16) & 1,
            state(states));
  }

  /** The only one of these headers; empty if there is none, several, or one that is too long. */
  public static String only(List<String> parents) {
    boolean isSensible = parents.size() == 1 && parents.get(0).length() <= MOST_PARENT;
    return isSensible ? parents.get(0) : "";
  }

  /** The trace that this {@code traceparent} tells; empty if it is malformed. */
  public static String receivedId(String sent) {
    String parent = wellFormed(sent);
    return parent == null ? "" : traceIdOf(parent);
  }

  private static String traceIdOf(String parent) {
    return parent.substring(TRACE, TRACE_END);
  }

  /**
   * The header without spaces around it; null if it is malformed. Read by position: with a regular
   * expression it took a twentieth of a small call.
   */
  private static @Nullable String wellFormed(String header) {
    String parent = header.strip();
    boolean hasMore = parent.length() > LENGTH;
    boolean isWellFormed =
        parent.length() >= LENGTH
            && isHex(parent, 0, TRACE - 1)
            && isHex(parent, TRACE, TRACE_END)
            && isHex(parent, SPAN, SPAN_END)
            && isHex(parent, SPAN_END + 1, LENGTH)
            && parent.charAt(TRACE - 1) == '-'
            && parent.charAt(TRACE_END) == '-'
            && parent.charAt(SPAN_END) == '-'
            && (!hasMore || parent.charAt(LENGTH) == '-');
    // Version 00 ends with the flags; a later one may go on.
    if (!isWellFormed || parent.startsWith("ff") || (hasMore && parent.startsWith("00"))) {
      return null;
    }
    boolean isEmpty = parent.startsWith(NO_TRACE, TRACE) || parent.startsWith(NO_SPAN, SPAN);
    return isEmpty ? null : parent;
  }

  private static boolean isHex(String text, int from, int to) {
    for (int i = from; i < to; i++) {
      char c = text.charAt(i);
      // A processor cannot guess whether a digit or a letter comes next, so there is no branch.
      if (c >= IS_HEX.length || !IS_HEX[c]) {
        return false;
      }
    }
    return true;
  }

  private static String state(List<String> states) {
    if (states.isEmpty()) {
      return "";
    }
    String all = String.join(",", states).strip();
    return all.length() > MOST_STATE ? "" : all;
  }

  /** A call that this one makes, in the same trace. */
  public TraceContext child() {
    return new TraceContext(traceId, newSpan(), flags, state);
  }

  /** The value of the header {@code traceparent}. */
  public String parent() {
    return "00-" + traceId + "-" + spanId + "-" + HexFormat.of().toHexDigits((byte) flags);
  }

  /** The headers by which the receiver of a message learns that this call has sent it. */
  public Map<String, String> headers() {
    Map<String, String> headers = new LinkedHashMap<>();
    headers.put(PARENT_HEADER, parent());
    if (!state.isEmpty()) {
      headers.put(STATE_HEADER, state);
    }
    return headers;
  }

  /** The trace and the span. */
  @Override
  public String toString() {
    return traceId + "-" + spanId;
  }
}
