package org.calmanchor.examples.tides;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.jspecify.annotations.Nullable;

/** The tides at the stations near Lantern Quay, from the feed of somebody else. */
@PortType(
    namespace = "urn:lanternquay:tides",
    doc = "High and low waters near Lantern Quay",
    callers = Role.ANYONE)
public class TideTable implements AutoCloseable {
  private static final Duration PATIENCE = Duration.ofSeconds(2);
  private static final Duration PAUSE = Duration.ofSeconds(10);

  private final TideFeedClient client;
  private final @Nullable TideFeed own;

  /** A table from a simulated feed of its own. */
  public TideTable() {
    this.own = TideFeed.start(TideFeed.Mode.WELL);
    this.client = new TideFeedClient(own.address(), PATIENCE, PAUSE);
  }

  /** A table from a feed. */
  public TideTable(URI feed) {
    this(feed, PATIENCE, PAUSE);
  }

  TideTable(URI feed, Duration patience, Duration pause) {
    this.own = null;
    this.client = new TideFeedClient(feed, patience, pause);
  }

  /** The next tides, at most so many. */
  @Operation(
      doc = "The next high and low waters at a station",
      faults = {UnknownStation.class, TidesUnavailable.class})
  public CompletionStage<List<Tide>> nextTides(
      @Element(example = "Lantern Quay") String station,
      @Element(doc = "the first moment", example = "2027-06-11T06:00:00Z") Instant from,
      @Min(1) @Max(20) @Element(doc = "how many tides", example = "4") int count) {
    return client
        .tides(station, from, count)
        .thenApply(
            tides ->
                tides.orElseThrow(
                    () ->
                        new CompletionException(
                            new UnknownStation(
                                "There are no tides for " + station + ".", station))));
  }

  /** The names of the stations. */
  @Operation(doc = "The stations of the table", faults = TidesUnavailable.class)
  public CompletionStage<List<String>> stations() {
    return client.stations();
  }

  @Override
  public void close() {
    if (own != null) {
      own.close();
    }
  }
}
