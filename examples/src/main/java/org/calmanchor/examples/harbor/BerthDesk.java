package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** The desk at which skippers ask for berths. */
@PortType(
    namespace = "urn:lanternquay:berths",
    doc = "Find, quote and reserve berths at Lantern Quay")
public class BerthDesk {
  private final BerthStore store;

  /** A desk over the berths of {@code store}. */
  public BerthDesk(BerthStore store) {
    this.store = store;
  }

  /** Berths free for the whole stay. */
  @Operation(doc = "Berths free for the whole stay, cheapest first")
  public List<Berth> findBerths(BerthSearch search) throws StayNotPossible {
    checkNights(search.nights());
    return store.freeBerths(search.arrival(), search.arrival().plusDays(search.nights())).stream()
        .filter(b -> search.pier().map(pier -> pier == b.pier()).orElse(true))
        .filter(b -> search.shorePower().map(power -> !power || b.shorePower()).orElse(true))
        .filter(
            b ->
                search
                    .boatLength()
                    .map(length -> length.compareTo(b.limits().length()) <= 0)
                    .orElse(true))
        .toList();
  }

  /** The price at the cheapest berth that is long enough. */
  @Operation(doc = "Price of a stay at the cheapest berth that is long enough")
  public Quote quoteStay(
      @Element(doc = "metres") BigDecimal boatLength, LocalDate arrival, int nights)
      throws StayNotPossible, BoatDoesNotFit {
    checkNights(nights);
    return store.berths().stream()
        .filter(berth -> boatLength.compareTo(berth.limits().length()) <= 0)
        .min(Comparator.comparing(Berth::nightlyRate))
        .map(berth -> Quote.of(boatLength, nights, berth.nightlyRate()))
        .orElseThrow(() -> tooLong(boatLength));
  }

  /** The same, for people who think in days. */
  @Operation(name = "quoteStayByDates", doc = "The same, from the day of arrival to departure")
  public Quote quoteStay(
      @Element(doc = "metres") BigDecimal boatLength, LocalDate arrival, LocalDate departure)
      throws StayNotPossible, BoatDoesNotFit {
    return quoteStay(boatLength, arrival, (int) ChronoUnit.DAYS.between(arrival, departure));
  }

  /** Takes a berth for a stay. */
  @Operation(doc = "Take a berth for a stay")
  public Confirmation reserve(Reservation reservation)
      throws BerthTaken, BoatDoesNotFit, StayNotPossible {
    checkNights(reservation.nights());
    Berth berth =
        store
            .berth(reservation.berth())
            .orElseThrow(
                () -> new StayNotPossible("There is no berth " + reservation.berth() + "."));
    if (!berth.limits().take(reservation.boat())) {
      throw new BoatDoesNotFit(
          reservation.boat().name() + " does not fit into " + berth.code() + ".", berth.limits());
    }
    LocalDate departure = reservation.arrival().plusDays(reservation.nights());
    long number = store.reserve(reservation, departure);
    Quote quote = Quote.of(reservation.boat().length(), reservation.nights(), berth.nightlyRate());
    return new Confirmation(number, berth.code(), reservation.arrival(), departure, quote);
  }

  /** Gives a reserved berth back. */
  @Operation(doc = "Give a reserved berth back; false when there is no such reservation")
  public boolean cancel(@Element(doc = "the confirmation's number") long number) {
    return store.cancel(number);
  }

  private static void checkNights(int nights) throws StayNotPossible {
    if (nights < 1) {
      throw new StayNotPossible("A stay has at least one night, not " + nights + ".");
    }
  }

  private BoatDoesNotFit tooLong(BigDecimal boatLength) {
    Limits largest =
        store.berths().stream()
            .map(Berth::limits)
            .max(Comparator.comparing(Limits::length))
            .orElse(new Limits(BigDecimal.ZERO, BigDecimal.ZERO));
    return new BoatDoesNotFit("No berth is " + boatLength + " m long.", largest);
  }
}
