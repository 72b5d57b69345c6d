package org.calmanchor.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.cli.terminal.Progress;
import org.calmanchor.core.conformance.Conformance;
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

  @Option(names = "--json", description = "Print the findings as JSON.")
  private boolean isJson;

  @Override
  public Integer call() {
    List<Judgement> all =
        targets.stream()
            .map(each -> Progress.during(spec, "Judging " + each, () -> judgement(each)))
            .toList();
    PrintWriter out = spec.commandLine().getOut();
    if (isJson) {
      out.println(JsonText.of(all.stream().map(Judgement::json).toList()));
    } else {
      all.forEach(each -> each.print(out));
    }
    out.flush();
    return all.stream().allMatch(each -> each.isFine(strict)) ? 0 : 1;
  }

  private Judgement judgement(String target) {
    try {
      if (DocumentOptions.isDocument(target)) {
        return document(target);
      }
      Reading reading = ContractReader.read(classPath.named(target));
      DocumentSet documents = reading.documents();
      return documents == null
          ? judgement(target, written(reading))
          : judgement(target, documents, List.of(), List.of(), List.of());
    } catch (ContractException problems) {
      return Judgement.unfit(target, problems);
    }
  }

  private static byte[] written(Reading reading) {
    return ContractDocuments.write(reading, WsdlFiles.UNKNOWN_ADDRESS)
        .getBytes(StandardCharsets.UTF_8);
  }

  private Judgement document(String target) {
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
    return judgement(target, documents, broken, problems.all(), notUsed);
  }

  private static Judgement judgement(String target, byte[] document) {
    return new Judgement(
        target,
        null,
        Conformance.profilesOf(document),
        Conformance.check(document),
        List.of(),
        List.of(),
        List.of());
  }

  private static Judgement judgement(
      String target,
      DocumentSet documents,
      List<Problem> broken,
      List<Problem> notJudged,
      List<Problem> notUsed) {
    return new Judgement(
        target,
        null,
        Conformance.profilesOf(documents),
        Conformance.check(documents),
        broken,
        notJudged,
        notUsed);
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
        : Judgement.counted(advice, "piece", "pieces")
            + " of advice on the WSDL of "
            + className
            + ", for the sake of those who generate code from it: calm-anchor judge "
            + className;
  }
}
