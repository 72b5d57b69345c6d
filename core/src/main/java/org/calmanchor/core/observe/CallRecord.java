package org.calmanchor.core.observe;

import java.time.Duration;
import java.time.Instant;
import org.calmanchor.core.trace.TraceContext;
import org.jspecify.annotations.Nullable;

/**
 * A call that has ended. Texts that come from outside are as they were sent: whoever writes them
 * somewhere has to quote them.
 *
 * @param atMillis when it began, in milliseconds since 1970
 * @param tookNanos until the last byte of its answer was handed over, in nanoseconds
 * @param remoteAddress where it came from
 * @param caller the name of the caller; empty if it is not known
 * @param path the path of the request's URL
 * @param service the name of the {@code wsdl:service}; empty if the call reached no operation
 * @param operation the name of the operation; empty if the call reached none
 * @param outcome what became of it
 * @param status the HTTP status of the answer; 0 if there is none
 * @param reason the name of the fault, or a sentence that says why there is no result; may be empty
 * @param requestBytes the size of the message that was read so far, not compressed
 * @param responseBytes the size of the answer that was sent so far, not compressed
 * @param age how long ago the answer was computed that was given again; null if it was computed for
 *     this call
 * @param incident the number by which the log has an unexpected error; empty if there was none
 * @param traceParent the trace that it belongs to, as its HTTP header has it (W3C Trace Context);
 *     empty if its caller sent none, and nobody asked for one
 */
public record CallRecord(
    long atMillis,
    long tookNanos,
    String remoteAddress,
    String caller,
    String path,
    String service,
    String operation,
    CallOutcome outcome,
    int status,
    String reason,
    long requestBytes,
    long responseBytes,
    @Nullable Duration age,
    String incident,
    String traceParent) {
  /** When it began. */
  public Instant at() {
    return Instant.ofEpochMilli(atMillis);
  }

  /** The time until the last byte of its answer was handed over. */
  public Duration took() {
    return Duration.ofNanos(tookNanos);
  }

  /**
   * The trace that it belongs to, as 32 hexadecimal digits (W3C Trace Context); empty if there is
   * none, or the caller has sent a malformed one.
   */
  public String traceId() {
    return TraceContext.receivedId(traceParent);
  }
}
