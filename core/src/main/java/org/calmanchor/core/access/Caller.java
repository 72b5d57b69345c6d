package org.calmanchor.core.access;

import java.security.Principal;
import java.util.Collection;
import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * Somebody who calls, and has proved who it is. Immutable.
 *
 * @param name as it is known here
 * @param roles what it may do, in alphabetical order
 */
public record Caller(String name, Set<String> roles) implements Principal {
  /**
   * Copies the roles.
   *
   * @throws IllegalArgumentException when the name is blank
   */
  public Caller {
    if (name.isBlank()) {
      throw new IllegalArgumentException("a caller needs a name");
    }
    roles = Collections.unmodifiableSet(new TreeSet<>(roles));
  }

  /** A caller of these roles. */
  public static Caller of(String name, String... roles) {
    return new Caller(name, Set.of(roles));
  }

  /** The name; the same as {@link #name()}. */
  @Override
  public String getName() {
    return name;
  }

  /** Whether it has one of these roles. */
  public boolean hasAny(Collection<String> wanted) {
    return wanted.stream().anyMatch(roles::contains);
  }
}
