package org.calmanchor.core.access;

import java.util.Optional;

/** Knows callers by name and password: a file, a table, a directory. Used by several threads. */
@FunctionalInterface
public interface Callers {
  /**
   * Finds a caller. It may take its time, because it is called on a thread that serves no calls.
   * What it answers counts for a minute.
   *
   * @param name as it was sent
   * @param password as it was sent
   * @return empty if nobody has that name, or if the password is another; both should take the same
   *     time
   * @throws RuntimeException when it cannot tell now, such as for a table that does not answer; the
   *     call then gets status 503
   */
  Optional<Caller> find(String name, String password);

  /** A number that changes when earlier answers do not count any more. */
  default long edition() {
    return 0;
  }
}
