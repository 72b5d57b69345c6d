package org.calmanchor.checks;

import java.util.Collection;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.jspecify.annotations.Nullable;

/**
 * A service that checks are run against: a port type of a contract, and what makes its calls. Safe
 * for any number of threads, as far as the transport is.
 */
public final class CheckedService {
  private final PortType portType;
  private final CheckRun run;

  /**
   * Creates the service of the first port type of a contract.
   *
   * @param transport makes the calls
   * @param environment the value of a variable of the environment, or null if it is not set or not
   *     for checks
   */
  public CheckedService(
      Contract contract, CheckTransport transport, UnaryOperator<@Nullable String> environment) {
    this.portType = contract.portTypes().get(0);
    this.run = new CheckRun(contract, transport, environment);
  }

  /**
   * The service that a check is for: the one that it names, or the first one that has its
   * operation. If none has, and the check names no service, it is the first one, where it fails.
   *
   * @param services one at least
   * @return empty if the check is for a service that is not among these
   */
  public static Optional<CheckedService> of(Check check, Collection<CheckedService> services) {
    Optional<CheckedService> found =
        services.stream().filter(service -> service.takes(check)).findFirst();
    return found.isEmpty() && check.service().isEmpty() ? services.stream().findFirst() : found;
  }

  /** The name of its port type. */
  public String name() {
    return portType.name().getLocalPart();
  }

  private boolean takes(Check check) {
    return check.service().isEmpty()
        ? portType.operations().stream()
            .map(Operation::name)
            .anyMatch(name -> name.equals(check.operation()))
        : check.service().equals(name());
  }

  /** Runs a check. */
  public CheckResult run(Check check) {
    return run.run(check);
  }
}
