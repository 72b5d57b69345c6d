package org.calmanchor.examples.harbor;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.calmanchor.cli.CommandException;
import org.calmanchor.cli.PageOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.Reading;
import org.calmanchor.host.SoapHost;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;

/** {@code calm-anchor demo}: the harbor, with data. */
@Command(
    name = "demo",
    description = {
      "Hosts the example, the berth desk of a made-up harbor, with data, until Ctrl-C.",
      "Its database is in memory: each start begins with the same data."
    })
public final class DemoCommand implements Subcommand {
  private static final String PATH = "/berths";

  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Option(
      names = {"--port", "-p"},
      paramLabel = "N",
      defaultValue = "8080",
      description = "The port; 0 takes any free one. Default: ${DEFAULT-VALUE}.")
  private int port;

  @Mixin private PageOptions page = new PageOptions();

  /** The command, made by the service loader. */
  public DemoCommand() {}

  @Override
  public Integer call() throws InterruptedException {
    // Starting the database takes as long as everything else, so both start in parallel.
    CompletableFuture<BerthStore> starting = CompletableFuture.supplyAsync(BerthStore::seeded);
    Session session = new Session(spec.commandLine().getOut());
    Map<String, Object> stay = new LinkedHashMap<>();
    stay.put("boatLength", "12.35");
    stay.put("arrival", "2027-06-11");
    stay.put("nights", "3");
    Reading reading = ContractReader.read(BerthDesk.class);
    session.add(
        PATH,
        reading.contract(),
        "quoteStay",
        stay,
        "3 nights at 42.50, a tenth more for the metre above 12: the total must be 140.25");
    SoapHost host = host();
    try (BerthStore store = starting.join()) {
      session.run(host.serve(PATH, reading, new BerthDesk(store)));
    }
    return 0;
  }

  private SoapHost host() {
    try {
      return page.applyTo(SoapHost.onPort(port));
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage("--port: " + wrong.getMessage());
    }
  }
}
