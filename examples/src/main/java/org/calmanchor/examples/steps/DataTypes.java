package org.calmanchor.examples.steps;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Shape;

/**
 * Step 3: data types. Records, enums and sealed types become types of the schema; a shape chooses
 * the members that one operation needs, so nobody copies a type to leave out a field.
 */
@PortType(namespace = "urn:lanternquay:steps:types")
public class DataTypes {
  /** Where a boat can lie. */
  public enum Kind {
    /** Between two fingers. */
    FINGER,
    /** Along the pier. */
    ALONGSIDE
  }

  /**
   * A berth.
   *
   * @param code its code, such as H-07
   * @param kind how a boat lies in it
   * @param length in metres
   * @param note for the harbor only; may be absent
   */
  public record Berth(
      @Attribute String code, Kind kind, BigDecimal length, Optional<String> note) {}

  private final ConcurrentMap<String, Berth> berths = new ConcurrentHashMap<>();

  /** A table with one berth. */
  public DataTypes() {
    keep(new Berth("H-07", Kind.FINGER, new BigDecimal("12.00"), Optional.of("mind the crane")));
  }

  /** Keeps a berth. */
  @Operation
  public void keep(Berth berth) {
    berths.put(berth.code(), berth);
  }

  /** A berth for guests, who do not see the note; nothing if there is none. */
  @Operation
  public Optional<@Shape(name = "BerthForGuests", omit = "note") Berth> find(String code) {
    return Optional.ofNullable(berths.get(code));
  }
}
