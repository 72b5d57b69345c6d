package org.calmanchor.examples.tides;

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

/** Tides as files and the feed write them. */
final class TideFile {
  private TideFile() {}

  /** The tides of some days in June 2027, by stations. */
  static Map<String, List<Tide>> read() {
    Map<String, List<Tide>> byStation = new TreeMap<>();
    try (InputStream in = TideFile.class.getResourceAsStream("tides.csv")) {
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
                      .add(tide(cells[1], cells[2], cells[3])));
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return byStation;
  }

  /** A tide as the feed writes it. */
  static Map<String, String> fields(Tide tide) {
    return Map.of(
        "at", tide.at().toString(),
        "water", tide.water().name(),
        "height", tide.height().toPlainString());
  }

  /**
   * Reads a tide of the feed.
   *
   * @throws RuntimeException if something of it is missing or malformed
   */
  static Tide tide(Map<?, ?> fields) {
    return tide(
        String.valueOf(fields.get("at")),
        String.valueOf(fields.get("water")),
        String.valueOf(fields.get("height")));
  }

  private static Tide tide(String at, String water, String height) {
    return new Tide(Instant.parse(at), Tide.Water.valueOf(water), new BigDecimal(height));
  }
}
