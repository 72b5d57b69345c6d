package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Digits;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.endpoint.CallContext;

/** The office of the harbor, for its staff only. */
@PortType(
    namespace = "urn:lanternquay:office",
    doc = "The office of the harbor, for its staff only",
    callers = {HarborOffice.CLERK, HarborOffice.HARBOR_MASTER})
public class HarborOffice {
  /** May close a berth, and list the calls of a day. */
  public static final String CLERK = "clerk";

  /** May do everything. */
  public static final String HARBOR_MASTER = "harbor-master";

  /** May list the calls of a day: a program of the next harbor. */
  public static final String BRIDGE = "bridge";

  private final OfficeStore store;

  /** An office over the berths of {@code store}. */
  public HarborOffice(BerthStore store) {
    this.store = store.office();
  }

  /** Changes what a berth costs a night, and answers with what it cost before. */
  @Operation(
      doc = "Change what a berth costs a night, EUR; answers with what it cost before",
      callers = HARBOR_MASTER)
  public BigDecimal changeTariff(
      @Element(example = "K-05") String berth,
      @DecimalMin("0") @Digits(integer = 6, fraction = 2) @Element(example = "57.50")
          BigDecimal nightlyRate)
      throws UnknownBerth {
    CallContext.ofThread().ifPresent(call -> call.forget("BerthDesk#lowestRates"));
    return store
        .changeRate(berth, nightlyRate)
        .orElseThrow(() -> new UnknownBerth("There is no berth " + berth + ".", berth));
  }

  /** Closes a berth for some days, so that nobody can reserve it. */
  @Operation(doc = "Close a berth for some days, unless somebody has reserved it")
  public Closure closeBerth(
      @Element(example = "S-03") String berth,
      @Element(doc = "the first day", example = "2027-06-14") LocalDate from,
      @Element(doc = "the day on which it is open again", example = "2027-06-18") LocalDate until,
      @Size(min = 1, max = 200) @Element(example = "New chain for the buoy") String reason)
      throws UnknownBerth, BerthTaken, StayNotPossible {
    if (!until.isAfter(from)) {
      throw new StayNotPossible("A berth is closed for one day at least.");
    }
    String closedBy = CallContext.current().caller().map(Caller::name).orElse("the office");
    Closure closure = new Closure(berth, from, until, reason, closedBy);
    if (!store.close(closure)) {
      throw new UnknownBerth("There is no berth " + berth + ".", berth);
    }
    return closure;
  }

  /** The boats that arrive or leave on a day. */
  @Operation(
      doc = "The boats that arrive or leave on a day",
      callers = {CLERK, HARBOR_MASTER, BRIDGE})
  public List<BoatCall> listCalls(@Element(example = "2027-06-14") LocalDate day) {
    return store.calls(day);
  }
}
