package org.calmanchor.cli;

import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.core.conformance.Finding;
import org.calmanchor.core.conformance.Profile;
import org.calmanchor.core.conformance.Rule;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * What was found out about a class or a document.
 *
 * @param target what was judged, as the user wrote it
 * @param unfit the contract problems of a class, which has no document then; null if it has none
 * @param profiles what the document was judged by
 * @param findings where it breaks a rule, or advice
 * @param broken what breaks the rules of XML Schema or WSDL
 * @param notJudged what could not be loaded
 * @param notUsed what conforms, but is not supported here
 */
record Judgement(
    String target,
    @Nullable ContractException unfit,
    List<Profile> profiles,
    List<Finding> findings,
    List<Problem> broken,
    List<Problem> notJudged,
    List<Problem> notUsed) {

  /** A class whose contract has problems. */
  static Judgement unfit(String target, ContractException problems) {
    return new Judgement(target, problems, List.of(), List.of(), List.of(), List.of(), List.of());
  }

  boolean isFine(boolean strict) {
    return unfit == null && problems() == 0 && (advice() == 0 || !strict);
  }

  private long problems() {
    return broken.size() + findings.stream().filter(Judgement::isProblem).count();
  }

  private long advice() {
    return findings.stream().filter(each -> !isProblem(each)).count();
  }

  private static boolean isProblem(Finding finding) {
    return finding.rule().level() == Rule.Level.PROBLEM;
  }

  void print(PrintWriter out) {
    if (unfit != null) {
      print(out, unfit.getMessage());
      return;
    }
    print(
        out,
        target
            + ": "
            + verdict()
            + (advice() > 0 ? ", " + counted(advice(), "piece", "pieces") + " of advice" : "")
            + ".");
    broken.forEach(each -> print(out, each));
    findings.forEach(each -> print(out, each));
    notJudged.forEach(each -> print(out, "Not judged: " + each));
    if (problems() == 0) {
      notUsed.forEach(each -> print(out, "It conforms, but cannot be used here: " + each));
    }
  }

  /** What is said of a document may repeat its texts. */
  private static void print(PrintWriter out, @Nullable Object what) {
    out.println(Terminal.shownLines(String.valueOf(what)));
  }

  private String verdict() {
    if (problems() > 0) {
      return counted(problems(), "problem", "problems");
    }
    String judgedBy = profiles.stream().map(Profile::title).collect(Collectors.joining(", "));
    return judgedBy.isEmpty() ? "no problem, and no binding to judge" : "conforms to " + judgedBy;
  }

  /** The same for a script. */
  Map<String, Object> json() {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("target", target);
    json.put("profiles", profiles.stream().map(Profile::title).toList());
    List<Problem> contract = unfit == null ? List.of() : unfit.problems();
    json.put(
        "problems",
        Stream.concat(
                Stream.concat(contract.stream(), broken.stream()).map(Judgement::json),
                findings.stream().filter(Judgement::isProblem).map(Judgement::json))
            .toList());
    json.put(
        "advice", findings.stream().filter(each -> !isProblem(each)).map(Judgement::json).toList());
    json.put("notJudged", notJudged.stream().map(Judgement::json).toList());
    json.put("notUsable", notUsed.stream().map(Judgement::json).toList());
    return json;
  }

  private static Map<String, Object> json(Problem problem) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("rule", problem.code().toString());
    json.put("place", problem.element());
    json.put("what", problem.what());
    json.put("fix", problem.fix());
    return json;
  }

  private static Map<String, Object> json(Finding finding) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("rule", finding.rule().toString());
    json.put("place", finding.document() + (finding.line() > 0 ? " line " + finding.line() : ""));
    json.put("what", finding.what());
    json.put("fix", finding.rule().text());
    return json;
  }

  static String counted(long number, String one, String many) {
    return number + " " + (number == 1 ? one : many);
  }
}
