package org.calmanchor.core.trace;

import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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

  private static final Pattern PARENT =
      Pattern.compile("([0-9a-f]{2})-([0-9a-f]{32})-([0-9a-f]{16})-([0-9a-f]{2})(-.*)?");
  private static final String NO_TRACE = "0".repeat(32);
  private static final String NO_SPAN = "0".repeat(16);

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
    TraceContext caller = parents.size() == 1 ? parsed(parents.get(0), states) : null;
    return caller == null ? begin() : caller.child();
  }

  private static @Nullable TraceContext parsed(String parent, List<String> states) {
    Matcher parts = PARENT.matcher(parent.strip());
    if (!parts.matches()) {
      return null;
    }
    String version = parts.group(1);
    boolean hasMore = parts.group(5) != null;
    String traceId = parts.group(2);
    String spanId = parts.group(3);
    // Version 00 ends with the flags; a later one may go on.
    boolean isValid =
        !version.equals("ff")
            && !(version.equals("00") && hasMore)
            && !traceId.equals(NO_TRACE)
            && !spanId.equals(NO_SPAN);
    if (!isValid) {
      return null;
    }
    // Of the flags of other versions only the known one is passed on.
    return new TraceContext(
        traceId, spanId, Integer.parseInt(parts.group(4), 16) & 1, state(states));
  }

  private static String state(List<String> states) {
    String all = String.join(",", states).strip();
    return all.length() > MOST_STATE ? "" : all;
  }

  /** A call that this one makes, in the same trace. */
  public TraceContext child() {
    return new TraceContext(traceId, newSpan(), flags, state);
  }

  /** The headers by which the receiver of a message learns that this call has sent it. */
  public Map<String, String> headers() {
    Map<String, String> headers = new LinkedHashMap<>();
    headers.put(
        PARENT_HEADER,
        "00-" + traceId + "-" + spanId + "-" + HexFormat.of().toHexDigits((byte) flags));
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
