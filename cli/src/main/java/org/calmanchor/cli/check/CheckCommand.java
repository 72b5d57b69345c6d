package org.calmanchor.cli.check;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.CheckedService;
import org.calmanchor.checks.Difference;
import org.calmanchor.cli.ConnectionOptions;
import org.calmanchor.cli.HostCommand;
import org.calmanchor.cli.HostOptions;
import org.calmanchor.cli.TargetOptions;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.cli.terminal.OutputFiles;
import org.calmanchor.cli.terminal.Progress;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.model.PortType;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.web.report.CheckReportFile;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor check}. */
@Command(
    name = "check",
    description = {
      "Replays check files, and shows which answers are not as expected.",
      "A class is hosted for the run on a free port of this machine; the service of a WSDL document"
          + " is called where it is."
    },
    footer = {
      "",
      "Exit codes: 0 all passed, 1 a check failed or a file is wrong, 2 wrong usage.",
      "",
      "Example:  calm-anchor check checks --against harbor.BerthDesk",
      "          calm-anchor check checks/fuel.yaml --against http://localhost:8080/berths?wsdl \\",
      "            --tag money --junit target/checks.xml"
    })
public final class CheckCommand implements HostCommand {
  private static final HostOptions OPTIONS = HostOptions.of(List.of(Settings.CALLERS));

  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "FILE|FOLDER",
      arity = "1..*",
      description = "Check files, and folders of them.")
  private List<Path> places = new ArrayList<>();

  @Option(
      names = "--against",
      paramLabel = "CLASS|FILE|URL",
      required = true,
      description =
          "Full name of a class with @PortType, or a WSDL document. Repeatable: a check goes to the"
              + " service that it names.")
  private List<String> against = new ArrayList<>();

  @Mixin private TargetOptions targets = new TargetOptions();

  @Mixin private ConnectionOptions connection = new ConnectionOptions();

  @Option(
      names = "--tag",
      paramLabel = "WORD",
      description = "Run only checks with this tag. Repeatable: any of them.")
  private List<String> tags = new ArrayList<>();

  @Option(
      names = "--without-tag",
      paramLabel = "WORD",
      description = "Leave out checks with this tag. Repeatable.")
  private List<String> withoutTags = new ArrayList<>();

  @Option(
      names = "--name",
      paramLabel = "TEXT",
      description = "Run only checks whose name has this text.")
  private String name = "";

  @Option(
      names = "--parallel",
      paramLabel = "N",
      defaultValue = "1",
      description = "How many checks run at the same time. Default: ${DEFAULT-VALUE}.")
  private int parallel;

  @Option(names = "--json", description = "Print the results as JSON.")
  private boolean isJson;

  @Option(
      names = "--junit",
      paramLabel = "FILE",
      description = "Also write the results as the XML that build servers read.")
  private @Nullable Path junit;

  @Option(
      names = "--html",
      paramLabel = "FILE",
      description = "Also write the results as one HTML file.")
  private @Nullable Path html;

  @Option(
      names = "--keep",
      description =
          "Let the checks that failed expect what came, after showing what differs. Their files"
              + " change only there.")
  private boolean keeps;

  /** Creates the command, for the command line. */
  public CheckCommand() {}

  @Override
  public HostOptions hostOptions() {
    return OPTIONS;
  }

  @Override
  public Integer call() {
    if (parallel < 1 || parallel > 100) {
      throw CommandException.usage("--parallel: write a number from 1 to 100.");
    }
    connection.trust(targets.trust());
    List<SourcedCheck> chosen = SourcedCheck.read(places).stream().filter(this::isChosen).toList();
    if (chosen.isEmpty()) {
      throw CommandException.usage("No check has that name or those tags.");
    }
    List<RunningHost> hosts = new ArrayList<>();
    try {
      return run(chosen, services(hosts));
    } finally {
      hosts.forEach(RunningHost::close);
    }
  }

  private boolean isChosen(SourcedCheck sourced) {
    Check check = sourced.check();
    return check.name().contains(name)
        && (tags.isEmpty() || tags.stream().anyMatch(check.settings().tags()::contains))
        && withoutTags.stream().noneMatch(check.settings().tags()::contains);
  }

  private List<CheckedService> services(List<RunningHost> hosts) {
    List<CheckedService> services = new ArrayList<>();
    for (String each : against) {
      TargetOptions.Target target = targets.target(each);
      Class<?> type = targets.classOf(each);
      if (type != null) {
        target = hosted(type, target, hosts);
      }
      for (PortType portType : target.contract().portTypes()) {
        services.add(HttpCheckTransport.serviceOf(target, portType, connection));
      }
    }
    return services;
  }

  private TargetOptions.Target hosted(
      Class<?> type, TargetOptions.Target target, List<RunningHost> hosts) {
    String path = "/" + type.getSimpleName();
    Configuration configuration =
        OPTIONS
            .addTo(new ConfigurationReader(), spec)
            .code(Settings.PORT, "0")
            .code(Settings.TEST_PAGE, "nobody")
            .read();
    SoapHost prepared =
        HostOptions.host(configuration).host().serve(path, TargetOptions.instanceOf(type));
    RunningHost host;
    try {
      host = prepared.start();
    } catch (IllegalArgumentException forCertainCallers) {
      throw CommandException.usage(forCertainCallers.getMessage() + " or --callers FILE.");
    }
    hosts.add(host);
    return target.at(host.address(path).toString());
  }

  private int run(List<SourcedCheck> chosen, List<CheckedService> services) {
    Map<SourcedCheck, CheckedService> planned = new LinkedHashMap<>();
    for (SourcedCheck each : chosen) {
      CheckedService.of(each.check(), services).ifPresent(service -> planned.put(each, service));
    }
    if (planned.isEmpty()) {
      throw CommandException.usage(
          "No check is for "
              + String.join(", ", services.stream().map(CheckedService::name).toList())
              + ". The files have checks for "
              + String.join(
                  ", ", new TreeSet<>(chosen.stream().map(c -> c.check().service()).toList()))
              + ".");
    }
    List<SourcedCheck> checks = List.copyOf(planned.keySet());
    List<CheckResult> results = results(planned, chosen.size() - planned.size());
    if (junit != null) {
      OutputFiles.write(Map.of(junit, JUnitReport.of(checks, results)), true);
    }
    if (html != null) {
      OutputFiles.write(Map.of(html, html(checks, results)), true);
    }
    boolean isPassed = results.stream().allMatch(CheckResult::isPassed);
    if (isPassed || !keeps) {
      return isPassed ? 0 : 1;
    }
    int left = new RenewedFiles(spec.commandLine().getErr()).renew(checks, results);
    return left == 0 ? 0 : 1;
  }

  private byte[] html(List<SourcedCheck> checks, List<CheckResult> results) {
    List<CheckReportFile.Line> lines = new ArrayList<>();
    for (int i = 0; i < results.size(); i++) {
      lines.add(new CheckReportFile.Line(checks.get(i).file().toString(), results.get(i)));
    }
    String target = String.join(", ", against);
    return new CheckReportFile(target, Instant.now(), lines)
        .write()
        .getBytes(StandardCharsets.UTF_8);
  }

  private List<CheckResult> results(Map<SourcedCheck, CheckedService> planned, int notRun) {
    PrintWriter out = spec.commandLine().getOut();
    CheckReport report = new CheckReport(out, spec.commandLine().getColorScheme().ansi());
    ExecutorService threads = Executors.newFixedThreadPool(parallel);
    try {
      Map<SourcedCheck, Future<CheckResult>> running = new LinkedHashMap<>();
      planned.forEach(
          (check, service) -> running.put(check, threads.submit(() -> service.run(check.check()))));
      List<CheckResult> results = new ArrayList<>();
      List<Object> json = new ArrayList<>();
      for (Map.Entry<SourcedCheck, Future<CheckResult>> each : running.entrySet()) {
        int number = results.size() + 1;
        String what = number + " of " + running.size() + ": " + each.getKey().check().name();
        CheckResult result = Progress.during(spec, what, () -> resultOf(each.getValue()));
        results.add(result);
        json.add(json(each.getKey(), result));
        if (!isJson) {
          report.print(each.getKey(), result);
        }
      }
      if (isJson) {
        out.println(JsonText.of(json));
        out.flush();
      } else {
        report.printSummary(results, notRun);
      }
      return results;
    } finally {
      threads.shutdownNow();
    }
  }

  private static CheckResult resultOf(Future<CheckResult> running) {
    try {
      return running.get();
    } catch (InterruptedException ended) {
      Thread.currentThread().interrupt();
      throw CommandException.problem("The run was interrupted.");
    } catch (ExecutionException failed) {
      if (failed.getCause() instanceof CommandException wrong) {
        throw wrong;
      }
      throw new IllegalStateException(failed.getCause());
    }
  }

  private static Map<String, Object> json(SourcedCheck check, CheckResult result) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("check", check.check().name());
    json.put("file", check.file().toString());
    json.put("operation", check.check().operation());
    json.put("passed", result.isPassed());
    json.put("milliseconds", result.took().toMillis());
    json.put("differences", result.differences().stream().map(CheckCommand::json).toList());
    return json;
  }

  private static Map<String, Object> json(Difference difference) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("path", difference.path());
    json.put("expected", difference.expected());
    json.put("found", difference.found());
    return json;
  }
}
