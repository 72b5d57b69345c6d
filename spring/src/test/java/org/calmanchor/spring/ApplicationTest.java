package org.calmanchor.spring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.stream.Stream;
import org.calmanchor.metrics.CallMeters;
import org.calmanchor.spring.quay.BerthDesk;
import org.calmanchor.spring.quay.Quay;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.springframework.boot.actuate.health.Status;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.logging.LoggingSystem;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;

/** Annotated beans of an application are hosted. */
final class ApplicationTest {
  private static final String WITHOUT_LOGIN =
      "spring.autoconfigure.exclude="
          + "org.springframework.boot.autoconfigure.security.servlet.SecurityAutoConfiguration,"
          + "org.springframework.boot.autoconfigure.security.servlet"
          + ".UserDetailsServiceAutoConfiguration,"
          + "org.springframework.boot.autoconfigure.security.servlet"
          + ".SecurityFilterAutoConfiguration,"
          + "org.springframework.boot.actuate.autoconfigure.security.servlet"
          + ".ManagementWebSecurityAutoConfiguration";

  static {
    System.setProperty(LoggingSystem.SYSTEM_PROPERTY, LoggingSystem.NONE);
  }

  private static ConfigurableApplicationContext start(Class<?> more, String... properties) {
    List<String> all = new ArrayList<>(List.of("server.port=0", "spring.main.banner-mode=off"));
    all.addAll(List.of(properties));
    return new SpringApplicationBuilder(Quay.class, more)
        .properties(all.toArray(String[]::new))
        .run();
  }

  /** Meters that are kept in memory. */
  static class Meters {
    @Bean
    MeterRegistry registry() {
      return new SimpleMeterRegistry();
    }
  }

  /** Users who log in by HTTP Basic. */
  static class Login {
    @Bean
    SecurityFilterChain chain(HttpSecurity security) throws Exception {
      return security
          .csrf(csrf -> csrf.ignoringRequestMatchers("/soap/**"))
          .httpBasic(Customizer.withDefaults())
          .authorizeHttpRequests(all -> all.anyRequest().permitAll())
          .build();
    }

    @Bean
    InMemoryUserDetailsManager users() {
      return new InMemoryUserDetailsManager(
          User.withUsername("ines").password("{noop}tallow").roles("clerk").build(),
          User.withUsername("bridge").password("{noop}saltmere").roles("program").build());
    }
  }

  private static URI address(ConfigurableApplicationContext application, String path) {
    return application.getBean(ServiceAddresses.class).of(path);
  }

  private static String get(ConfigurableApplicationContext application, String path)
      throws Exception {
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(address(application, path)).build(), BodyHandlers.ofString())
        .body();
  }

  private static HttpResponse<String> call(URI address, String content, String user)
      throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(address)
            .header("Content-Type", "text/xml")
            .POST(BodyPublishers.ofString(Envelopes.soap11(content)));
    if (!user.isEmpty()) {
      String credentials =
          Base64.getEncoder().encodeToString(user.getBytes(StandardCharsets.UTF_8));
      request.header("Authorization", "Basic " + credentials);
    }
    return HttpClient.newHttpClient().send(request.build(), BodyHandlers.ofString());
  }

  private static String quote(int nights) {
    return "<quote xmlns=\"urn:lanternquay:berths\"><nights>" + nights + "</nights></quote>";
  }

  private static final String CLOSE_BERTH =
      "<closeBerth xmlns=\"urn:lanternquay:berths\"><berth>H-07</berth></closeBerth>";

  @Test
  void beansAreHostedWithWhatTheyNeed() throws Exception {
    BerthDesk desk;
    try (ConfigurableApplicationContext application =
        start(
            Meters.class,
            "calm-anchor.services[0]=/berths=" + BerthDesk.class.getName(),
            "calm-anchor.limits.call-time=5s",
            "server.servlet.context-path=/quay",
            "calm-anchor.callers=@/callers.yaml".replace("@", callers()),
            WITHOUT_LOGIN)) {
      desk = application.getBean(BerthDesk.class);
      URI address = address(application, "/berths");
      assertThat(address.getPath()).isEqualTo("/quay/soap/berths");
      assertThat(get(application, "/berths?wsdl")).contains("location=\"" + address + "\"");
      assertThat(get(application, "/")).contains("href=\"./berths\"");
      assertThat(call(address, quote(3), "").body()).contains("127.50");

      MeterRegistry registry = application.getBean(MeterRegistry.class);
      Await.untilAsserted("the quote is counted", () -> assertThat(quotes(registry)).isEqualTo(1));

      ServicesHealth health = application.getBean(ServicesHealth.class);
      assertThat(health.health().getStatus()).isEqualTo(Status.UP);
      desk.setReason("the tariff is missing");
      Await.untilAsserted(
          "the service was asked again",
          () -> assertThat(health.health().getStatus()).isEqualTo(Status.OUT_OF_SERVICE));
      assertThat(health.health().getDetails()).containsEntry("reason", "the tariff is missing");
    }
    assertThat(desk.closed()).as("Spring closes its beans").isEqualTo(1);
  }

  private static String callers() throws Exception {
    java.nio.file.Path folder = java.nio.file.Files.createTempDirectory("callers");
    java.nio.file.Files.writeString(folder.resolve("callers.yaml"), "callers: {}\n");
    return folder.toString();
  }

  @Test
  void callersComeFromTheFiltersOfSpringSecurity() throws Exception {
    try (ConfigurableApplicationContext application =
        start(Login.class, "calm-anchor.base-path=/soap/2027")) {
      URI address = address(application, "/BerthDesk");
      assertThat(call(address, quote(1), "").body()).contains("42.50");
      assertThat(call(address, CLOSE_BERTH, "").statusCode()).isEqualTo(403);
      assertThat(call(address, CLOSE_BERTH, "bridge:saltmere").statusCode()).isEqualTo(403);
      assertThat(call(address, CLOSE_BERTH, "ines:wrong").statusCode()).isEqualTo(401);
      assertThat(call(address, CLOSE_BERTH, "ines:tallow").body())
          .contains("H-07 is closed by ines");
    }
  }

  @TestFactory
  Stream<DynamicTest> mistakesAreToldAtTheStart() {
    return """
        calm-anchor.lenent=true|calm-anchor.lenent: there is no such setting. Did you mean "lenient"?
        calm-anchor.limits.call-time=soon|limits.call-time: write a time such as 90s
        calm-anchor.port=9|calm-anchor.port: the server of this application decides that
        calm-anchor.metrics=true|metrics: add micrometer-registry-prometheus
        calm-anchor.base-path=soap|calm-anchor.base-path: write a path such as /soap
        calm-anchor.services=harbor.Pier|there is no bean of class harbor.Pier with @PortType
        calm-anchor.test-page=nobody|operation closeBerth of BerthDeskService is for certain callers (clerk)
        """
        .lines()
        .map(line -> line.split("\\|", -1))
        .map(
            line ->
                DynamicTest.dynamicTest(
                    line[0],
                    () ->
                        assertThatThrownBy(() -> start(Quay.class, line[0], WITHOUT_LOGIN))
                            .rootCause()
                            .hasMessageContaining(line[1])));
  }

  /** How many quotes were counted. */
  private static double quotes(MeterRegistry registry) {
    Timer timer =
        registry
            .find(CallMeters.CALLS)
            .tags("service", "BerthDeskService", "operation", "quote", "outcome", "result")
            .timer();
    return timer == null ? 0 : timer.count();
  }
}
