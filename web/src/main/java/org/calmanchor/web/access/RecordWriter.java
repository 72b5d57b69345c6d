package org.calmanchor.web.access;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Locale;
import org.calmanchor.core.observe.CallRecord;
import org.jspecify.annotations.Nullable;

/**
 * Writes records of calls as lines of text, which wait here until somebody takes them. What comes
 * from outside cannot begin another line. Safe for several threads.
 */
final class RecordWriter implements LineSource {
  /** About 20,000 lines. */
  private static final int MOST_WAITING = 4_000_000;

  private static final int HUNDREDTH = 10_000;

  private final boolean isJson;
  private final byte[] start;
  private final byte[] end;
  private final Member outcome;
  private final Member status;
  private final Member took;
  private final Member service;
  private final Member operation;
  private final Member path;
  private final Member from;
  private final Member caller;
  private final Member requestBytes;
  private final Member responseBytes;
  private final Member age;
  private final Member incident;
  private final Member trace;
  private final Member reason;

  private LineBuffer lines = new LineBuffer(0);
  private long lineCount;
  private long droppedCount;

  /** The second that was written last; most records are of the same one. */
  private long second = Long.MIN_VALUE;

  private byte[] writtenSecond = {};

  /** The record that was written last: the next one has often the same result and place. */
  private @Nullable CallRecord last;

  private byte[] lastResult = {};
  private byte[] lastPlace = {};

  RecordWriter(boolean isJson) {
    this.isJson = isJson;
    start = ascii(isJson ? "{\"at\":\"" : "");
    end = ascii(isJson ? "}\n" : "\n");
    outcome = new Member("outcome");
    status = new Member("status");
    took = new Member("ms");
    service = new Member("service");
    operation = new Member("operation");
    path = new Member("path");
    from = new Member("from");
    caller = new Member("caller");
    requestBytes = new Member("in");
    responseBytes = new Member("out");
    age = new Member("age");
    incident = new Member("incident");
    trace = new Member("trace");
    reason = new Member("reason");
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  /** Appends a record; values that are empty are left out. */
  synchronized void write(CallRecord call) {
    if (lines.length() >= MOST_WAITING) {
      droppedCount++;
      return;
    }
    lineCount++;
    lines.append(start);
    time(call.atMillis());
    result(call);
    took.millis(call.tookNanos());
    place(call);
    last = call;
    requestBytes.number(call.requestBytes());
    responseBytes.number(call.responseBytes());
    if (call.age() != null) {
      age.number(call.age().toSeconds());
    }
    incident.text(call.incident());
    trace.text(call.traceId());
    reason.text(call.reason());
    lines.append(end);
  }

  private void result(CallRecord call) {
    if (last != null && call.outcome() == last.outcome() && call.status() == last.status()) {
      lines.append(lastResult);
    } else {
      int before = lines.length();
      outcome.text(call.outcome().toString());
      status.number(call.status());
      lastResult = lines.from(before);
    }
  }

  private void place(CallRecord call) {
    if (last != null && isAtSamePlace(call, last)) {
      lines.append(lastPlace);
    } else {
      int before = lines.length();
      service.text(call.service());
      operation.text(call.operation());
      path.text(call.path());
      from.text(call.remoteAddress());
      caller.text(call.caller());
      lastPlace = lines.from(before);
    }
  }

  private static boolean isAtSamePlace(CallRecord one, CallRecord other) {
    return one.operation().equals(other.operation())
        && one.service().equals(other.service())
        && one.path().equals(other.path())
        && one.remoteAddress().equals(other.remoteAddress())
        && one.caller().equals(other.caller());
  }

  /** The time as RFC 3339 has it, in UTC with milliseconds. */
  private void time(long millis) {
    if (millis / 1_000 != second) {
      second = millis / 1_000;
      String whole = Instant.ofEpochSecond(second).toString();
      writtenSecond = ascii(whole.substring(0, whole.length() - 1) + ".");
    }
    lines.append(writtenSecond);
    int milli = (int) (millis % 1_000);
    lines.append((char) ('0' + milli / 100));
    lines.append((char) ('0' + milli / 10 % 10));
    lines.append((char) ('0' + milli % 10));
    lines.append('Z');
    if (isJson) {
      lines.append('"');
    }
  }

  /** What a line says of a call under one name. */
  private final class Member {
    private final byte[] name;

    Member(String name) {
      this.name = ascii(isJson ? ",\"" + name + "\":" : " " + name + "=");
    }

    void text(String next) {
      if (next.isEmpty()) {
        return;
      }
      lines.append(name);
      if (isJson || !lines.appendPlain(next)) {
        lines.append(quoted(next).getBytes(StandardCharsets.UTF_8));
      }
    }

    void number(long next) {
      lines.append(name);
      lines.append(next);
    }

    /** Milliseconds with two decimals. */
    void millis(long nanos) {
      long hundredths = nanos / HUNDREDTH;
      number(hundredths / 100);
      lines.append('.');
      lines.append((char) ('0' + hundredths / 10 % 10));
      lines.append((char) ('0' + hundredths % 10));
    }
  }

  /** In quotes, as a string of JSON (RFC 8259, section 7). */
  private static String quoted(String value) {
    StringBuilder text = new StringBuilder(value.length() + 2).append('"');
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      if (c == '"' || c == '\\') {
        text.append('\\').append(c);
      } else if (isUnsafe(c)) {
        text.append(String.format(Locale.ROOT, "\\u%04x", (int) c));
      } else {
        text.append(c);
      }
    }
    return text.append('"').toString();
  }

  /** Whether a terminal or a reader of lines may take the character for something else. */
  private static boolean isUnsafe(char c) {
    return Character.isISOControl(c)
        || Character.isSurrogate(c)
        || c == '\u2028'
        || c == '\u2029'
        || Character.getType(c) == Character.FORMAT;
  }

  @Override
  public synchronized WaitingLines take() {
    WaitingLines taken = new WaitingLines(lines.bytes(), lines.length(), lineCount, droppedCount);
    if (lineCount > 0) {
      // The next lines are about as many.
      lines = new LineBuffer(lines.length());
    }
    lineCount = 0;
    droppedCount = 0;
    return taken;
  }
}
