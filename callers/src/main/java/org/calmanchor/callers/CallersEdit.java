package org.calmanchor.callers;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.access.Caller;

/**
 * Changes the text of a file of callers, and leaves comments and other entries as they are.
 *
 * @param former the text before
 */
record CallersEdit(CallersText former) {
  /** Of a file that is not there yet. */
  static CallersEdit empty(String file) {
    return new CallersEdit(
        new CallersReader(file)
            .read(
                "# Who may call. Change it with: calm-anchor callers add|remove|roles\ncallers:\n"));
  }

  /**
   * The text with another caller, or with another entry for a caller that it has.
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
    CallerEntry replaced = former.entries().get(caller.name());
    List<String> lines = new ArrayList<>(former.text().lines().toList());
    if (replaced != null) {
      lines.subList(replaced.line() - 1, replaced.lastLine()).clear();
      lines.addAll(replaced.line() - 1, entry);
    } else {
      int last =
          former.entries().values().stream()
              .mapToInt(CallerEntry::lastLine)
              .max()
              .orElse(former.line());
      lines.addAll(last, entry);
    }
    return read(String.join("\n", lines) + "\n");
  }

  /** The text without a caller. */
  CallersText without(String name) {
    requireBlock();
    CallerEntry entry = former.entries().get(name);
    if (entry == null) {
      return former;
    }
    List<String> lines = new ArrayList<>(former.text().lines().toList());
    lines.subList(entry.line() - 1, entry.lastLine()).clear();
    return read(String.join("\n", lines) + "\n");
  }

  private CallersText read(String text) {
    return new CallersReader(former.file()).read(text);
  }

  private void requireBlock() {
    if (!former.isBlock()) {
      throw new CallersFileException(
          former.file(),
          0,
          "callers in braces cannot be changed here; write each on lines of its own.");
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
