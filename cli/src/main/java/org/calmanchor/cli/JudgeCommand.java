package org.calmanchor.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.calmanchor.core.conformance.Conformance;
import org.calmanchor.core.conformance.Finding;
import org.calmanchor.core.conformance.Profile;
import org.calmanchor.core.conformance.Rule;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ContractDocuments;
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
      "Judges annotated classes, and WSDL files of any origin.",
      "Classes: all contract problems. Documents: the testable requirements of the WS-I Basic"
          + " Profiles 1.1 and 1.2 (SOAP 1.1) and 2.0 (SOAP 1.2), with their numbers, and advice"
          + " about what code generators have trouble with."
    },
    footer = {
      "",
      "Example:  calm-anchor judge harbor.BerthDesk partner.wsdl --classpath target/classes"
    })
final class JudgeCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "CLASS|FILE",
      arity = "1..*",
      description = "Full names of classes with @PortType, or WSDL files.")
  private List<String> targets = new ArrayList<>();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

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
    boolean isFile = target.contains("/") || target.endsWith(".wsdl") || target.endsWith(".xml");
    try {
      return report(target, isFile ? file(Path.of(target)) : document(target));
    } catch (ContractException problems) {
      out().println(problems.getMessage());
      return false;
    }
  }

  private byte[] document(String className) {
    Class<?> type = classPath.classes().named(className);
    return ContractDocuments.write(ContractReader.read(type), "http://address-not-set.invalid/")
        .getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] file(Path file) {
    try {
      return Files.readAllBytes(file);
    } catch (IOException unreadable) {
      throw CommandException.usage("There is no file " + file + " that can be read.");
    }
  }

  private PrintWriter out() {
    return spec.commandLine().getOut();
  }

  private boolean report(String target, byte[] document) {
    List<Finding> findings = Conformance.check(document);
    long problems = findings.stream().filter(f -> f.rule().level() == Rule.Level.PROBLEM).count();
    long advice = findings.size() - problems;
    String profiles =
        Conformance.profilesOf(document).stream()
            .map(Profile::title)
            .collect(Collectors.joining(", "));
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
    findings.forEach(out()::println);
    return problems == 0 && (advice == 0 || !strict);
  }

  /** A line that mentions the advice on a conforming document; empty if there is none. */
  static String pointer(String className, String wsdl) {
    long advice = Conformance.check(wsdl.getBytes(StandardCharsets.UTF_8)).size();
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
