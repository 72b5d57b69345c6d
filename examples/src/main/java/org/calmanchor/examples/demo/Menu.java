package org.calmanchor.examples.demo;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.PrintWriter;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.calmanchor.client.FaultReceivedException;
import org.calmanchor.client.NoAnswerException;
import org.calmanchor.client.SentExchange;
import org.calmanchor.client.TypedClient;
import org.calmanchor.examples.harbor.Berth;
import org.calmanchor.examples.harbor.BerthPort;
import org.calmanchor.examples.harbor.BerthSearch;
import org.calmanchor.examples.harbor.BerthTaken;
import org.calmanchor.examples.harbor.Boat;
import org.calmanchor.examples.harbor.Confirmation;
import org.calmanchor.examples.harbor.Quote;
import org.calmanchor.examples.harbor.Reservation;
import org.calmanchor.examples.harbor.Skipper;
import org.calmanchor.examples.harbor.StayNotPossible;

/** A small consumer at a terminal: asks, calls through the typed client, shows what came back. */
final class Menu {
  private static final String CHOICES =
      "  1  Find a berth\n  2  What does a stay cost\n  3  Reserve\n  0  End";

  private final TypedClient<BerthPort> client;
  private final BufferedReader in;
  private final PrintWriter out;
  private final boolean isTraced;
  private LocalDate proposedArrival = LocalDate.of(2027, 6, 11);

  /**
   * A menu.
   *
   * @param isTraced whether each call's messages are shown
   */
  Menu(TypedClient<BerthPort> client, BufferedReader in, PrintWriter out, boolean isTraced) {
    this.client = client;
    this.in = in;
    this.out = out;
    this.isTraced = isTraced;
  }

  /** The input has ended. */
  private static final class Ended extends Exception {
    private static final long serialVersionUID = 1L;
  }

  /** An item of the menu. */
  private interface Choice {
    void take() throws StayNotPossible, IOException, Ended;
  }

  /** Shows the menu until the user, or the input, ends. */
  void run() throws IOException {
    try {
      while (true) {
        out.println(CHOICES);
        switch (ask("Your choice", "0", Function.identity(), "a number of the list")) {
          case "1" -> take(this::find);
          case "2" -> take(this::quote);
          case "3" -> take(this::reserve);
          case "0" -> {
            return;
          }
          default -> out.println("There is no such choice.");
        }
        out.println();
      }
    } catch (Ended ended) {
      out.println();
    } finally {
      out.flush();
    }
  }

  private void take(Choice choice) throws IOException, Ended {
    try {
      choice.take();
    } catch (BerthTaken taken) {
      out.println("Refused: " + taken.getMessage());
      proposedArrival = taken.freeFrom();
    } catch (StayNotPossible refused) {
      out.println("Refused: " + refused.getMessage());
    } catch (FaultReceivedException unexpected) {
      out.println("The harbor could not do it: " + unexpected.getMessage());
    } catch (NoAnswerException silence) {
      out.println(silence.getMessage());
    }
    if (isTraced) {
      client.lastExchange().map(SentExchange::toString).ifPresent(out::println);
    }
  }

  private void find() throws StayNotPossible, IOException, Ended {
    BerthSearch search =
        new BerthSearch(
            arrival(), nights(), Optional.of(length()), Optional.empty(), Optional.empty());
    List<Berth> free = client.proxy().findBerths(search);
    out.println(free.isEmpty() ? "Nothing is free." : free.size() + " are free, the cheapest:");
    free.stream()
        .limit(5)
        .forEach(
            berth ->
                out.printf(
                    "  %s at %s, %s EUR a night%n",
                    berth.code(), berth.pier(), berth.nightlyRate()));
  }

  private void quote() throws StayNotPossible, IOException, Ended {
    Quote quote = client.proxy().quoteStay(length(), arrival(), nights());
    out.printf(
        "%d nights at %s, %s more for the length: %s EUR%n",
        quote.nights(), quote.nightlyRate(), quote.lengthSurcharge(), quote.total());
  }

  private void reserve() throws StayNotPossible, IOException, Ended {
    String berth = ask("Berth", "H-07", Function.identity(), "a berth");
    Boat boat = new Boat("Second Breakfast", length(), new BigDecimal("1.90"));
    Skipper skipper = new Skipper("Odo Brack", "555-0142", List.of());
    Confirmation made =
        client
            .proxy()
            .reserve(new Reservation(berth, arrival(), nights(), boat, skipper, Optional.empty()));
    out.printf(
        "Reserved as number %d, %s until %s: %s EUR%n",
        made.number(), made.berth(), made.departure(), made.quote().total());
  }

  private BigDecimal length() throws IOException, Ended {
    return ask("Boat length, m", "12.35", BigDecimal::new, "a number like 12.35");
  }

  private LocalDate arrival() throws IOException, Ended {
    return ask("Arrival", proposedArrival.toString(), LocalDate::parse, "a day like 2027-06-11");
  }

  private int nights() throws IOException, Ended {
    return ask("Nights", "3", Integer::valueOf, "a whole number like 3");
  }

  /** Asks until the answer is valid; an empty answer means {@code usual}. */
  private <T> T ask(String what, String usual, Function<String, T> reader, String form)
      throws IOException, Ended {
    while (true) {
      out.print(what + " [" + usual + "]: ");
      out.flush();
      String line = in.readLine();
      if (line == null) {
        throw new Ended();
      }
      try {
        return reader.apply(line.isBlank() ? usual : line.strip());
      } catch (RuntimeException unreadable) {
        out.println("That is not " + form + ".");
      }
    }
  }
}
