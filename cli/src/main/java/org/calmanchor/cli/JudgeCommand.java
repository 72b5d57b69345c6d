package org.calmanchor.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.core.conformance.Conformance;
import org.calmanchor.core.conformance.Finding;
import org.calmanchor.core.conformance.Profile;
import org.calmanchor.core.conformance.Rule;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.WsdlFiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor judge}. */
@Command(
    name = "judge",
    description = {
      "Judges annotated classes, and WSDL documents of any origin with all that they import.",
      "Classes: all contract problems. Documents: the testable requirements of the WS-I Basic"
          + " Profiles 1.1 and 1.2 (SOAP 1.1) and 2.0 (SOAP 1.2), with their numbers, and advice"
          + " about what code generators have trouble with."
    },
    footer = {
      "",
      "Example:  calm-anchor judge harbor.BerthDesk partner.wsdl --classpath target/classes"
    })
final class JudgeCommand implements Callable<Integer> {
  /** What breaks the rules of XML Schema or WSDL; all else is a matter of what we support. */
  private static final Set<ProblemCode> BROKEN =
      Set.of(ProblemCode.REFERENCE_UNKNOWN, ProblemCode.DECLARATION_INVALID);

  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "CLASS|FILE|URL",
      arity = "1..*",
      description = "Full names of classes with @PortType, or WSDL documents.")
  private List<String> targets = new ArrayList<>();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Mixin private DocumentOptions documents = new DocumentOptions();

  @Option(names = "--strict", description = "Fail on advice too.")
  private boolean strict;

  @Override
  public Integer call() {
    boolean isFine = true;
    for (String target : targets) {
      isFine &= judge(target);
    }
    spec.commandLine().getOut().flush();
    return isFine ? 0 : 1;
  }

  private boolean judge(String target) {
    try {
      if (DocumentOptions.isDocument(target)) {
        return document(target);
      }
      Reading reading = ContractReader.read(classPath.named(target));
      DocumentSet documents = reading.documents();
      return documents == null
          ? report(target, written(reading))
          : report(target, documents, List.of());
    } catch (ContractException problems) {
      out().println(problems.getMessage());
      return false;
    }
  }

  private static byte[] written(Reading reading) {
    return ContractDocuments.write(reading, WsdlFiles.UNKNOWN_ADDRESS)
        .getBytes(StandardCharsets.UTF_8);
  }

  private boolean document(String target) {
    DocumentProblems problems = new DocumentProblems();
    DocumentSet documents = this.documents.load(target, problems);
    if (documents.root() == null) {
      problems.throwIfAny(documents.location());
    }
    List<Problem> broken = new ArrayList<>();
    List<Problem> notUsed = new ArrayList<>();
    if (!problems.areFound()) {
      try {
        ContractDocuments.read(documents);
      } catch (ContractException unreadable) {
        unreadable
            .problems()
            .forEach(each -> (BROKEN.contains(each.code()) ? broken : notUsed).add(each));
      }
    }
    boolean isFine = report(target, documents, broken);
    problems.all().forEach(each -> out().println("Not judged: " + each));
    if (isFine) {
      notUsed.forEach(each -> out().println("It conforms, but cannot be used here: " + each));
    }
    return isFine;
  }

  private PrintWriter out() {
    return spec.commandLine().getOut();
  }

  private boolean report(String target, byte[] document) {
    return report(target, Conformance.check(document), Conformance.profilesOf(document), List.of());
  }

  private boolean report(String target, DocumentSet documents, List<Problem> broken) {
    return report(target, Conformance.check(documents), Conformance.profilesOf(documents), broken);
  }

  private boolean report(
      String target, List<Finding> findings, List<Profile> judgedBy, List<Problem> broken) {
    long problems = findings.stream().filter(f -> f.rule().level() == Rule.Level.PROBLEM).count();
    long advice = findings.size() - problems;
    problems += broken.size();
    String profiles = judgedBy.stream().map(Profile::title).collect(Collectors.joining(", "));
    String verdict =
        problems > 0
            ? counted(problems, "problem", "problems")
            : profiles.isEmpty()
                ? "no problem, and no binding to judge"
                : "conforms to " + profiles;
    out()
        .println(
            target
                + ": "
                + verdict
                + (advice > 0 ? ", " + counted(advice, "piece", "pieces") + " of advice" : "")
                + ".");
    broken.forEach(out()::println);
    findings.forEach(out()::println);
    return problems == 0 && (advice == 0 || !strict);
  }

  /** A line that mentions the advice on a conforming document; empty if there is none. */
  static String pointer(String className, Reading reading) {
    DocumentSet documents = reading.documents();
    int advice =
        documents == null
            ? Conformance.check(written(reading)).size()
            : Conformance.check(documents).size();
    return advice == 0
        ? ""
        : counted(advice, "piece", "pieces")
            + " of advice on the WSDL of "
            + className
            + ", for the sake of those who generate code from it: calm-anchor judge "
            + className;
  }

  private static String counted(long number, String one, String many) {
    return number + " " + (number == 1 ? one : many);
  }
}
