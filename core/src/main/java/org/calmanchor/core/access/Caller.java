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
  /** The longest name, in characters: names are remembered. */
  public static final int MOST_OF_NAME = 255;

  /**
   * Copies the roles.
   *
   * @throws IllegalArgumentException when the name cannot be one
   */
  public Caller {
    if (!isName(name)) {
      throw new IllegalArgumentException(
          "a name has no colon, no control characters, and at most "
              + MOST_OF_NAME
              + " characters");
    }
    roles = Collections.unmodifiableSet(new TreeSet<>(roles));
  }

  /**
   * Whether a text can be a caller's name: not blank, without colon and control characters, and not
   * longer than {@value #MOST_OF_NAME} characters.
   */
  public static boolean isName(String text) {
    return !text.isBlank()
        && text.length() <= MOST_OF_NAME
        && text.indexOf(':') < 0
        && text.chars().noneMatch(Character::isISOControl);
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
