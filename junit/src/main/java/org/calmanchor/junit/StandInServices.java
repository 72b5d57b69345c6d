package org.calmanchor.junit;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.standin.RunningStandIn;
import org.calmanchor.standin.StandIn;
import org.calmanchor.standin.StandInCall;

/**
 * Plays the services of a WSDL document during tests: a partner who is not there. A request that a
 * check fits gets the check's outcome, every other one a sample.
 *
 * <pre>{@code
 * @RegisterExtension
 * static final StandInServices PARTNER =
 *     StandInServices.of(Path.of("pilots.wsdl")).checks(Path.of("src/test/pilots"));
 *
 * @RegisterExtension
 * static final HostedServices HARBOR =
 *     HostedServices.serving("/bridge", () -> new Bridge(PARTNER.address("Pilots")));
 * }</pre>
 */
public final class StandInServices extends TestLifetime<RunningStandIn> {
  private final Path wsdl;
  private final List<Path> checks;
  private volatile int before;

  private StandInServices(Path wsdl, List<Path> checks) {
    this.wsdl = wsdl;
    this.checks = checks;
  }

  /** Plays what a WSDL file describes. */
  public static StandInServices of(Path wsdl) {
    return new StandInServices(wsdl, List.of());
  }

  /** The same with the checks of all {@code .yaml} files of a folder as answers. */
  public StandInServices checks(Path folder) {
    List<Path> more = new ArrayList<>(checks);
    more.add(folder);
    return new StandInServices(wsdl, List.copyOf(more));
  }

  @Override
  RunningStandIn start() {
    StandIn standIn = StandIn.of(wsdl);
    for (Path folder : checks) {
      try {
        standIn.checks(folder);
      } catch (IOException unreadable) {
        throw new IllegalArgumentException(
            "the folder of checks " + folder + " cannot be read", unreadable);
      }
    }
    return standIn.start(0);
  }

  @Override
  void begin(RunningStandIn started) {
    before = started.calls().size();
  }

  /**
   * Where a port type answers.
   *
   * @throws IllegalArgumentException when the document has none of that name
   */
  public URI address(String portType) {
    return running().address(portType);
  }

  /** The calls since the test began, the oldest first. */
  public List<StandInCall> calls() {
    List<StandInCall> all = running().calls();
    return List.copyOf(all.subList(Math.min(before, all.size()), all.size()));
  }
}
