package org.calmanchor.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.function.Supplier;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.host.SoapHost;
import org.calmanchor.standin.StandIn;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options for the test page of hosted services. */
public final class PageOptions {
  @Option(
      names = "--checks",
      paramLabel = "FOLDER",
      description =
          "The folder with the checks of the test page. It is created when the first check is kept.")
  private @Nullable Path checks;

  @Option(
      names = "--no-exchanges",
      description = "Do not keep the last exchanges of all callers for the test page.")
  private boolean keepsNone;

  /** Creates the options, for the command line. */
  public PageOptions() {}

  /**
   * A host on a port, with these options.
   *
   * @throws CommandException when there is no such port
   */
  public SoapHost hostOn(int port) {
    try {
      return applyTo(SoapHost.onPort(port));
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage("--port: " + wrong.getMessage());
    }
  }

  /** Lets a stand-in answer as the checks say. */
  public void addChecks(StandIn standIn) {
    if (checks != null) {
      try {
        standIn.checks(checks);
      } catch (IOException unreadable) {
        throw CommandException.usage("--checks: the folder " + checks + " cannot be read.");
      }
    }
  }

  /** Applies the options to {@code host}. */
  public SoapHost applyTo(SoapHost host) {
    if (checks != null) {
      host.checks(checks);
    }
    return host.keepExchanges(!keepsNone);
  }

  /** Applies the options to {@code host}; without --checks it gets the folder of {@code other}. */
  public SoapHost applyTo(SoapHost host, Supplier<Path> other) {
    return applyTo(checks == null ? host.checks(other.get()) : host);
  }
}
