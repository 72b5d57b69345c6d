package org.calmanchor.examples.demo;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.calmanchor.cli.HostCommand;
import org.calmanchor.cli.HostOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.examples.harbor.HarborOffice;
import org.calmanchor.examples.tides.TideFeed;
import org.calmanchor.examples.tides.TideTable;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.ConfiguredHost;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;

/** {@code calm-anchor demo}: the harbor, with data. */
@Command(
    name = "demo",
    description = {
      "Hosts the example, three services of a made-up harbor, with data, until Ctrl-C.",
      "One is for the staff only; who they are is printed.",
      "Its database is in memory: each start begins with the same data."
    },
    footer = {"", "Example:  calm-anchor demo --port 9000"})
public final class DemoCommand implements HostCommand {
  private static final HostOptions OPTIONS = HostOptions.of(settings());

  private static final String BERTHS = "/berths";
  private static final String TIDES = "/tides";
  private static final String OFFICE = "/office";

  @Option(
      names = "--feed",
      paramLabel = "MODE",
      defaultValue = "well",
      converter = FeedMode.class,
      description =
          "How the tide feed behaves, which is simulated: well, slow, failing, nonsense or down."
              + " Default: ${DEFAULT-VALUE}.")
  private TideFeed.Mode feedMode = TideFeed.Mode.WELL;

  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  /** The command, made by the service loader. */
  public DemoCommand() {}

  private static List<Setting<?>> settings() {
    List<Setting<?>> settings =
        new ArrayList<>(List.of(Settings.PORT, Settings.CHECKS, Settings.KEEP_EXCHANGES));
    settings.addAll(HostOptions.TLS);
    return settings;
  }

  @Override
  public HostOptions hostOptions() {
    return OPTIONS;
  }

  @Override
  public Integer call() throws InterruptedException {
    // Starting the database takes as long as everything else, so both start in parallel.
    CompletableFuture<BerthStore> starting = CompletableFuture.supplyAsync(BerthStore::seeded);
    PrintWriter out = spec.commandLine().getOut();
    Session session = new Session(out);
    Reading berths = ContractReader.read(BerthDesk.class);
    Reading tides = ContractReader.read(TideTable.class);
    Reading office = ContractReader.read(HarborOffice.class);
    session.add(
        BERTHS,
        berths,
        berths.contract().operation("quoteStay"),
        "3 nights at 42.50, a tenth more for the metre above 12: the total must be 140.25");
    session.add(
        TIDES,
        tides,
        tides.contract().operation("nextTides"),
        "the first of four tides is at 08:43, 0.92 m");
    session.add(
        OFFICE,
        office,
        office.contract().operation("listCalls"),
        "Quiet Comma leaves S-01; it asks for a password, of the list below");
    DemoStaff staff = new DemoStaff();
    CallerSources sources = staff.sources();
    Configuration configuration = OPTIONS.configuration(spec);
    ConfiguredHost configured = HostOptions.host(configuration);
    session.show(configured, "ines-tallow");
    session.showCallers("ines-tallow", sources.words());
    SoapHost host = configured.host().callers(sources);
    if (configuration.find(Settings.CHECKS).isEmpty()) {
      host.checks(DemoChecks.copied());
    }
    try (TideFeed feed = TideFeed.start(feedMode);
        BerthStore store = starting.join()) {
      RunningHost running =
          session.start(
              host.intercept(store.transactions())
                  .serve(BERTHS, berths, new BerthDesk(store))
                  .serve(TIDES, tides, new TideTable(feed.address()))
                  .serve(OFFICE, office, new HarborOffice(store)));
      staff.print(out);
      printFeed(feed, out);
      Session.takeCommands(running, configuration, null);
      running.awaitClose();
    }
    return 0;
  }

  private void printFeed(TideFeed feed, PrintWriter out) {
    out.println(
        "  The tide feed is simulated, and is "
            + feedMode
            + " now. Let it misbehave, and ask for tides:");
    out.println(
        "    curl -X PUT "
            + feed.address()
            + "mode -d slow     (or failing, nonsense, down, well)");
    out.println();
    out.flush();
  }

  /** Reads the name of a mode. */
  static final class FeedMode implements CommandLine.ITypeConverter<TideFeed.Mode> {
    @Override
    public TideFeed.Mode convert(String name) {
      try {
        return TideFeed.Mode.of(name);
      } catch (IllegalArgumentException unknown) {
        throw new CommandLine.TypeConversionException(unknown.getMessage());
      }
    }
  }
}
