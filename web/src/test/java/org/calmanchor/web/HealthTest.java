package org.calmanchor.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.List;
import java.util.Map;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.web.health.Health;
import org.junit.jupiter.api.Test;

/** What a host says about itself. */
final class HealthTest {
  private final Health health = new Health("/health", Map.of("version", "1.4.2"));

  private Exchange get(String path, boolean showsPages) throws Exception {
    Site site =
        new Site(
            List.of(new HostedService("/door", Endpoint.of(new SiteTest.Door()))),
            SiteSettings.of(RunningCalls.UNWATCHED)
                .pages(
                    PageAccess.of(showsPages ? PageAudience.EVERYBODY : PageAudience.NOBODY), null)
                .health(health)
                .build());
    return Exchange.get(path).on(site);
  }

  private String ready() throws Exception {
    Exchange answer = get("/health/ready", false);
    return answer.status + " " + answer.answer().strip();
  }

  @Test
  void isReadyWhileItServesAndItsServicesAre() throws Exception {
    assertThat(ready()).isEqualTo("503 not ready: it is starting");
    assertThat(get("/health/live", false).status).isEqualTo(200);

    health.serving(List.of(() -> null, () -> null));
    assertThat(ready()).isEqualTo("200 ready");

    health.serving(List.of(() -> null, () -> "the database is away"));
    assertThat(ready()).isEqualTo("503 not ready: the database is away");

    health.serving(
        List.of(
            () -> {
              throw new IllegalStateException("secret of the database");
            }));
    assertThat(ready()).isEqualTo("503 not ready: a service could not say whether it is ready");

    health.stopping();
    health.serving(List.of());
    assertThat(ready()).isEqualTo("503 not ready: it is stopping");
    assertThat(get("/health/live", false).status).isEqualTo(200);
  }

  @Test
  void asksServicesAtMostOnceInASecond() throws Exception {
    int[] count = {0};
    health.serving(
        List.of(
            () -> {
              count[0]++;
              return null;
            }));
    for (int i = 0; i < 50; i++) {
      assertThat(ready()).isEqualTo("200 ready");
    }
    assertThat(count[0]).isLessThan(10);
  }

  @Test
  void tellsTheBuildWherePagesAreShown() throws Exception {
    assertThat(get("/health/info", true).answer()).isEqualTo("{\"version\":\"1.4.2\"}");
    assertThat(get("/health/info", false).status).isEqualTo(404);
    assertThat(get("/health/else", true).status).isEqualTo(404);
    assertThat(get("/health", true).status).isEqualTo(404);
  }

  @Test
  void refusesPathsThatCollide() {
    for (String path : List.of("health", "/", "/a b", "/health/")) {
      assertThatIllegalArgumentException()
          .isThrownBy(() -> new Health(path, Map.of()))
          .withMessageStartingWith("the path of health begins with a slash");
    }
    HostedService service = new HostedService("/health/ready", Endpoint.of(new SiteTest.Door()));
    assertThatIllegalArgumentException()
        .isThrownBy(
            () ->
                new Site(
                    List.of(service),
                    SiteSettings.of(RunningCalls.UNWATCHED).health(health).build()))
        .withMessage("/health/ready is a path of health; give the service or health another one");
  }
}
