package org.calmanchor.cli.check;

import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.CheckRun;
import org.calmanchor.cli.ConnectionOptions;
import org.calmanchor.cli.TargetOptions.Target;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.client.NoAnswerException;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.SoapVersion;

/** A service that checks are sent to, over HTTP. Safe for several threads. */
final class CheckedService {
  private final Target target;
  private final Contract contract;
  private final DynamicMessages messages;
  private final ConnectionOptions connection;
  private final CheckRun run;

  /** The clients by operation and version: making one reads files and checks options. */
  private final Map<String, DynamicClient> clients = new ConcurrentHashMap<>();

  private CheckedService(Target target, ConnectionOptions connection) {
    this.target = target;
    this.contract = target.contract();
    this.messages = DynamicMessages.of(contract);
    this.connection = connection;
    this.run = new CheckRun(contract, this::call, System::getenv);
  }

  /** The service of one port type of a target. */
  static CheckedService of(Target target, PortType portType, ConnectionOptions connection) {
    Contract contract = target.contract().of(portType.name());
    return new CheckedService(
        new Target(contract, target.examples(), target.notices()), connection);
  }

  /** The name of its port type. */
  String name() {
    return contract.portTypes().get(0).name().getLocalPart();
  }

  /** Whether a check is for this service: it names it, or it names none and fits. */
  boolean takes(Check check) {
    return check.service().isEmpty()
        ? contract.portTypes().get(0).operations().stream()
            .anyMatch(operation -> operation.name().equals(check.operation()))
        : check.service().equals(name());
  }

  CheckResult run(Check check) {
    return run.run(check);
  }

  private Outcome call(Check check) throws IOException {
    Operation operation = contract.operation(check.operation());
    SoapVersion version =
        check.version() == null ? target.version(operation, null) : check.version();
    DynamicClient client =
        clients.computeIfAbsent(
            operation.name() + " " + version,
            key -> connection.client(contract, messages, operation, version));
    try {
      return client.call(operation.name(), check.input(), check.headerBlocks()).outcome();
    } catch (NoAnswerException none) {
      throw new IOException(none.getMessage(), none);
    }
  }
}
