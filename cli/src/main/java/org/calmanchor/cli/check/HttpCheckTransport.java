package org.calmanchor.cli.check;

import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckCaller;
import org.calmanchor.checks.CheckTransport;
import org.calmanchor.checks.CheckedService;
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

/** Makes the calls of checks over HTTP. Safe for several threads. */
final class HttpCheckTransport implements CheckTransport {
  private final Target target;
  private final DynamicMessages messages;
  private final ConnectionOptions connection;

  /** The clients by operation and version: making one reads files and checks options. */
  private final Map<String, DynamicClient> clients = new ConcurrentHashMap<>();

  private HttpCheckTransport(Target target, ConnectionOptions connection) {
    this.target = target;
    this.messages = DynamicMessages.of(target.contract());
    this.connection = connection;
  }

  /** The service of one port type of a target. */
  static CheckedService serviceOf(Target target, PortType portType, ConnectionOptions connection) {
    Contract contract = target.contract().of(portType.name());
    Target one = new Target(contract, target.examples(), target.access(), target.notices());
    return new CheckedService(contract, new HttpCheckTransport(one, connection), System::getenv);
  }

  @Override
  public Outcome call(Check check) throws IOException {
    Operation operation = target.contract().operation(check.operation());
    SoapVersion version =
        check.version() == null ? target.version(operation, null) : check.version();
    CheckCaller caller = check.settings().caller();
    DynamicClient client =
        clients.computeIfAbsent(
            operation.name() + " " + version + (caller == null ? "" : " without caller"),
            key -> client(operation, version, caller == null));
    if (caller != null) {
      client = client.credentials(caller.credentials(System::getenv));
    }
    try {
      return client.call(operation.name(), check.input(), check.headerBlocks()).outcome();
    } catch (NoAnswerException none) {
      throw CheckTransport.noMessage(none.status(), none.getMessage(), none);
    }
  }

  private DynamicClient client(Operation operation, SoapVersion version, boolean isCallerOfRun) {
    return isCallerOfRun
        ? connection.client(target.contract(), messages, operation, version)
        : connection.clientWithoutCaller(target.contract(), messages, operation, version);
  }
}
