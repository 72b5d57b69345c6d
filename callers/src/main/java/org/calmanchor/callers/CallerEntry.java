package org.calmanchor.callers;

import org.calmanchor.core.access.Caller;

/**
 * A caller in a file.
 *
 * @param hash that of its password; empty if it has none
 * @param certificate the name in its client certificate; empty if it has none
 * @param line where the entry begins, from 1
 * @param lastLine where it ends
 */
record CallerEntry(Caller caller, String hash, String certificate, int line, int lastLine) {
  /** Without the hash. */
  @Override
  public String toString() {
    return "CallerEntry[" + caller + "]";
  }
}
