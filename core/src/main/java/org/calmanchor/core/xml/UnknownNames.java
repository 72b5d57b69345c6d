package org.calmanchor.core.xml;

import java.util.HashSet;
import java.util.Set;

/**
 * The names of one message that no contract knows: of elements, attributes and prefixes. A parser
 * keeps names in a table, by a hash that a sender can choose against, and shares them among
 * messages; so a message may hold only so many. Not safe for several threads.
 */
final class UnknownNames {
  /** How many prefixes a message may declare that are not counted, as long as they are short. */
  private static final int USUAL_PREFIXES = 32;

  private static final int USUAL_LENGTH = 16;

  private final MessageLimits bounds;
  private final InputLocation location;

  /** Most messages have none. */
  private Set<String> names = Set.of();

  private int prefixes;
  private int characters;

  UnknownNames(MessageLimits bounds, InputLocation location) {
    this.bounds = bounds;
    this.location = location;
  }

  /**
   * Takes in a name.
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
   * Takes in a prefix that is declared.
   *
   * @throws InvalidMessageException when there are too many names
   */
  void prefix(String prefix) {
    if (++prefixes > USUAL_PREFIXES || prefix.length() > USUAL_LENGTH) {
      add(prefix);
    }
  }

  /** How many prefixes were declared. */
  int prefixes() {
    return prefixes;
  }

  /** How many different names there are. */
  int count() {
    return names.size();
  }

  /** How many characters they have. */
  int characters() {
    return characters;
  }
}
