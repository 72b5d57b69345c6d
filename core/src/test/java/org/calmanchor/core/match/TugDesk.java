package org.calmanchor.core.match;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.SimpleContent;
import org.jspecify.annotations.Nullable;

/** Serves tugs.wsdl, whose contract uses what partners use. */
@PortType(document = "tugs.wsdl", name = "Tugs")
public class TugDesk {
  /** What was called last. */
  Object last = "";

  /** A vessel that needs tugs. */
  public sealed interface Vessel permits Barge, OceanLiner {}

  /** A barge. */
  public record Barge(String name, int load) implements Vessel {}

  /** A liner, whose type in the document has another name and namespace. */
  @ComplexType(name = "Liner")
  public record OceanLiner(String name, @Nullable String callSign, @Attribute Optional<String> flag)
      implements Vessel {}

  /** A tug; its type in the document has no name. */
  public record Tug(
      String name,
      @Element(nillable = true) @Nullable BigDecimal pull,
      @Attribute boolean standby) {}

  /** A note. */
  public record Note(@SimpleContent String text, @Attribute String by) {}

  /** A choice. */
  public record StatusQuery(
      @Nullable BigInteger number, Optional<String> name, @Attribute Locale language) {}

  /** Elements in any order. */
  public record StatusReport(
      State state, String position, @Nullable String speeds, @Nullable Team team) {}

  /** A team, with teams. */
  public record Team(String leader, List<Team> team) {}

  /** What a tug does. */
  public enum State {
    @Lexical("free")
    FREE,
    @Lexical("on the way")
    ON_THE_WAY,
    @Lexical("towing")
    TOWING
  }

  /** Elements of other schemas. */
  public record Extension(String topic, List<org.w3c.dom.Element> others) {}

  /** An element that contains itself, and one of two that stand for an abstract one. */
  public record Convoy(List<Convoy> convoy, Optional<Integer> horn, @Nullable State light) {}

  /** No tug is free. */
  @Fault(name = "noTug")
  public static class NoTug extends Exception {
    private static final long serialVersionUID = 1L;
    private final transient LocalDateTime earliest;

    public NoTug(String message, LocalDateTime earliest) {
      super(message);
      this.earliest = earliest;
    }

    public LocalDateTime earliest() {
      return earliest;
    }
  }

  /** A number that nobody knows. */
  @Fault(name = "unknownNumber", code = Fault.Code.SENDER)
  public static class UnknownNumber extends Exception {
    private static final long serialVersionUID = 1L;
    private final BigInteger number;

    public UnknownNumber(String message, BigInteger number) {
      super(message);
      this.number = number;
    }

    public BigInteger number() {
      return number;
    }
  }

  @Operation
  public BigInteger order(
      @Header String customer,
      @Header HeaderOut<BigDecimal> cost,
      LocalDateTime from,
      Vessel vessel,
      List<Tug> tugs,
      @Nullable @Element(name = "note", wrapper = "notes") List<Note> notes)
      throws NoTug {
    last = List.of(customer, from, vessel, tugs, String.valueOf(notes));
    if (tugs.isEmpty()) {
      throw new NoTug("None is free.", from.plusHours(1));
    }
    cost.set(new BigDecimal("140.25"));
    return BigInteger.valueOf(tugs.size());
  }

  @Operation
  public StatusReport status(StatusQuery query) throws UnknownNumber {
    last = query;
    if (BigInteger.TEN.equals(query.number())) {
      throw new UnknownNumber("Nobody knows it.", BigInteger.TEN);
    }
    String position = query.name().orElse("12.5");
    return new StatusReport(
        State.ON_THE_WAY,
        position,
        position.equals("nowhere") ? "fast" : "1.5 2.5",
        new Team("Ada", List.of(new Team("Bo", List.of()))));
  }

  @Operation(oneWay = true)
  public void release(LocalDate day) {
    last = day;
  }

  @Operation
  public Convoy lead(Convoy convoy) {
    last = convoy;
    boolean isBoth = convoy.horn().equals(Optional.of(99));
    return isBoth ? new Convoy(List.of(), convoy.horn(), State.FREE) : convoy;
  }

  @Operation
  public Extension extend(Extension extension) {
    last = extension.others().size();
    return extension;
  }
}
