package org.calmanchor.callers;

import org.calmanchor.core.access.Caller;

/**
 * A caller in a file.
 *
 * @param hash that of its password
 * @param line where the entry begins, from 1
 * @param lastLine where it ends
 */
record CallerEntry(Caller caller, String hash, int line, int lastLine) {
  /** Without the hash. */
  @Override
  public String toString() {
    return "CallerEntry[" + caller + "]";
  }
}
