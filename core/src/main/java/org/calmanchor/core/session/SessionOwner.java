package org.calmanchor.core.session;

/**
 * Who begins or enters a session.
 *
 * @param caller the name of the caller, to whom the session belongs; empty if it is not known
 * @param address where the call came from, as far as that is known; a session of nobody counts for
 *     it, but may be entered from anywhere
 */
public record SessionOwner(String caller, String address) {
  /** Whether the caller is known. */
  public boolean isKnown() {
    return !caller.isEmpty();
  }
}
