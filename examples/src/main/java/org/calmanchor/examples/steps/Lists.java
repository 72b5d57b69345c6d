package org.calmanchor.examples.steps;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * Step 6: lists and streams. Both are the same on the wire; a stream is written while it is made,
 * so an answer may be larger than the memory. A stream as a parameter is read while it comes.
 */
@PortType(namespace = "urn:lanternquay:steps:lists")
public class Lists {
  /**
   * What a meter showed.
   *
   * @param hour the hour of the year
   * @param litres so much water
   */
  public record Reading(int hour, long litres) {}

  /** The piers. */
  @Operation
  public List<String> piers() {
    return List.of("Heron", "Kittiwake", "Sandpiper");
  }

  /** So many readings, of which no more than one is in memory. */
  @Operation
  public Stream<Reading> readings(int count) {
    return IntStream.range(0, count).mapToObj(hour -> new Reading(hour, 40L + hour % 7));
  }

  /** The sum of readings, which are not collected first. */
  @Operation
  public long sum(Stream<Reading> readings) {
    return readings.mapToLong(Reading::litres).sum();
  }
}
