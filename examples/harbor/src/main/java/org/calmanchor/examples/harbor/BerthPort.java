package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * The berth desk as one of its consumers sees it: only what that calls, under the names that stand
 * in the WSDL. A client needs no more than this.
 */
@PortType(namespace = "urn:lanternquay:berths", name = "BerthDesk")
public interface BerthPort {
  /** Berths free for the whole stay. */
  @Operation
  List<Berth> findBerths(BerthSearch search) throws StayNotPossible;

  /** The price of a stay. */
  @Operation
  Quote quoteStay(BigDecimal boatLength, LocalDate arrival, int nights)
      throws StayNotPossible, BoatDoesNotFit;

  /** Takes a berth. */
  @Operation
  Confirmation reserve(Reservation reservation) throws BerthTaken, BoatDoesNotFit, StayNotPossible;
}
