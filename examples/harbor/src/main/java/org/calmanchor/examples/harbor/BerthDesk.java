package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.annotations.Shape;

/** The desk at which skippers ask for berths. */
@PortType(
    namespace = "urn:lanternquay:berths",
    doc = "Find, quote and reserve berths at Lantern Quay",
    callers = Role.ANYONE)
public class BerthDesk {
  private final BerthStore store;
  private final StayStore stays;
  private final Map<String, Position> positions = new ConcurrentHashMap<>();

  /** A desk over the berths of {@code store}. */
  public BerthDesk(BerthStore store) {
    this.store = store;
    this.stays = store.stays();
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
      @Element(doc = "metres", example = "12.35") BigDecimal boatLength,
      @Element(example = "2027-06-11") LocalDate arrival,
      @Element(example = "3") int nights)
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
      @Element(doc = "metres", example = "12.35") BigDecimal boatLength,
      @Element(example = "2027-06-11") LocalDate arrival,
      @Element(example = "2027-06-14") LocalDate departure)
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
  public boolean cancel(@Element(doc = "the confirmation's number", example = "1003") long number) {
    return stays.cancel(number);
  }

  /** A reservation as it is kept; nothing when there is none. */
  @Operation(doc = "A reservation as it is kept; nothing when there is none")
  public Optional<Stay> readStay(@Element(example = "1001") long number) {
    return stays.stay(number);
  }

  /** Reservations by number, some at a time, with what a list needs of them. */
  @Operation(doc = "Reservations by number, some at a time")
  public Page<
          @Shape(
              name = "StayLine",
              only = {"number", "berth", "arrival"})
          Stay>
      listStays(
          @Min(1) @Element(doc = "counted from 1", example = "1") int page,
          @Min(1) @Max(100) @Element(example = "10") int size) {
    List<Stay> found = stays.stays((page - 1) * size, size + 1);
    boolean isLast = found.size() <= size;
    return new Page<>(isLast ? found : found.subList(0, size), page, isLast);
  }

  /** Moves a stay to another berth or other days. */
  @Operation(doc = "Move a stay to another berth or other days; only its skipper may")
  public Stay amendStay(
      @Element(example = "1002") long number,
      @Shape(
              name = "StayChange",
              only = {"berth", "arrival", "departure"})
          Stay change,
      @Header(doc = "shown at the desk") HarborPass pass)
      throws BerthTaken, StayNotPossible {
    Stay kept = found(number);
    if (!kept.skipper().equals(Optional.of(pass.holder()))) {
      throw new NotYourStay(number);
    }
    checkNights((int) ChronoUnit.DAYS.between(change.arrival(), change.departure()));
    if (store.berth(change.berth()).isEmpty()) {
      throw new StayNotPossible("There is no berth " + change.berth() + ".");
    }
    stays.move(number, change);
    return found(number);
  }

  private Stay found(long number) throws StayNotPossible {
    return stays
        .stay(number)
        .orElseThrow(() -> new StayNotPossible("There is no reservation " + number + "."));
  }

  /** Keeps the survey document of a boat with its reservation. */
  @Operation(doc = "Keep the boat's survey document with its reservation")
  public void attachSurvey(
      @Element(example = "1001") long number,
      @Size(min = 1, max = 1_000_000)
          @Element(doc = "a PDF, say", example = "TGFudGVybiBRdWF5IHN1cnZleQo=")
          byte[] survey)
      throws StayNotPossible {
    if (!stays.attach(number, survey)) {
      throw new StayNotPossible("There is no reservation " + number + ".");
    }
  }

  /** The survey document kept with a reservation; nothing when there is none. */
  @Operation(doc = "The survey document kept with a reservation; nothing when there is none")
  public Optional<byte[]> readSurvey(@Element(example = "1002") long number) {
    return stays.survey(number);
  }

  /** The lowest rate a night at each pier. */
  @Operation(doc = "The lowest rate a night at each pier, EUR", freshFor = "PT10M")
  public Map<Pier, BigDecimal> lowestRates() {
    return stays.lowestRates();
  }

  /** Tells the harbor where a boat is; nobody waits for an answer. */
  @Operation(oneWay = true, doc = "Tell the harbor where a boat is; there is no answer")
  public void reportPosition(Position position) {
    positions.put(position.boat(), position);
  }

  /** Where a boat was last; nothing when it never said. */
  @Operation(doc = "Where a boat was last; nothing when it never said")
  public Optional<Position> lastPosition(@Element(example = "Patient Otter") String boat) {
    return Optional.ofNullable(positions.get(boat));
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
