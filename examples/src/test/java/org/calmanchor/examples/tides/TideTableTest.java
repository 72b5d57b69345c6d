package org.calmanchor.examples.tides;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Map;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What callers get when the feed behind a service misbehaves. */
class TideTableTest {
  private final TideFeed feed = TideFeed.start(TideFeed.Mode.WELL);
  private RunningHost host;
  private DynamicClient client;

  @BeforeEach
  void start() {
    Duration patience = Duration.ofMillis(500);
    Duration pause = Duration.ofMillis(1_500);
    host =
        SoapHost.onPort(0).serve("/tides", new TideTable(feed.address(), patience, pause)).start();
    client =
        DynamicClient.of(ContractReader.read(TideTable.class).contract(), host.address("/tides"));
  }

  @AfterEach
  void stop() {
    host.close();
    feed.close();
  }

  private Outcome ask(String station) {
    Map<String, ?> input = Map.of("station", station, "from", "2027-06-11T06:00:00Z", "count", "1");
    return client.call("nextTides", input, Map.of()).outcome();
  }

  @ParameterizedTest
  @CsvSource({
    "SLOW, SLOW, did not answer within 0.5 s",
    "FAILING, FAILED, answered with status 500",
    "NONSENSE, NONSENSE, answered something else than tides",
    "DOWN, DOWN, cannot be reached",
  })
  void aFeedThatMisbehavesIsAClearFault(TideFeed.Mode mode, String reason, String said) {
    feed.behave(mode);
    assertThat(ask("Saltmere"))
        .isInstanceOfSatisfying(
            Outcome.DeclaredFault.class,
            fault -> {
              assertThat(fault.name()).isEqualTo("TidesUnavailable");
              assertThat(fault.reason()).contains(said);
              assertThat(fault.values()).containsEntry("reason", reason);
            });
  }

  @Test
  void aFeedThatFailsOftenIsLeftAloneUntilItIsBack() throws Exception {
    feed.behave(TideFeed.Mode.FAILING);
    for (int i = 0; i < 4; i++) {
      ask("Saltmere");
    }
    int asked = feed.requests();
    assertThat(ask("Saltmere").toString()).contains("PAUSED", "it is asked again in");
    assertThat(feed.requests()).isEqualTo(asked);

    feed.behave(TideFeed.Mode.WELL);
    Await.untilAsserted(
        "it is asked again", () -> assertThat(ask("Saltmere").toString()).contains("2027-06-11"));
  }

  @Test
  void aStationThatNobodyKnowsIsNoFailureOfTheFeed() {
    for (int i = 0; i < 10; i++) {
      assertThat(ask("Fog Holm").toString()).contains("UnknownStation", "Fog Holm");
    }
    assertThat(ask("Saltmere").toString()).contains("2027-06-11");
  }

  @Test
  void theFeedIsToldOverHttpHowToBehave() throws Exception {
    HttpRequest put =
        HttpRequest.newBuilder(feed.address().resolve("mode"))
            .PUT(HttpRequest.BodyPublishers.ofString("nonsense"))
            .build();
    HttpResponse<String> said =
        HttpClient.newHttpClient().send(put, HttpResponse.BodyHandlers.ofString());
    assertThat(said.body()).isEqualTo("The tide feed is nonsense now.\n");
    assertThat(ask("Saltmere").toString()).contains("NONSENSE");
  }
}
