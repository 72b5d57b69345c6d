package org.calmanchor.web.question;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.Comparison;
import org.calmanchor.checks.Expected;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.page.ServiceSite;
import org.calmanchor.web.page.TypedOutcomes;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Answers the page's requests about checks. */
final class CheckQuestions {
  private static final Logger LOG = LoggerFactory.getLogger(CheckQuestions.class);

  private final ServiceSite service;
  private final @Nullable Path folder;

  /**
   * Creates the answers for one service.
   *
   * @param folder where checks are kept, or null for nowhere
   */
  CheckQuestions(ServiceSite service, @Nullable Path folder) {
    this.service = service;
    this.folder = folder;
  }

  /** Compares an answer with what was expected. */
  Map<String, Object> compare(Question question) {
    String message = question.text("message");
    Check check = check(question, "compared");
    Outcome outcome = outcome(check.operation(), message);
    List<Map<String, String>> differences =
        new Comparison(service.contract())
            .differences(check, outcome).stream()
                .map(
                    each ->
                        Map.of(
                            "path", each.path(),
                            "expected", each.expected(),
                            "found", each.found()))
                .toList();
    Map<String, Object> answer = new LinkedHashMap<>();
    answer.put("differences", differences);
    answer.put("said", TypedOutcomes.words(outcome));
    answer.put("expected", service.outcomes().of(check.operation(), check.expected()));
    answer.put("expect", CheckFile.document(check.expected()));
    return answer;
  }

  /** Turns an answer into an expectation. */
  Map<String, Object> expect(Question question) {
    String message = question.text("message");
    Outcome outcome = outcome(question.text("operation"), message);
    Expected expected;
    if (message.isEmpty()) {
      expected = new Expected.Accepted();
    } else if (outcome instanceof Outcome.Result result) {
      expected = new Expected.Result(result.values(), Compare.ALL);
    } else if (outcome instanceof Outcome.DeclaredFault fault) {
      expected =
          new Expected.Fault(
              fault.name(), fault.code(), fault.reason(), fault.values(), Compare.ALL);
    } else if (outcome instanceof Outcome.OtherFault fault) {
      expected = new Expected.Fault(null, fault.code(), null, null, Compare.ALL);
    } else {
      throw new IllegalArgumentException(
          "The contract has no such answer, so it cannot be expected.");
    }
    return Map.of("expect", CheckFile.document(expected), "text", CheckFile.write(expected));
  }

  private Outcome outcome(String operation, String message) {
    return message.isEmpty()
        ? new Outcome.Result(Map.of())
        : service.messages().answer(operation, message.getBytes(StandardCharsets.UTF_8));
  }

  /** Records the outcome of a run of all checks. */
  Map<String, Object> ran(Question question) {
    service.lastCheckRun().record(question.number("failed"), question.number("all"));
    return Map.of();
  }

  /** The values of a text that says what is expected, and the text of values. */
  Map<String, Object> read(Question question) {
    Expected expected = CheckFile.readExpected("expected", question.text("expect"));
    return Map.of(
        "expect", CheckFile.document(expected),
        "text", CheckFile.write(expected),
        "expected", service.outcomes().of(question.text("operation"), expected));
  }

  /** The text of a check file for a check, and the file's name. */
  Map<String, Object> write(Question question) {
    Check check = check(question, question.text("name"));
    return Map.of("yaml", CheckFile.write(check), "file", CheckFile.nameFor(check));
  }

  /** Saves a check in the folder. */
  Map<String, Object> keep(Question question) {
    if (folder == null) {
      throw new IllegalArgumentException(
          "This host has no folder for checks; start it with one, or download the file.");
    }
    Check check = check(question, question.text("name"));
    try {
      return Map.of("file", String.valueOf(CheckFile.keep(check, folder).getFileName()));
    } catch (FileAlreadyExistsException taken) {
      throw new IllegalArgumentException(
          "There is a check of that name already, in "
              + CheckFile.nameFor(check)
              + ". Give this one another name; nothing was overwritten.",
          taken);
    } catch (IOException unusable) {
      throw unusable(unusable);
    }
  }

  /** The error for a folder that cannot be used; only the log gets its path. */
  private static IllegalArgumentException unusable(IOException cause) {
    LOG.warn("the folder for checks cannot be used", Loggable.failure(cause));
    return new IllegalArgumentException(
        "The folder for checks cannot be used; the server's log has the reason. Fix it, or download the"
            + " check.",
        cause);
  }

  /** The saved checks of this service, and the problems of files that cannot be read. */
  Map<String, Object> kept() {
    Map<String, Object> answer = new LinkedHashMap<>();
    answer.put("isKept", folder != null);
    List<Map<String, Object>> shown = new ArrayList<>();
    try {
      if (folder != null && Files.isDirectory(folder)) {
        CheckFile.Folder all = CheckFile.readAll(folder);
        List<String> problems = new ArrayList<>(all.problems());
        for (Check check : all.checks()) {
          boolean isOurs = check.service().isEmpty() || check.service().equals(service.name());
          if (isOurs && check.isOneCall()) {
            shown.add(shown(check));
          } else if (isOurs) {
            problems.add(
                "\""
                    + check.name()
                    + "\" has steps, values from elsewhere, or a caller. Run it with: calm-anchor check");
          }
        }
        if (!problems.isEmpty()) {
          answer.put("error", String.join("\n", problems));
        }
      }
    } catch (IOException unusable) {
      throw unusable(unusable);
    }
    answer.put("checks", shown);
    return answer;
  }

  private Map<String, Object> shown(Check check) {
    Map<String, Object> shown = new LinkedHashMap<>();
    shown.put("name", check.name());
    shown.put("operation", check.operation());
    shown.put(
        "version", check.version() == null ? service.versions().get(0) : check.version().title());
    shown.put("values", CheckFile.document(check.input()));
    shown.put("headerBlocks", CheckFile.document(check.headerBlocks()));
    shown.put("expect", CheckFile.document(check.expected()));
    return shown;
  }

  private Check check(Question question, String name) {
    return new Check(
        name,
        service.name(),
        question.text("operation"),
        question.version(),
        question.valuesOrNone("values"),
        question.valuesOrNone("headerBlocks"),
        CheckFile.readExpected("expected", question.text("expect")));
  }
}
