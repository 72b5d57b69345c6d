package org.calmanchor.callers;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import org.jspecify.annotations.Nullable;

/**
 * The text of a file of callers, in YAML. Changes leave comments and other entries as they are.
 * Immutable.
 */
final class CallersText {
  private final String file;
  private final String text;
  private final boolean isBlock;
  private final Map<String, CallerEntry> entries;
  private final @Nullable TokenSettings tokens;
  private final boolean takesUsernameTokens;
  private final Map<String, Access> operations;

  CallersText(
      String file,
      String text,
      boolean isBlock,
      Map<String, CallerEntry> entries,
      @Nullable TokenSettings tokens,
      boolean takesUsernameTokens,
      Map<String, Access> operations) {
    this.file = file;
    this.text = text;
    this.isBlock = isBlock;
    this.entries = entries;
    this.tokens = tokens;
    this.takesUsernameTokens = takesUsernameTokens;
    this.operations = Collections.unmodifiableMap(operations);
  }

  /**
   * Reads a text.
   *
   * @param file what it is called in problems
   * @throws CallersFileException when it is not as it has to be
   */
  static CallersText of(String file, String text) {
    return new CallersReader(file).read(text);
  }

  /** A file without callers. */
  static CallersText empty(String file) {
    return of(
        file, "# Who may call. Change it with: calm-anchor callers add|remove|roles\ncallers:\n");
  }

  /** The callers by name, in the order of the file. */
  Map<String, CallerEntry> entries() {
    return entries;
  }

  /** Which tokens count; null for none. */
  @Nullable TokenSettings tokens() {
    return tokens;
  }

  /** Whether names and passwords may come as username tokens, too. */
  boolean takesUsernameTokens() {
    return takesUsernameTokens;
  }

  /** Who may call, by "Service" or "Service.operation". */
  Map<String, Access> operations() {
    return operations;
  }

  /** The text itself. */
  String text() {
    return text;
  }

  /**
   * This with another caller, or with another entry for a caller that it has.
   *
   * @param hash of its password; empty for none
   * @param certificate the name in its certificate; empty for none
   */
  CallersText with(Caller caller, String hash, String certificate) {
    requireBlock();
    List<String> entry = new ArrayList<>();
    entry.add("  " + quoted(caller.name()) + ":");
    entry.add("    roles: [" + String.join(", ", caller.roles()) + "]");
    if (!hash.isEmpty()) {
      entry.add("    password: \"" + hash + "\"");
    }
    if (!certificate.isEmpty()) {
      entry.add("    certificate: '" + certificate.replace("'", "''") + "'");
    }
    CallerEntry former = entries.get(caller.name());
    List<String> lines = new ArrayList<>(text.lines().toList());
    if (former != null) {
      lines.subList(former.line() - 1, former.lastLine()).clear();
      lines.addAll(former.line() - 1, entry);
    } else {
      int last =
          entries.values().stream().mapToInt(CallerEntry::lastLine).max().orElse(lines.size());
      lines.addAll(last, entry);
    }
    return of(file, String.join("\n", lines) + "\n");
  }

  /** This without a caller. */
  CallersText without(String name) {
    requireBlock();
    CallerEntry entry = entries.get(name);
    if (entry == null) {
      return this;
    }
    List<String> lines = new ArrayList<>(text.lines().toList());
    lines.subList(entry.line() - 1, entry.lastLine()).clear();
    return of(file, String.join("\n", lines) + "\n");
  }

  private void requireBlock() {
    if (!isBlock) {
      throw new CallersFileException(
          file, 0, "callers in braces cannot be changed here; write each on lines of its own.");
    }
  }

  private static String quoted(String name) {
    boolean isPlain = name.matches("[\\p{L}][\\p{L}\\p{N}._@-]*") && !isYamlWord(name);
    return isPlain ? name : "'" + name.replace("'", "''") + "'";
  }

  private static boolean isYamlWord(String name) {
    return name.matches("(?i)true|false|null|yes|no|on|off|y|n");
  }
}
