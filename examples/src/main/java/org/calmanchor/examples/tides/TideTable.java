package org.calmanchor.examples.tides;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;

/** The tides at the stations near Lantern Quay, from a fixed table. */
@PortType(
    namespace = "urn:lanternquay:tides",
    doc = "High and low waters near Lantern Quay",
    callers = Role.ANYONE)
public class TideTable {
  private final Map<String, List<Tide>> byStation = read();

  /** A table with the tides of some days in June 2027. */
  public TideTable() {}

  /** The next tides, at most so many. */
  @Operation(doc = "The next high and low waters at a station", faults = UnknownStation.class)
  public CompletionStage<List<Tide>> nextTides(
      @Element(example = "Lantern Quay") String station,
      @Element(doc = "the first moment", example = "2027-06-11T06:00:00Z") Instant from,
      @Min(1) @Max(20) @Element(doc = "how many tides", example = "4") int count) {
    List<Tide> tides = byStation.get(station);
    return tides == null
        ? CompletableFuture.failedFuture(
            new UnknownStation("There are no tides for " + station + ".", station))
        : CompletableFuture.supplyAsync(
            () -> tides.stream().filter(tide -> !tide.at().isBefore(from)).limit(count).toList());
  }

  /** The names of the stations. */
  @Operation(doc = "The stations of the table")
  public List<String> stations() {
    return List.copyOf(byStation.keySet());
  }

  private static Map<String, List<Tide>> read() {
    Map<String, List<Tide>> byStation = new TreeMap<>();
    try (InputStream in = TideTable.class.getResourceAsStream("tides.csv")) {
      if (in == null) {
        throw new IllegalStateException("the example lacks its file tides.csv");
      }
      new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))
          .lines()
          .map(line -> line.split(",", -1))
          .forEach(
              cells ->
                  byStation
                      .computeIfAbsent(cells[0], name -> new ArrayList<>())
                      .add(
                          new Tide(
                              Instant.parse(cells[1]),
                              Tide.Water.valueOf(cells[2]),
                              new BigDecimal(cells[3]))));
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return byStation;
  }
}
