package org.calmanchor.cli.check;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.CheckFileException;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.cli.terminal.CommandException;

/** Lets checks that failed expect what came. */
record RenewedFiles(PrintWriter out) {
  /** Renews the files, and returns how many checks could not be renewed. */
  int renew(List<SourcedCheck> checks, List<CheckResult> results) {
    Map<Path, List<Check>> renewed = new LinkedHashMap<>();
    int left = 0;
    for (int i = 0; i < results.size(); i++) {
      CheckResult result = results.get(i);
      Check check = result.isPassed() ? null : result.renewed();
      if (check != null) {
        renewed.computeIfAbsent(checks.get(i).file(), file -> new ArrayList<>()).add(check);
      } else if (!result.isPassed()) {
        left++;
        out.printf("Not kept, since no answer came: %s%n", checks.get(i).check().name());
      }
    }
    renewed.forEach(this::write);
    out.flush();
    return left;
  }

  private void write(Path file, List<Check> checks) {
    try {
      CheckFile.renew(file, checks);
      out.printf(
          "Kept in %s: %s%n",
          file, checks.size() == 1 ? "1 expectation" : checks.size() + " expectations");
    } catch (IOException | CheckFileException unwritable) {
      throw CommandException.problem(file + " cannot be changed: " + unwritable.getMessage());
    }
  }
}
