package org.calmanchor.examples.tides;

import java.io.Serial;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;

/** The tide feed, which is somebody else's, has no usable answer. */
@Fault(code = Fault.Code.RECEIVER, doc = "The tide feed has no usable answer now")
public class TidesUnavailable extends Exception {
  @Serial private static final long serialVersionUID = 1L;

  private final Reason reason;
  private final int retryAfter;

  /** What is the matter with the feed. */
  public enum Reason {
    /** It did not answer in time. */
    SLOW,
    /** It cannot be reached, or broke off. */
    DOWN,
    /** It said that it failed. */
    FAILED,
    /** It answered something else than tides. */
    NONSENSE,
    /** It failed so often that it is left alone for a while. */
    PAUSED
  }

  /** Creates the fault. */
  public TidesUnavailable(
      String message,
      Reason reason,
      @Element(doc = "seconds until it makes sense to try again") int retryAfter) {
    super(message);
    this.reason = reason;
    this.retryAfter = retryAfter;
  }

  /** What is the matter with the feed. */
  public Reason reason() {
    return reason;
  }

  /** Seconds until it makes sense to try again. */
  public int retryAfter() {
    return retryAfter;
  }
}
