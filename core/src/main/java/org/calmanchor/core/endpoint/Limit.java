package org.calmanchor.core.endpoint;

import java.util.Locale;
import org.calmanchor.core.codec.Bounds;

/** What is limited, how far by default, and what a caller is told who goes beyond. */
public enum Limit {
  BODY_BYTES(
      Bounds.DEFAULT.bodyBytes(),
      "the bytes of a message, after decompression",
      Answered.TOO_LARGE),
  COMPRESSION_RATIO(
      100, "how many times its size a compressed message may become", Answered.TOO_LARGE),
  DEPTH(Bounds.DEFAULT.depth(), "the levels of elements, the envelope included", Answered.SENDER),
  CHILDREN(Bounds.DEFAULT.children(), "the elements directly within one", Answered.SENDER),
  ATTRIBUTES(
      Bounds.DEFAULT.attributes(),
      "the attributes and namespace declarations of an element",
      Answered.SENDER),
  TAG_BYTES(Bounds.DEFAULT.tagBytes(), "the bytes of one tag or comment", Answered.SENDER),
  NAME_LENGTH(
      Bounds.DEFAULT.nameLength(), "the characters of a name, without prefix", Answered.SENDER),
  TEXT_LENGTH(Bounds.DEFAULT.textLength(), "the characters of one text", Answered.SENDER),
  BINARY_BYTES(
      Bounds.DEFAULT.binaryBytes(), "the bytes of one binary value, decoded", Answered.SENDER),
  DIGITS(
      Bounds.DEFAULT.digits(),
      "the digits of a number, sign and point among them, read or written; 10,000 at most",
      Answered.SENDER),
  OPEN_ELEMENTS(
      Bounds.DEFAULT.openElements(),
      "the elements of a message that no schema describes: unknown header blocks, open content",
      Answered.SENDER),
  UNKNOWN_NAMES(
      Bounds.DEFAULT.unknownNames(),
      "the different names in a message that no contract knows: of elements, attributes, prefixes",
      Answered.SENDER),
  HEADER_BYTES(16L << 10, "the bytes of the HTTP request's head", Answered.HEAD),
  CALLS(200, "the calls, pages and documents that are served at the same time", Answered.BUSY),
  CALLS_PER_ADDRESS(
      50,
      "those of one address; loopback and named proxies have no limit of their own",
      Answered.SHARE),
  CONNECTIONS(2_000, "the connections that are open at the same time", Answered.WAITING),
  CONNECTIONS_PER_ADDRESS(
      200,
      "those of one address; loopback and named proxies have no limit of their own",
      Answered.CLOSED),
  STREAMS(100, "the requests that one connection of HTTP/2 may have open", Answered.STREAM),
  READ_MILLIS(
      30_000,
      "milliseconds until a message has arrived, or its next item, or a page is made",
      Answered.LATE),
  CALL_MILLIS(60_000, "milliseconds until an answer begins, and then goes on", Answered.DEADLINE),
  IDLE_MILLIS(30_000, "milliseconds in which a connection may stay silent", Answered.CLOSED);

  /** How the caller learns of it. */
  public enum Answered {
    SENDER("Client / Sender", "500 / 400"),
    TOO_LARGE("none", "413"),
    HEAD("none", "431"),
    BUSY("none", "503, with Retry-After"),
    SHARE("none", "429, with Retry-After"),
    LATE("none", "408"),
    DEADLINE("Server / Receiver", "500"),
    CLOSED("none", "the connection is closed"),
    WAITING("none", "further ones wait until another one is closed"),
    STREAM("none", "the stream is refused");

    private final String fault;
    private final String status;

    Answered(String fault, String status) {
      this.fault = fault;
      this.status = status;
    }

    /** The fault's code in SOAP 1.1 and 1.2; none where HTTP itself refuses. */
    public String fault() {
      return fault;
    }

    /** The HTTP status, for SOAP 1.1 and 1.2 where they differ. */
    public String status() {
      return status;
    }
  }

  private final long byDefault;
  private final String doc;
  private final Answered answered;

  Limit(long byDefault, String doc, Answered answered) {
    this.byDefault = byDefault;
    this.doc = doc;
    this.answered = answered;
  }

  /** What holds unless told otherwise; inclusive. */
  public long byDefault() {
    return byDefault;
  }

  /** What is counted. */
  public String doc() {
    return doc;
  }

  /** How the caller learns that it was exceeded. */
  public Answered answered() {
    return answered;
  }

  /** Its name on the command line and in documents. */
  public String title() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
