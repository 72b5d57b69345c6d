package org.calmanchor.cluster;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Pattern;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Sessions outlive the hosts that are killed. */
@ExtendWith(OneCluster.class)
class ClusterSessionTest {
  private static final int SESSIONS = 3;
  private static final Pattern NIGHT = Pattern.compile(">(\\d+)<");

  private final Cluster cluster;
  private final AtomicBoolean isOver = new AtomicBoolean();

  ClusterSessionTest(Cluster cluster) {
    this.cluster = cluster;
  }

  @Test
  void aSessionGoesOnAtOtherHostsWhenItsHostIsKilled() throws Exception {
    ExecutorService threads = Executors.newFixedThreadPool(SESSIONS);
    ClusterLoad load = ClusterLoad.on(cluster, 1);
    try (load) {
      List<Future<Plan>> plans = new ArrayList<>();
      for (int i = 0; i < SESSIONS; i++) {
        plans.add(threads.submit(this::plan));
      }
      KillRun kills = KillRun.during(cluster, load, Duration.ofSeconds(12));
      isOver.set(true);
      for (Future<Plan> each : plans) {
        Plan plan = each.get();
        assertThat(plan.confirmed()).hasSizeGreaterThan(kills.count());
        assertThat(plan.last()).containsSubsequence(plan.confirmed()).doesNotHaveDuplicates();
        // The call that the killed host had, and one that the balancer has sent it afterwards.
        assertThat(plan.failures()).hasSizeLessThanOrEqualTo(2 * kills.count());
      }
    } finally {
      isOver.set(true);
      threads.shutdown();
    }
  }

  /** The nights of a session: those whose answers came, and all that the last answer had. */
  private record Plan(List<Integer> confirmed, List<Integer> last, List<String> failures) {}

  /** Plans night after night in one session. */
  private Plan plan() throws InterruptedException {
    HttpClient http = HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    URI address = cluster.address("/plans");
    List<Integer> confirmed = new ArrayList<>();
    List<String> failures = new ArrayList<>();
    List<Integer> last = List.of();
    for (int night = 1; !isOver.get(); night++) {
      try {
        HttpResponse<String> answer =
            http.send(request(address, night), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() == 200) {
          confirmed.add(night);
          last = nights(answer.body());
        } else {
          failures.add(answer.body());
        }
      } catch (IOException killed) {
        failures.add(killed.toString());
      }
      Thread.sleep(20);
    }
    return new Plan(confirmed, last, failures);
  }

  private static HttpRequest request(URI address, int night) {
    return HttpRequest.newBuilder(address)
        .timeout(Duration.ofSeconds(20))
        .header("Content-Type", "text/xml")
        .POST(
            HttpRequest.BodyPublishers.ofString(
                Envelopes.call(
                    "urn:lanternquay:plans", "planNight", "<number>" + night + "</number>")))
        .build();
  }

  private static List<Integer> nights(String answer) {
    return NIGHT.matcher(answer).results().map(found -> Integer.valueOf(found.group(1))).toList();
  }
}
