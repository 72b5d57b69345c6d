package org.calmanchor.cli.serve;

import java.util.Arrays;
import java.util.List;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.Durations;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.host.SoapHost;

/** One {@code --limit name=value}. */
final class LimitOption {
  private LimitOption() {}

  static void apply(SoapHost host, String name, String value) {
    Limit limit = named(name);
    try {
      if (limit.isTime()) {
        host.limit(limit, Durations.read("--limit: " + name, value));
      } else {
        host.limit(limit, number(name, value));
      }
    } catch (IllegalArgumentException outOfRange) {
      throw CommandException.usage("--limit: " + outOfRange.getMessage());
    }
  }

  private static Limit named(String name) {
    for (Limit limit : Limit.values()) {
      if (limit.title().equals(name)) {
        return limit;
      }
    }
    List<String> known = Arrays.stream(Limit.values()).map(Limit::title).toList();
    throw CommandException.usage(
        "--limit: there is no \""
            + name
            + "\". "
            + NearMiss.of(name, known, "There is " + String.join(", ", known) + "."));
  }

  private static long number(String name, String value) {
    try {
      return Long.parseLong(value);
    } catch (NumberFormatException noNumber) {
      throw CommandException.usage(
          "--limit: " + name + " is a whole number, not \"" + value + "\".");
    }
  }
}
