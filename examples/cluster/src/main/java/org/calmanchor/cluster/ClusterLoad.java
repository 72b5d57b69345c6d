package org.calmanchor.cluster;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;

/** Callers who ask the balancer over and over, and count what comes back. */
final class ClusterLoad implements AutoCloseable {
  private static final String QUOTE =
      "<quoteStay><boatLength>12.35</boatLength><arrival>2027-06-11</arrival><nights>3</nights></quoteStay>";
  private static final String RATES = "<lowestRates/>";
  private static final String RESERVE =
      "<reserve><reservation><berth>H-01</berth><arrival>%s</arrival><nights>1</nights>"
          + "<boat><name>Quiet Comma</name><length>7.20</length><draught>1.10</draught></boat>"
          + "<skipper><name>Ilse Fennimore</name><phone>555-0187</phone></skipper>"
          + "</reservation></reserve>";

  /** Each call reserves another night, so a second run of the same call would get a fault. */
  private static final AtomicInteger NIGHTS = new AtomicInteger();

  private static final int STEP = 200;
  private static final int MOST_TRIES = 2_400;
  private static final int PAUSE_MILLIS = 25;
  private static final int MOST_MILLIS = 20_000;
  private static final HttpClient HTTP = HttpClient.newHttpClient();

  private final URI address;
  private final AtomicBoolean isOver = new AtomicBoolean();
  private final AtomicInteger answered = new AtomicInteger();
  private final AtomicInteger reserved = new AtomicInteger();
  private final AtomicInteger again = new AtomicInteger();
  private final AtomicInteger rates = new AtomicInteger();
  private final List<String> lost = Collections.synchronizedList(new ArrayList<>());
  private final Set<String> nodes = ConcurrentHashMap.newKeySet();
  private final List<Thread> threads = new ArrayList<>();

  private ClusterLoad(URI address) {
    this.address = address;
  }

  /** Begins to call, with so many calls at the same time. */
  static ClusterLoad on(Cluster cluster, int callers) {
    ClusterLoad load = new ClusterLoad(cluster.address("/berths"));
    for (int i = 0; i < callers; i++) {
      Thread thread = new Thread(load::run, "caller");
      load.threads.add(thread);
      thread.start();
    }
    return load;
  }

  /** Calls one operation of the berths, and waits for the answer. */
  static HttpResponse<String> call(URI address, String body)
      throws IOException, InterruptedException {
    return send(
        address,
        "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'>"
            + "<e:Body xmlns='urn:lanternquay:berths'>"
            + body
            + "</e:Body></e:Envelope>");
  }

  /** Sends one message, and waits for the answer. */
  static HttpResponse<String> send(URI address, String envelope)
      throws IOException, InterruptedException {
    return HTTP.send(
        HttpRequest.newBuilder(address)
            .timeout(Duration.ofMillis(MOST_MILLIS))
            .header("Content-Type", "text/xml")
            .POST(HttpRequest.BodyPublishers.ofString(envelope))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  private void run() {
    for (int i = 0; !isOver.get(); i++) {
      Kind kind = i % 4 == 0 ? Kind.RATES : i % 8 == 1 ? Kind.RESERVE : Kind.QUOTE;
      try {
        HttpResponse<String> answer = call(address, kind.body());
        if (answer.statusCode() != 200 || !answer.body().contains(kind.expected)) {
          lost.add(answer.statusCode() + " " + answer.body());
          continue;
        }
        count(kind, answer);
      } catch (IOException broken) {
        lost.add(broken.toString());
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  private void count(Kind kind, HttpResponse<String> answer) {
    answered.incrementAndGet();
    answer.headers().firstValue("Harbor-Node").ifPresent(nodes::add);
    if (kind == Kind.RATES) {
      rates.incrementAndGet();
      again.addAndGet(answer.headers().firstValue("Age").isPresent() ? 1 : 0);
    } else if (kind == Kind.RESERVE) {
      reserved.incrementAndGet();
    }
  }

  /** What is called, and what a right answer has in it. */
  private enum Kind {
    QUOTE("140.25"),
    RATES("HERON"),
    RESERVE("number>");

    private final String expected;

    Kind(String expected) {
      this.expected = expected;
    }

    private String body() {
      return switch (this) {
        case QUOTE -> ClusterLoad.QUOTE;
        case RATES -> ClusterLoad.RATES;
        case RESERVE -> ClusterLoad.RESERVE.formatted(night());
      };
    }

    private static LocalDate night() {
      return Cluster.FIRST_NIGHT_OF_LOAD.plusDays(NIGHTS.getAndIncrement());
    }
  }

  /**
   * Waits until more calls are answered.
   *
   * @throws IllegalStateException if none is within a minute
   */
  void awaitMore() throws InterruptedException {
    int before = answered.get();
    for (int i = 0; i < MOST_TRIES && answered.get() < before + STEP; i++) {
      Thread.sleep(PAUSE_MILLIS);
    }
    if (answered.get() == before) {
      throw new IllegalStateException("no call is answered any more; lost: " + lost);
    }
  }

  /** Waits until so many hosts have answered from now on. */
  void awaitNodes(int count) throws InterruptedException {
    nodes.clear();
    for (int i = 0; i < MOST_TRIES && nodes.size() < count; i++) {
      Thread.sleep(PAUSE_MILLIS);
    }
    if (nodes.size() < count) {
      throw new IllegalStateException("only these answer: " + nodes);
    }
  }

  /** How many calls were answered as they should be. */
  int answered() {
    return answered.get();
  }

  /** How many of them have reserved a night. */
  int reserved() {
    return reserved.get();
  }

  /** What came instead of an answer. */
  List<String> lost() {
    return List.copyOf(lost);
  }

  /** The share of answers given again, of those that may be. */
  double keptShare() {
    return rates.get() == 0 ? 0 : (double) again.get() / rates.get();
  }

  /** Ends the calls, and waits for the last ones. */
  @Override
  public void close() {
    isOver.set(true);
    for (Thread thread : threads) {
      try {
        thread.join(MOST_MILLIS);
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
