package org.calmanchor.standin;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.host.SoapHost;

/**
 * Stands in for the service of a WSDL document. A request that has all values that a check names
 * gets the check's outcome; of several such checks, the one that names most values answers. Every
 * other request gets a sample. Not safe for several threads; a running one is.
 *
 * <pre>{@code
 * try (RunningStandIn partner =
 *     StandIn.of(Path.of("pilots.wsdl")).checks(Path.of("checks")).start(0)) {
 *   TypedClient<Pilots> client = TypedClient.of(Pilots.class, partner.address("Pilots"));
 *   ...
 * }
 * }</pre>
 */
public final class StandIn {
  private final ReadDocument document;
  private final List<Check> checks = new ArrayList<>();
  private final List<String> problems = new ArrayList<>();

  private StandIn(ReadDocument document) {
    this.document = document;
  }

  /** Creates a stand-in for what {@code document} describes. */
  public static StandIn of(ReadDocument document) {
    return new StandIn(document);
  }

  /**
   * Creates a stand-in for what a WSDL file describes.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of the document
   */
  public static StandIn of(Path wsdl) {
    return of(ContractDocuments.read(wsdl));
  }

  /**
   * Adds the checks of all {@code .yaml} files of a folder.
   *
   * @throws IOException when the folder cannot be read
   */
  public StandIn checks(Path folder) throws IOException {
    CheckFile.Folder read = CheckFile.readAll(folder);
    checks.addAll(read.checks());
    problems.addAll(read.problems());
    return this;
  }

  /** Adds checks. */
  public StandIn checks(List<Check> more) {
    checks.addAll(more);
    return this;
  }

  /**
   * Adds a service for each port type to a host, at the port type's name.
   *
   * @param noted is told each call, by the thread that answers it
   * @return the path of each port type, by its name
   * @throws StandInException when checks cannot be played; with every reason
   * @throws org.calmanchor.core.problem.ContractException when the document can be called only
   */
  public Map<String, String> serveOn(SoapHost host, Consumer<StandInCall> noted) {
    List<String> found = new ArrayList<>(problems);
    Map<String, Endpoint> endpoints = new LinkedHashMap<>();
    for (PortType portType : document.contract().portTypes()) {
      Contract contract = document.contract().of(portType.name());
      Samples samples = Samples.of(contract, Examples.NONE);
      AnswerPlanner planner = new AnswerPlanner(contract, samples, found);
      List<PlannedAnswer> planned = planner.plan(of(portType));
      endpoints.put(
          portType.name().getLocalPart(),
          Endpoint.of(
              contract,
              document.documents(),
              new StandInService(contract, samples, planner, planned, noted)));
    }
    addStrangers(found);
    if (!found.isEmpty()) {
      throw new StandInException(found);
    }
    Map<String, String> paths = new LinkedHashMap<>();
    endpoints.forEach(
        (name, endpoint) -> {
          paths.put(name, "/" + name);
          host.serve("/" + name, endpoint);
        });
    return paths;
  }

  private List<Check> of(PortType portType) {
    return checks.stream().filter(check -> isOf(check, portType)).toList();
  }

  private static boolean isOf(Check check, PortType portType) {
    return check.service().isEmpty()
        ? portType.operations().stream().anyMatch(each -> each.name().equals(check.operation()))
        : check.service().equals(portType.name().getLocalPart());
  }

  /** Adds the checks of no port type to the problems. */
  private void addStrangers(List<String> found) {
    List<PortType> all = document.contract().portTypes();
    for (Check check : checks) {
      if (all.stream().noneMatch(portType -> isOf(check, portType))) {
        found.add(
            "\""
                + check.name()
                + "\": the document has no "
                + (check.service().isEmpty()
                    ? "operation \"" + check.operation() + "\""
                    : "port type \"" + check.service() + "\"")
                + ".");
      }
    }
  }

  /**
   * Starts the stand-in on a port of the loopback address; 0 means any free port.
   *
   * @throws StandInException when checks cannot be played; with every reason
   * @throws org.calmanchor.core.problem.ContractException when the document can be called only
   */
  public RunningStandIn start(int port) {
    SoapHost host = SoapHost.onPort(port);
    CallList calls = new CallList();
    Map<String, String> paths = serveOn(host, calls);
    return new RunningStandIn(host.start(), paths, calls);
  }
}
