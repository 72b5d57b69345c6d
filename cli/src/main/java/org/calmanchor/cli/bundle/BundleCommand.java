package org.calmanchor.cli.bundle;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.bundle.Application;
import org.calmanchor.bundle.BundleException;
import org.calmanchor.bundle.BundleKind;
import org.calmanchor.bundle.Bundled;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code calm-anchor bundle}. */
@Command(
    name = "bundle",
    description = {
      "Makes something that runs anywhere with Java from a project's classes and libraries.",
      "Checks the contracts of the services first."
    },
    footer = {
      "",
      "Example:  calm-anchor bundle --jar target/harbor.jar",
      "          calm-anchor bundle --war target/harbor.war",
      "          calm-anchor bundle /berths=harbor.BerthDesk --folder target/harbor --config"
          + " production.yaml"
    })
public final class BundleCommand implements Subcommand {
  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "[PATH=]CLASS",
      arity = "0..*",
      description =
          "Full names of the classes to host. Default: the services of the configuration, or all in"
              + " the folders of --classpath that have a constructor without parameters.")
  private List<String> services = new ArrayList<>();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Option(
      names = "--jar",
      paramLabel = "FILE",
      description = "Write one jar with everything, for java -jar.")
  private @Nullable Path jar;

  @Option(
      names = "--folder",
      paramLabel = "FOLDER",
      description =
          "Write a folder with a start script, the jars, a configuration and a unit for systemd.")
  private @Nullable Path folder;

  @Option(
      names = "--war",
      paramLabel = "FILE",
      description = "Write a WAR with everything, for a container of Jakarta Servlet 6 or newer.")
  private @Nullable Path war;

  @Option(
      names = "--config",
      paramLabel = "FILE",
      description =
          "The configuration to put into it. Default: calm-anchor.yaml in this folder, if it is"
              + " there.")
  private @Nullable Path file;

  @Option(
      names = "--name",
      paramLabel = "NAME",
      description = "The name of the application. Default: that of the file or folder.")
  private @Nullable String name;

  @Option(
      names = "--release",
      paramLabel = "VERSION",
      description = "The version of the application, which /health/info tells.")
  private String version = "";

  @Option(
      names = "--publish",
      paramLabel = "FOLDER",
      description = "Put it into this folder, too, which may be on another machine.")
  private @Nullable Path publication;

  @Option(names = "--force", description = "Replace what is there.")
  private boolean isForced;

  /** Creates the command, for the command line. */
  public BundleCommand() {}

  @Override
  public Integer call() {
    Map<BundleKind, Path> targets = new EnumMap<>(BundleKind.class);
    put(targets, BundleKind.JAR, jar);
    put(targets, BundleKind.FOLDER, folder);
    put(targets, BundleKind.WAR, war);
    if (targets.size() != 1) {
      throw CommandException.usage("Say what to make: --jar FILE, --folder FOLDER or --war FILE.");
    }
    Map.Entry<BundleKind, Path> wanted = targets.entrySet().iterator().next();
    BundleKind kind = wanted.getKey();
    Path target = wanted.getValue();
    String last = target.toAbsolutePath().normalize().getFileName().toString();
    Path published = publication == null ? null : publication.resolve(last);
    if (kind == BundleKind.WAR && !last.endsWith(kind.extension())) {
      throw CommandException.usage(
          "--war: containers take only files whose names end with .war, not " + last + ".");
    }
    requireFree(target);
    if (published != null) {
      requireFree(published);
    }
    UserClasses classes = classPath.classes();
    classes.folders().forEach(BundleCommand::requireOnlyClasses);
    List<String> notes = new ArrayList<>();
    Path chosen = configurationFile();
    Configuration configuration = configuration(chosen);
    List<String> served = BundledServices.of(configuration, classes, notes);
    String text = chosen == null ? "" : textOf(chosen);
    try {
      Application application =
          new Application(nameOf(kind, last), version, classes.entries(), served, text);
      ClassLoader loader = BundleCommand.class.getClassLoader();
      Bundled bundled = kind.write(application, target, loader);
      if (published != null) {
        bundled = bundled.and(kind.write(application, published, loader));
      }
      new BundleReport(kind, bundled, application, configuration, notes)
          .lines()
          .forEach(spec.commandLine().getOut()::println);
    } catch (BundleException impossible) {
      throw CommandException.problem(String.valueOf(impossible.getMessage()));
    }
    return 0;
  }

  private static void put(Map<BundleKind, Path> targets, BundleKind kind, @Nullable Path target) {
    if (target != null) {
      targets.put(kind, target);
    }
  }

  private void requireFree(Path target) {
    if (Files.exists(target) && !isForced) {
      throw CommandException.usage(target + " is there already. Replace it with --force.");
    }
    Path parent = target.toAbsolutePath().getParent();
    if (parent == null || !Files.isDirectory(parent)) {
      throw CommandException.usage("There is no folder " + parent + " to write into.");
    }
  }

  /** Keys and passwords must not get into a bundle only because they are near. */
  private static void requireOnlyClasses(Path classes) {
    if (classes.toAbsolutePath().normalize().equals(Path.of("").toAbsolutePath())) {
      throw CommandException.usage(
          "--classpath: this folder itself may have more than classes. Name the folder that they are"
              + " compiled into, so that nothing else gets into the bundle.");
    }
  }

  private String nameOf(BundleKind kind, String last) {
    return name != null
        ? name
        : last.endsWith(kind.extension())
            ? last.substring(0, last.length() - kind.extension().length())
            : last;
  }

  /** The configuration that goes into the bundle; null if there is none. */
  private @Nullable Path configurationFile() {
    Path usual = Path.of(Configuration.FILE);
    return file != null ? file : Files.exists(usual) ? usual : null;
  }

  private Configuration configuration(@Nullable Path chosen) {
    ConfigurationReader reader = new ConfigurationReader();
    if (chosen != null) {
      reader.file(chosen);
    }
    if (!services.isEmpty()) {
      reader.option(Settings.SERVICES, services);
    }
    return reader.read();
  }

  private static String textOf(Path file) {
    try {
      return Files.readString(file, StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw CommandException.usage(file + " cannot be read: " + unreadable.getMessage());
    }
  }
}
