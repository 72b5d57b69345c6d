package org.calmanchor.standin;

import java.net.URI;
import java.util.List;
import java.util.Map;
import org.calmanchor.host.RunningHost;

/** A stand-in that answers. Safe for any number of threads. */
public final class RunningStandIn implements AutoCloseable {
  private final RunningHost host;
  private final Map<String, String> paths;
  private final CallList calls;

  RunningStandIn(RunningHost host, Map<String, String> paths, CallList calls) {
    this.host = host;
    this.paths = paths;
    this.calls = calls;
  }

  /**
   * Where a port type answers.
   *
   * @param portType its name
   * @throws IllegalArgumentException when the document has none of that name
   */
  public URI address(String portType) {
    String path = paths.get(portType);
    if (path == null) {
      throw new IllegalArgumentException(
          "there is no port type \"" + portType + "\"; there is " + paths.keySet());
    }
    return host.address(path);
  }

  /** The calls that were answered or are being answered, oldest first; the last 10,000. */
  public List<StandInCall> calls() {
    return calls.all();
  }

  /** Stops answering. */
  @Override
  public void close() {
    host.close();
  }
}
