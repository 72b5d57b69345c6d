package org.calmanchor.web.access;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Locale;
import org.calmanchor.core.observe.CallRecord;

/** Writes records of calls as lines of text. What comes from outside cannot begin another line. */
final class RecordWriter {
  private static final int MILLI = 1_000_000;
  private static final int MICRO = 1_000;

  private final boolean isJson;
  private final StringBuilder text = new StringBuilder();
  private final Repeated service = new Repeated("service");
  private final Repeated operation = new Repeated("operation");
  private final Repeated path = new Repeated("path");
  private final Repeated from = new Repeated("from");
  private final Repeated caller = new Repeated("caller");

  /** The second that was written last; most records are of the same one. */
  private long second = Long.MIN_VALUE;

  private String writtenSecond = "";

  RecordWriter(boolean isJson) {
    this.isJson = isJson;
  }

  /** Appends a record; values that are empty are left out. */
  void write(CallRecord call) {
    text.append(isJson ? "{\"at\":\"" : "");
    time(call.at());
    text.append(isJson ? "\"" : "");
    members(call);
    text.append(isJson ? "}\n" : "\n");
  }

  private void members(CallRecord call) {
    text("outcome", call.outcome().toString());
    number("status", call.status());
    name("ms");
    millis(call.took().toNanos());
    service.append(call.service());
    operation.append(call.operation());
    path.append(call.path());
    from.append(call.remoteAddress());
    caller.append(call.caller());
    number("in", call.requestBytes());
    number("out", call.responseBytes());
    if (call.age() != null) {
      number("age", call.age().toSeconds());
    }
    text("incident", call.incident());
    text("trace", call.trace() == null ? "" : call.trace().traceId());
    text("reason", call.reason());
  }

  /** A member that has few values, so that the last one is often the next one, too. */
  private final class Repeated {
    private final String name;
    private String value = "";
    private String written = "";

    Repeated(String name) {
      this.name = name;
    }

    void append(String next) {
      if (!next.equals(value)) {
        int start = text.length();
        text(name, next);
        written = text.substring(start);
        value = next;
      } else {
        text.append(written);
      }
    }
  }

  /** The time as RFC 3339 has it, in UTC with milliseconds. */
  private void time(Instant at) {
    if (at.getEpochSecond() != second) {
      second = at.getEpochSecond();
      String whole = Instant.ofEpochSecond(second).toString();
      writtenSecond = whole.substring(0, whole.length() - 1) + ".";
    }
    text.append(writtenSecond);
    int milli = at.getNano() / MILLI;
    text.append((char) ('0' + milli / 100)).append((char) ('0' + milli / 10 % 10));
    text.append((char) ('0' + milli % 10)).append('Z');
  }

  /** Milliseconds with two decimals. */
  private void millis(long nanos) {
    long hundredths = nanos / MICRO / 10;
    text.append(hundredths / 100).append('.');
    text.append((char) ('0' + hundredths / 10 % 10)).append((char) ('0' + hundredths % 10));
  }

  private void name(String name) {
    if (isJson) {
      text.append(",\"").append(name).append("\":");
    } else {
      text.append(' ').append(name).append('=');
    }
  }

  private void number(String name, long value) {
    name(name);
    text.append(value);
  }

  private void text(String name, String value) {
    if (!value.isEmpty()) {
      name(name);
      if (isJson || !isPlain(value)) {
        quoted(value);
      } else {
        text.append(value);
      }
    }
  }

  private static boolean isPlain(String value) {
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      if (c <= ' ' || c >= 0x7F || c == '"' || c == '=' || c == '\\') {
        return false;
      }
    }
    return true;
  }

  /** In quotes, as a string of JSON (RFC 8259, section 7). */
  private void quoted(String value) {
    text.append('"');
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
    text.append('"');
  }

  /** Whether a terminal or a reader of lines may take the character for something else. */
  private static boolean isUnsafe(char c) {
    return Character.isISOControl(c)
        || Character.isSurrogate(c)
        || c == '\u2028'
        || c == '\u2029'
        || Character.getType(c) == Character.FORMAT;
  }

  /** What was appended, as UTF-8. */
  byte[] bytes() {
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }
}
