package org.calmanchor.core.xml;

import java.util.HashSet;
import java.util.Set;

/**
 * The names of one message that no contract knows: of elements, attributes and prefixes. A parser
 * keeps names with their prefixes in a table, by a hash that a sender can choose against, and
 * shares them among messages; so a message may hold only so many. Not safe for several threads.
 */
final class UnknownNames {
  /** The number of short prefixes that a message may declare before they are counted. */
  private static final int USUAL_PREFIXES = 32;

  private static final int USUAL_LENGTH = 16;

  private final MessageLimits bounds;
  private final InputLocation location;

  /** Most messages have none, so no set is allocated. */
  private Set<String> names = Set.of();

  private int prefixes;
  private int characters;

  UnknownNames(MessageLimits bounds, InputLocation location) {
    this.bounds = bounds;
    this.location = location;
  }

  /**
   * Adds a name, with its prefix: the parser keeps each combination.
   *
   * @throws InvalidMessageException when they are too many
   */
  void add(String name) {
    if (names.isEmpty()) {
      names = new HashSet<>();
    }
    if (!names.add(name)) {
      return;
    }
    characters += name.length();
    if (name.length() > bounds.nameLength()) {
      throw location.tooMuch(bounds.nameLength() + " characters a name");
    }
    if (names.size() > bounds.unknownNames()) {
      throw location.tooMuch(bounds.unknownNames() + " different names that no contract knows");
    }
  }

  /**
   * Adds a prefix that is declared.
   *
   * @throws InvalidMessageException when there are too many names
   */
  void prefix(String prefix) {
    if (++prefixes > USUAL_PREFIXES || prefix.length() > USUAL_LENGTH) {
      add(prefix);
    }
  }

  /** The number of declared prefixes. */
  int prefixes() {
    return prefixes;
  }

  /** The number of different names. */
  int count() {
    return names.size();
  }

  /** The total length of the names. */
  int characters() {
    return characters;
  }
}
