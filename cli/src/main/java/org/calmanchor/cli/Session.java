package org.calmanchor.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.ConfiguredHost;
import org.calmanchor.launch.control.ControlSocket;
import org.jspecify.annotations.Nullable;

/** A host in the foreground: it starts, prints the addresses, and runs until Ctrl-C. */
public final class Session {
  private final PrintWriter out;
  private final List<Shown> services = new ArrayList<>();
  private final List<String> access = new ArrayList<>();
  private String caller = "";
  private String ways = "";
  private @Nullable Path certificate;

  private record Shown(
      String path,
      String name,
      SoapVersion version,
      String envelope,
      String expectation,
      boolean needsCaller) {}

  /** A session that prints to {@code out}. */
  public Session(PrintWriter out) {
    this.out = out;
  }

  /**
   * Adds a service to announce when the session starts.
   *
   * @param operation the operation of the ready-made call, which has sample values
   * @param expectation what the call must answer, for people; may be empty
   */
  public void add(String path, Reading reading, Operation operation, String expectation) {
    Access known = AccessTable.of(reading, operation.name());
    boolean needsCaller = known.kind() != Access.Kind.ANYONE;
    add(path, reading.contract(), reading.examples(), operation, expectation, needsCaller);
    access.addAll(AccessTable.of(reading));
  }

  /** Adds a service by its contract, which says nothing about callers. */
  public void add(
      String path, Contract contract, Examples examples, Operation operation, String expectation) {
    add(path, contract, examples, operation, expectation, true);
    access.add(contract.portTypes().get(0).name().getLocalPart() + "  any caller");
  }

  private void add(
      String path,
      Contract contract,
      Examples examples,
      Operation operation,
      String expectation,
      boolean needsCaller) {
    Samples samples = Samples.of(contract, examples);
    byte[] envelope =
        DynamicMessages.of(contract)
            .request(
                operation.name(),
                version(contract),
                samples.request(operation),
                samples.headerBlocks(operation),
                DynamicMessages.Layout.COMPACT);
    services.add(
        new Shown(
            path,
            contract.portTypes().get(0).name().getLocalPart(),
            version(contract),
            new String(envelope, StandardCharsets.UTF_8),
            expectation,
            needsCaller));
  }

  private static SoapVersion version(Contract contract) {
    return contract.bindings().get(0).version();
  }

  /**
   * Starts {@code host} and waits until the process is told to end.
   *
   * @throws InterruptedException when this thread is interrupted
   */
  public void run(SoapHost host) throws InterruptedException {
    start(host).awaitClose();
  }

  /**
   * Prints which operations are open to whom, when the session starts.
   *
   * @param caller the name in the ready-made calls
   * @param ways by what callers are known, in words
   */
  public void showCallers(String caller, String ways) {
    this.caller = caller;
    this.ways = ways;
  }

  /**
   * Prints by what a host knows callers, and the certificate that they have to trust because nobody
   * else has issued it.
   *
   * @param caller the name in the ready-made calls
   */
  public void show(ConfiguredHost host, String caller) {
    if (host.services().callers().isAny()) {
      showCallers(caller, host.services().callers().words());
    }
    host.selfSignedCertificate().ifPresent(made -> certificate = HostOptions.written(made));
  }

  /** Has a host start as commands have left it; called when it knows all its services. */
  public static void restoreStates(SoapHost host, Configuration configuration) {
    try {
      ControlSocket.restoreStates(host, configuration);
    } catch (IllegalStateException unreadable) {
      throw CommandException.problem(String.valueOf(unreadable.getMessage()));
    }
  }

  /**
   * Lets commands such as {@code calm-anchor switch} reach a host that has started.
   *
   * @param reload loads the classes again; null if they stay as they are
   */
  public static void takeCommands(
      RunningHost host, Configuration configuration, @Nullable Runnable reload) {
    ControlSocket.open(
        host,
        configuration,
        // Ends the process as Ctrl-C would.
        () -> new Thread(() -> System.exit(0), "calm-anchor-told").start(),
        reload);
  }

  /** Starts {@code host}, which runs until the process is told to end, and prints the addresses. */
  public RunningHost start(SoapHost host) {
    RunningHost running;
    try {
      running = host.start();
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage(String.valueOf(wrong.getMessage()));
    } catch (IllegalStateException failed) {
      throw CommandException.problem(String.valueOf(failed.getMessage()));
    }
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(
                () -> {
                  running.drain();
                  out.println("\nStopped.");
                  out.flush();
                },
                "calm-anchor-stop"));
    announce(running);
    return running;
  }

  private void announce(RunningHost running) {
    out.println("The server is up. Ctrl-C stops it.");
    out.println();
    out.println("  Index  " + running.address("/"));
    if (!running.isPrivate()) {
      out.println("  Ready  " + running.healthAddress("ready"));
    }
    out.println("  Pages  " + running.pageNotice());
    if (certificate != null) {
      out.println("  Trust  " + certificate + " (curl --cacert, calm-anchor call --ca)");
    }
    for (Shown service : services) {
      String address = running.address(service.path()).toString();
      out.println();
      out.println("  " + service.name());
      out.println("    Page  " + running.pageAddress(service.path()));
      out.println("    WSDL  " + address + "?wsdl");
      out.println(
          "    Try   curl -s "
              + (certificate == null ? "" : "--cacert " + certificate + " ")
              + (!caller.isEmpty() && service.needsCaller() ? "-u " + caller + " " : "")
              + address
              + " -H 'Content-Type: "
              + service.version().mediaType()
              + "' -d '"
              + service.envelope().replace("'", "'\\''")
              + "'");
      if (!service.expectation().isEmpty()) {
        out.println("          " + service.expectation());
      }
    }
    out.println();
    if (!caller.isEmpty()) {
      out.println("  Who may call, with " + ways + ":");
      access.forEach(line -> out.println("    " + line));
      out.println();
    }
    out.flush();
  }
}
