package org.calmanchor.web.page;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.SimpleContent;

/** A service with a member of every kind that a form knows. */
@PortType(namespace = "urn:lanternquay:charts", doc = "Charts of the bay")
public class ChartRoom {
  /** A kind of bottom. */
  public enum Ground {
    MUD,
    SAND
  }

  /** Something on a chart. */
  public sealed interface Mark permits Buoy, Rock {}

  /** Floats. */
  public record Buoy(int number, Optional<String> light) implements Mark {}

  /** Does not. */
  public record Rock(@Attribute boolean drying) implements Mark {}

  /** A depth with its unit. */
  public record Depth(@Attribute String unit, @SimpleContent BigDecimal value) {}

  /** A chart. */
  public record Chart(
      @Attribute String name,
      Ground ground,
      boolean current,
      @Element(doc = "day of printing") LocalDate printed,
      LocalDateTime checked,
      List<Depth> depths,
      @Element(name = "mark", wrapper = "marks") List<Mark> marks,
      Map<String, Integer> lights,
      Optional<Chart> inset,
      org.w3c.dom.Element legend) {}

  /** Nobody has it. */
  @Fault(code = Fault.Code.SENDER)
  public static class NoChart extends Exception {
    private static final long serialVersionUID = 1L;
    private final String name;

    public NoChart(String message, String name) {
      super(message);
      this.name = name;
    }

    public String name() {
      return name;
    }
  }

  @Operation(doc = "Nothing comes of it", oneWay = true)
  public void zigzag(UUID mark, String note) {}

  @Operation(doc = "Gives back what it takes")
  public Chart copy(Chart chart, @Header(doc = "who asks") String reader) throws NoChart {
    if (chart.name().isEmpty()) {
      throw new NoChart("Nobody has it.", "none");
    }
    return chart;
  }

  @Operation(oneWay = true)
  public void discard(String name) {}
}
