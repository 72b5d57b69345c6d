package org.calmanchor.standin;

import java.util.List;

/** Checks cannot be played; the message has every reason, one a line. */
public final class StandInException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient List<String> reasons;

  StandInException(List<String> reasons) {
    super(String.join("\n", reasons));
    this.reasons = List.copyOf(reasons);
  }

  /** The reasons. */
  public List<String> reasons() {
    return reasons;
  }
}
