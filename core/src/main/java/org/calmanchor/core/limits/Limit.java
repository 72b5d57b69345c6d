package org.calmanchor.core.limits;

import java.time.Duration;
import java.util.Locale;
import org.calmanchor.core.xml.MessageLimits;

/** The limits, their defaults, and what a caller gets that exceeds them. */
public enum Limit {
  BODY_BYTES(
      MessageLimits.DEFAULT.bodyBytes(),
      "the bytes of a message, after decompression",
      Reply.TOO_LARGE),
  COMPRESSION_RATIO(
      100, "how many times its size a compressed message may become", Reply.TOO_LARGE),
  DEPTH(
      MessageLimits.DEFAULT.depth(), "the levels of elements, the envelope included", Reply.SENDER),
  CHILDREN(MessageLimits.DEFAULT.children(), "the elements directly within one", Reply.SENDER),
  ATTRIBUTES(
      MessageLimits.DEFAULT.attributes(),
      "the attributes and namespace declarations of an element",
      Reply.SENDER),
  TAG_BYTES(MessageLimits.DEFAULT.tagBytes(), "the bytes of one tag or comment", Reply.SENDER),
  NAME_LENGTH(
      MessageLimits.DEFAULT.nameLength(), "the characters of a name, without prefix", Reply.SENDER),
  TEXT_LENGTH(MessageLimits.DEFAULT.textLength(), "the characters of one text", Reply.SENDER),
  BINARY_BYTES(
      MessageLimits.DEFAULT.binaryBytes(), "the bytes of one binary value, decoded", Reply.SENDER),
  DIGITS(
      MessageLimits.DEFAULT.digits(),
      "the digits of a number, sign and point among them, read or written; 10,000 at most",
      Reply.SENDER),
  OPEN_ELEMENTS(
      MessageLimits.DEFAULT.openElements(),
      "the elements of a message that no schema describes: unknown header blocks, open content",
      Reply.SENDER),
  UNKNOWN_NAMES(
      MessageLimits.DEFAULT.unknownNames(),
      "the different names in a message that no contract knows: of elements, attributes, prefixes",
      Reply.SENDER),
  HEADER_BYTES(16L << 10, "the bytes of the HTTP request's head", Reply.HEAD),
  CALLS(200, "the calls, pages and documents that are served at the same time", Reply.BUSY),
  MEMORY_PERCENT(
      50,
      "the part of the heap that the messages of all calls may hold together, estimated, in"
          + " percent; half of that for one address; loopback and named proxies have no limit of"
          + " their own",
      Reply.BUSY),
  CALLS_PER_ADDRESS(
      50,
      "the calls of one address that are served at the same time; loopback and named proxies have"
          + " no limit of their own",
      Reply.SHARE),
  CALLS_PER_CALLER(50, "the calls of one caller that are served at the same time", Reply.SHARE),
  RATE_PER_ADDRESS(
      10_000,
      "the calls that one address begins in a second; loopback and named proxies have no limit of"
          + " their own",
      Reply.SHARE),
  RATE_PER_CALLER(10_000, "the calls that one caller begins in a second", Reply.SHARE),
  CONNECTIONS(2_000, "the connections that are open at the same time", Reply.WAITING),
  CONNECTIONS_PER_ADDRESS(
      200,
      "the open connections of one address; loopback and named proxies have no limit of their own",
      Reply.CLOSED),
  STREAMS(100, "the requests that one connection of HTTP/2 may have open", Reply.STREAM),
  READ_TIME(
      Duration.ofSeconds(30),
      "how long a message may take to arrive, or its next item, or a page to be made",
      Reply.LATE),
  CALL_TIME(
      Duration.ofSeconds(60),
      "how long an answer may take to begin, and each pause after that",
      Reply.DEADLINE),
  IDLE_TIME(Duration.ofSeconds(30), "how long a connection may stay silent", Reply.CLOSED),
  SESSIONS(10_000, "the sessions that are kept", Reply.FORGOTTEN),
  SESSIONS_PER_CALLER(
      1_000,
      "the sessions of one caller, or of one address without a caller; loopback and named proxies"
          + " have no limit of their own",
      Reply.FORGOTTEN),
  SESSION_IDLE(
      Duration.ofMinutes(30), "how long a session is kept without a call", Reply.FORGOTTEN),
  KEPT_ANSWERS(10_000, "the answers that are kept to be given again", Reply.COMPUTED),
  KEPT_BYTES(64L << 20, "the bytes of all answers that are kept to be given again", Reply.COMPUTED);

  /** How a caller that exceeds the limit is answered. */
  public enum Reply {
    SENDER("Client / Sender", "500 / 400"),
    TOO_LARGE("none", "413"),
    HEAD("none", "431"),
    BUSY("none", "503, with Retry-After"),
    SHARE("none", "429, with Retry-After"),
    LATE("none", "408"),
    DEADLINE("Server / Receiver", "500"),
    CLOSED("none", "the connection is closed"),
    WAITING("none", "further ones wait until another one is closed"),
    STREAM("none", "the stream is refused"),
    FORGOTTEN("none", "none: the next call begins a new session"),
    COMPUTED("none", "none: what was used least is computed again");

    private final String fault;
    private final String status;

    Reply(String fault, String status) {
      this.fault = fault;
      this.status = status;
    }

    /** The fault codes in SOAP 1.1 and 1.2; none if HTTP itself refuses the request. */
    public String fault() {
      return fault;
    }

    /** The HTTP status, for SOAP 1.1 and 1.2 if they differ. */
    public String status() {
      return status;
    }
  }

  private final long byDefault;
  private final boolean isTime;
  private final String doc;
  private final Reply reply;

  Limit(long byDefault, String doc, Reply reply) {
    this(byDefault, false, doc, reply);
  }

  Limit(Duration byDefault, String doc, Reply reply) {
    this(byDefault.toMillis(), true, doc, reply);
  }

  Limit(long byDefault, boolean isTime, String doc, Reply reply) {
    this.byDefault = byDefault;
    this.isTime = isTime;
    this.doc = doc;
    this.reply = reply;
  }

  /** The default value, inclusive: a count, or milliseconds if {@link #isTime}. */
  long byDefault() {
    return byDefault;
  }

  /** Whether the limit is a time, which is set with a {@link Duration}. */
  public boolean isTime() {
    return isTime;
  }

  /** What the limit counts. */
  public String doc() {
    return doc;
  }

  /** How a caller that exceeds the limit is answered. */
  public Reply reply() {
    return reply;
  }

  /** The limit's name on the command line and in documents. */
  public String title() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
