package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.draft.DescriptionDrafter;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor draft description}. */
@Command(
    name = "description",
    description = {
      "Drafts the description of a class that cannot be edited: which methods are operations, and"
          + " what everything is called on the wire. Every choice is spelled out, for you to change."
    },
    footer = {
      "",
      "Example:  calm-anchor draft description harbor.OldTariff --namespace urn:harbor:tariff \\",
      "            --classpath target/classes"
    })
final class DraftDescriptionCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(paramLabel = "CLASS", description = "The full name of a class.")
  private String className = "";

  @Option(
      names = "--namespace",
      required = true,
      paramLabel = "URI",
      description = "The namespace of everything that the service puts on the wire.")
  private String namespace = "";

  @Mixin private DraftTarget target = new DraftTarget();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Override
  public Integer call() {
    Class<?> service = classPath.named(className);
    String packageName = target.packageOr(service.getPackageName());
    DescriptionDrafter.DraftedDescription drafted;
    try {
      drafted = DescriptionDrafter.draft(service, namespace, packageName);
    } catch (IllegalArgumentException unfit) {
      throw CommandException.usage(String.valueOf(unfit.getMessage()));
    }
    PrintWriter screen = spec.commandLine().getOut();
    boolean isWhole = target.write(drafted.draft().sources(), Map.of(), Map.of(), screen);
    if (!isWhole) {
      DraftTarget.sayLeft(screen);
    }
    screen.println();
    screen.println(
        "Compile it with our annotation processor or -parameters, and host an object of the class:");
    screen.printf(
        "  SoapHost.onPort(8080).serve(\"/%s\", %s.read(), new %s(...))%n",
        service.getSimpleName().toLowerCase(Locale.ROOT), drafted.name(), service.getSimpleName());
    screen.flush();
    return problems(drafted) || !isWhole ? 1 : 0;
  }

  /** Prints what has to be changed first; false if there is nothing. */
  private boolean problems(DescriptionDrafter.DraftedDescription drafted) {
    try {
      drafted.description().read();
      return false;
    } catch (ContractException unfit) {
      spec.commandLine().getErr().println(unfit.getMessage());
      return true;
    }
  }
}
