package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.draft.DescriptionDrafter;
import org.jspecify.annotations.Nullable;
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

  @Option(
      names = "--package",
      paramLabel = "NAME",
      description = "The Java package. Default: that of the class.")
  private @Nullable String packageName;

  @Option(
      names = {"--out", "-o"},
      paramLabel = "FOLDER",
      description = "The project; the source goes into its src/main/java. Default: here.")
  private Path out = Path.of("");

  @Option(
      names = "--force",
      description = "Overwrite a file that differs. Without it, the differences are shown.")
  private boolean force;

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Override
  public Integer call() {
    Class<?> service = classPath.named(className);
    String target = packageName == null ? service.getPackageName() : packageName;
    DescriptionDrafter.DraftedDescription drafted;
    try {
      drafted = DescriptionDrafter.draft(service, namespace, target);
    } catch (IllegalArgumentException unfit) {
      throw CommandException.usage(String.valueOf(unfit.getMessage()));
    }
    PrintWriter screen = spec.commandLine().getOut();
    Map<Path, byte[]> files = new LinkedHashMap<>();
    drafted
        .draft()
        .sources()
        .forEach((name, content) -> files.put(out.resolve("src/main/java").resolve(name), content));
    ProjectFiles project = ProjectFiles.of(files);
    project.write(force);
    project.report(screen, force);
    screen.println();
    screen.println(
        "Compile it with our annotation processor or -parameters, and host an object of the class:");
    screen.printf(
        "  SoapHost.onPort(8080).serve(\"/%s\", %s.read(), new %s(...))%n",
        service.getSimpleName().toLowerCase(Locale.ROOT), drafted.name(), service.getSimpleName());
    screen.flush();
    return problems(drafted) || (project.hasDifferent() && !force) ? 1 : 0;
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
