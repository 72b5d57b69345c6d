package org.calmanchor.core.access;

import java.util.Optional;

/**
 * Knows the passwords themselves, not only their hashes, as digests of username tokens need it.
 * Used by several threads.
 */
@FunctionalInterface
public interface PasswordSource {
  /**
   * Finds a caller by name. It may take its time, because it is called on a thread that serves no
   * calls.
   *
   * @return empty if nobody has that name
   * @throws RuntimeException when it cannot tell now; the call is then refused for now
   */
  Optional<KnownPassword> find(String name);

  /** A caller with its password. Its text never has the password. */
  record KnownPassword(Caller caller, String password) {
    @Override
    public String toString() {
      return "KnownPassword[of " + caller.name() + "]";
    }
  }
}
