package org.calmanchor.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.cli.terminal.Progress;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.client.DynamicAnswer;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.client.NoAnswerException;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.outline.TypedValues;
import org.calmanchor.core.problem.ReportedProblem;
import org.calmanchor.core.sample.Samples;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor call}. */
@Command(
    name = "call",
    description = {
      "Calls an operation of a service that is running, and shows the result.",
      "The contract is that of a class or of a WSDL document."
    },
    footer = {
      "",
      "Exit codes: 0 a result, 2 wrong usage, 3 a fault, 4 no answer.",
      "",
      "Example:  calm-anchor call http://localhost:8080/berths?wsdl quoteStay \\",
      "            boatLength=12.35 arrival=2027-06-11 nights=3"
    })
final class CallCommand implements Callable<Integer> {
  private static final int FAULT = 3;
  private static final int NO_ANSWER = 4;

  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      index = "0",
      paramLabel = "CLASS|FILE|URL",
      description = "Full name of a class with @PortType, or a WSDL document.")
  private String target = "";

  @Parameters(index = "1", paramLabel = "OPERATION", description = "The operation to call.")
  private String operation = "";

  @Parameters(
      index = "2..*",
      paramLabel = "NAME=VALUE",
      description =
          "Values of the request, such as reservation.boat.length=9.80. The values of a list: the same"
              + " name again. An attribute: @NAME; the type of a structure: xsi:type; binary content:"
              + " @FILE as the value.")
  private List<String> values = new ArrayList<>();

  @Mixin private InputOptions input = new InputOptions();

  @Option(
      names = "--soap",
      paramLabel = "1.1|1.2",
      description = "The version of SOAP. Default: the first that the operation has.")
  private @Nullable String soap;

  @Mixin private ConnectionOptions connection = new ConnectionOptions();

  @ArgGroup private @Nullable Form form;

  /** At most one of these. */
  private static final class Form {
    @Option(names = "--json", description = "Print the answer as JSON.")
    private boolean json;

    @Option(names = "--raw", description = "Print the answer's envelope as it came.")
    private boolean raw;
  }

  /** What else is shown. */
  enum Shown {
    exchange
  }

  @Option(
      names = "--show",
      paramLabel = "exchange",
      description = "exchange: also print what went over the wire, with secrets masked.")
  private @Nullable Shown shown;

  @Mixin private TargetOptions targets = new TargetOptions();

  @Override
  public Integer call() {
    connection.trust(targets.trust());
    TargetOptions.Target found = targets.target(target);
    found.notices().forEach(notice -> err().println("Note: " + Terminal.shown(notice.toString())));
    Operation called = found.operation(operation);
    SoapVersion version = found.version(called, soap);
    Contract contract = found.contract();
    Samples samples = found.samples();
    Map<String, Object> body = input.body(contract, samples, called, values);
    Map<String, Object> blocks = input.headerBlocks(contract, samples, called);
    DynamicMessages messages = DynamicMessages.of(contract);
    if (!input.asIs() && contract.request(called) != null) {
      requireValid(messages, called, version, body, blocks);
    }
    try {
      DynamicClient client = connection.client(contract, messages, called, version);
      DynamicAnswer answer =
          Progress.during(
              spec, "Waiting for the answer", () -> client.call(called.name(), body, blocks));
      return show(answer, called, contract);
    } catch (NoAnswerException none) {
      throw CommandException.noAnswer(String.valueOf(none.getMessage()));
    } catch (IllegalArgumentException unfit) {
      throw CommandException.usage(String.valueOf(unfit.getMessage()));
    }
  }

  /** Refuses values that the contract does not allow. */
  private static void requireValid(
      DynamicMessages messages,
      Operation called,
      SoapVersion version,
      Map<String, Object> body,
      Map<String, Object> blocks) {
    byte[] message = written(messages, called, version, body, blocks);
    try {
      messages.validRequest(message);
    } catch (IllegalArgumentException invalid) {
      throw CommandException.usage(invalid.getMessage() + "\nAdd --as-is to send it nevertheless.");
    }
  }

  /** The message; what cannot be written cannot be sent as it is either. */
  private static byte[] written(
      DynamicMessages messages,
      Operation called,
      SoapVersion version,
      Map<String, Object> body,
      Map<String, Object> blocks) {
    try {
      return messages.request(called.name(), version, body, blocks, DynamicMessages.Layout.COMPACT);
    } catch (IllegalArgumentException unfit) {
      throw CommandException.usage(String.valueOf(unfit.getMessage()) + ".");
    }
  }

  private int show(DynamicAnswer answer, Operation called, Contract contract) {
    if (shown == Shown.exchange) {
      out().println(Terminal.shownLines(answer.exchange().toString()));
      out().println();
    }
    Outcome outcome = answer.outcome();
    boolean isResult = outcome instanceof Outcome.Result;
    PrintWriter screen = isResult ? out() : err();
    if (form != null && form.raw) {
      screen.println(Terminal.shownLines(answer.message()));
    } else if (form != null && form.json) {
      screen.println(json(outcome));
    } else {
      lines(outcome, called, contract).forEach(screen::println);
    }
    screen.flush();
    return isResult ? 0 : outcome instanceof Outcome.Unreadable ? NO_ANSWER : FAULT;
  }

  private static List<String> lines(Outcome outcome, Operation called, Contract contract) {
    TypedValues typed = new TypedValues(contract);
    if (outcome instanceof Outcome.Result result) {
      List<Map<String, Object>> nodes = typed.body(contract.response(called), result.values());
      return called.output() == null
          ? List.of("Accepted.")
          : nodes.isEmpty() ? List.of("An empty response.") : ValueLines.of(nodes);
    }
    if (outcome instanceof Outcome.DeclaredFault fault) {
      List<String> lines =
          new ArrayList<>(
              List.of(
                  "Fault "
                      + fault.name()
                      + " ("
                      + fault.code()
                      + "): "
                      + Terminal.shown(fault.reason())));
      called.faults().stream()
          .map(use -> contract.bodyElement(use.message()))
          .filter(element -> element.name().getLocalPart().equals(fault.name()))
          .findFirst()
          .ifPresent(
              element ->
                  ValueLines.of(typed.body(element, fault.values()))
                      .forEach(line -> lines.add("  " + line)));
      return lines;
    }
    if (outcome instanceof Outcome.OtherFault fault) {
      List<String> lines =
          new ArrayList<>(
              List.of("Fault (" + fault.code() + "): " + Terminal.shown(fault.reason())));
      if (fault.problems().size() > 1) {
        fault.problems().forEach(problem -> lines.add("  " + words(problem)));
      }
      return lines;
    }
    return List.of(
        "The answer is not what the contract says: "
            + Terminal.shown(((Outcome.Unreadable) outcome).reason())
            + " See it with --raw.");
  }

  private static String words(ReportedProblem problem) {
    return Terminal.shown(
        problem.path() + ": expected " + problem.expected() + ", found " + problem.found());
  }

  private static String json(Outcome outcome) {
    Map<String, Object> all = new LinkedHashMap<>();
    if (outcome instanceof Outcome.Result result) {
      all.put("result", result.values());
    } else if (outcome instanceof Outcome.DeclaredFault fault) {
      all.put("fault", fault.name());
      all.put("code", fault.code());
      all.put("reason", fault.reason());
      all.put("detail", fault.values());
    } else if (outcome instanceof Outcome.OtherFault fault) {
      all.put("undeclaredFault", fault.code());
      all.put("reason", fault.reason());
    } else {
      all.put("unreadable", ((Outcome.Unreadable) outcome).reason());
    }
    return JsonText.of(all);
  }

  private PrintWriter out() {
    return spec.commandLine().getOut();
  }

  private PrintWriter err() {
    return spec.commandLine().getErr();
  }
}
