package org.calmanchor.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletContainerInitializer;
import jakarta.servlet.ServletContext;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpFilter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.Principal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import org.apache.catalina.Context;
import org.apache.catalina.Wrapper;
import org.apache.catalina.startup.Tomcat;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.servlet.FoundServices;
import org.calmanchor.servlet.ServletHost;
import org.calmanchor.servlet.SoapServlet;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.wire.Connection.Reply;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;

/** How a container finds services, starts them and stops them; it counts threads. */
@Isolated
final class ContainerTest {
  @TempDir private Path folder;
  private final Tomcat tomcat = new Tomcat();

  @BeforeEach
  void prepare() {
    tomcat.setBaseDir(folder.resolve("container").toString());
    tomcat.setPort(0);
    tomcat.getConnector().setProperty("address", "127.0.0.1");
  }

  @AfterEach
  void stop() throws Exception {
    tomcat.stop();
    tomcat.destroy();
  }

  private Context application() {
    return tomcat.addContext("/quay", folder.toString());
  }

  private Reply get(String target, String... headers) throws IOException {
    URI base = URI.create("http://localhost:" + tomcat.getConnector().getLocalPort() + "/quay");
    try (Connection connection = new Connection(base)) {
      return connection.head("GET", target, headers).reply();
    }
  }

  private Reply post(String target, String message) throws IOException {
    URI base = URI.create("http://localhost:" + tomcat.getConnector().getLocalPort() + "/quay");
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    try (Connection connection = new Connection(base)) {
      connection.head("POST", target, "Content-Type: text/xml", "Content-Length: " + bytes.length);
      return connection.bytes(bytes).reply();
    }
  }

  @Test
  void annotatedClassesAreHostedWithoutADescriptor() throws Exception {
    application()
        .addServletContainerInitializer(new FoundServices(), Set.of(SignalMast.class, Chart.class));
    tomcat.start();
    assertThat(get("/SignalMast?wsdl").body()).contains("location=\"http://localhost:");
    assertThat(get("/").body()).contains("SignalMast").doesNotContain("Chart");
    assertThat(get("/health/ready").body()).isEqualTo("ready\n");
    assertThat(get("/others").body()).as("the container's own answer").doesNotContain("SignalMast");
    assertThat(get("/SignalMast").body())
        .contains("SignalMast is up", "The test page is switched off.")
        .doesNotContain("data-service");
  }

  /** A service that a container cannot make. */
  @PortType(namespace = "urn:lanternquay:charts")
  public static final class Chart implements AutoCloseable {
    private final CountDownLatch begun = new CountDownLatch(1);
    private final List<String> events = new ArrayList<>();

    /** Creates a chart of a coast. */
    public Chart(String coast) {
      events.add(coast);
    }

    /** Takes its time. */
    @Operation
    public String plot() throws InterruptedException {
      begun.countDown();
      Thread.sleep(200);
      events.add("plotted");
      return "plotted";
    }

    @Override
    public void close() {
      events.add("closed");
    }
  }

  @Test
  void anApplicationAddsItsOwnObjects() throws Exception {
    Chart chart = new Chart("Saltmere");
    application()
        .addServletContainerInitializer(
            (types, context) -> ServletHost.inContainer().serve("/charts", chart).addTo(context),
            Set.of());
    tomcat.start();
    String message = Envelopes.call("urn:lanternquay:charts", "plot", "");
    CompletableFuture<Reply> call =
        CompletableFuture.supplyAsync(
            () -> {
              try {
                return post("/charts", message);
              } catch (IOException failed) {
                throw new AssertionError(failed);
              }
            });
    chart.begun.await();
    tomcat.getHost().findChildren()[0].stop();
    assertThat(call.join().body()).contains("plotted");
    assertThat(chart.events).containsExactly("Saltmere", "plotted", "closed");
    assertThat(Thread.getAllStackTraces().keySet())
        .extracting(Thread::getName)
        .doesNotContain("calm-anchor-watch");
  }

  @Test
  void callersComeFromTheContainer() throws Exception {
    Context application = application();
    application.addServletContainerInitializer(
        (types, context) -> {
          ServletHost host = ServletHost.inContainer();
          host.serve("/pilots", new PilotStation()).containerCallers().addTo(context);
          context.addFilter("login", new Login()).addMappingForUrlPatterns(null, false, "/*");
        },
        Set.of());
    tomcat.start();
    String message = Envelopes.call("urn:lanternquay:pilots", "next", "");
    assertThat(post("/pilots", message).status()).isEqualTo(403);
    assertThat(post("/pilots?as=clerk", message).status()).isEqualTo(403);
    assertThat(post("/pilots?as=pilot", message).body()).contains("Quiet Comma");
  }

  @Test
  void aFilterThatIsNotAsynchronousOnlyHoldsAThread() throws Exception {
    Context application = application();
    application.addServletContainerInitializer(
        (types, context) -> {
          ServletHost.inContainer().serve("/signals", new SignalMast()).addTo(context);
          context.addFilter("login", new Login()).addMappingForUrlPatterns(null, false, "/*");
        },
        Set.of());
    tomcat.start();
    assertThat(post("/signals", WireSuite.message("later millis 200")).body())
        .contains("hoisted later");
    assertThat(post("/signals", WireSuite.message("loseLater after 1000")).isWhole()).isFalse();
    assertThat(post("/signals", WireSuite.message("hoist flags kilo")).body())
        .contains("hoisted kilo");
  }

  /** Somebody has logged in, whose role the query names. */
  private static final class Login extends HttpFilter {
    private static final long serialVersionUID = 1L;

    @Override
    protected void doFilter(
        HttpServletRequest request, HttpServletResponse response, FilterChain chain)
        throws IOException, ServletException {
      String role = request.getQueryString() == null ? "" : request.getQueryString().substring(3);
      chain.doFilter(
          new HttpServletRequestWrapper(request) {
            @Override
            public @Nullable Principal getUserPrincipal() {
              return role.isEmpty() ? null : () -> "Ines Tallow";
            }

            @Override
            public boolean isUserInRole(String asked) {
              return asked.equals(role);
            }
          },
          response);
    }
  }

  @Test
  void aCallerThatLeavesDoesNotHarmTheNextRequest() throws Exception {
    Context application = application();
    ServletHost host =
        ServletHost.inContainer()
            // Documents have this time, too, also on a machine that has much else to do.
            .limit(Limit.READ_TIME, Duration.ofMillis(1_200))
            .serve("/signals", new SignalMast());
    Wrapper servlet = Tomcat.addServlet(application, "signals", host.servlet());
    servlet.setAsyncSupported(true);
    servlet.addMapping("/*");
    tomcat.start();
    URI base = URI.create("http://localhost:" + tomcat.getConnector().getLocalPort() + "/quay");
    for (int i = 0; i < 4; i++) {
      try (Connection slow = new Connection(base)) {
        slow.head("POST", "/signals", "Content-Type: text/xml", "Content-Length: 400").text("<a");
        assertThat(slow.reply().status()).isEqualTo(408);
      }
      for (int next = 0; next < 4; next++) {
        assertThat(get("/signals?wsdl").status()).isEqualTo(200);
      }
    }
  }

  @Test
  void theDescriptorHasSettingsByTheirNames() throws Exception {
    start(
        Map.of("services", "/signals=" + SignalMast.class.getName(), "test-page", "this-machine"));
    assertThat(get("/soap/signals").body()).contains("data-service=\"SignalMast\"");
    assertThat(get("/soap/signals", "X-Forwarded-For: 192.0.2.7").body())
        .contains("SignalMast is up", "this machine only");
    assertThat(get("/soap").header("Location")).isEqualTo("soap/");
  }

  private Wrapper start(Map<String, String> parameters) throws Exception {
    Context application = application();
    Wrapper servlet = Tomcat.addServlet(application, "services", SoapServlet.class.getName());
    parameters.forEach(servlet::addInitParameter);
    servlet.setAsyncSupported(true);
    application.addServletMapping("/soap/*", "services");
    // The descriptor decides: nothing else is looked for.
    application.addServletContainerInitializer(new FoundServices(), Set.of(SignalMast.class));
    tomcat.start();
    assertThat(get("/SignalMast?wsdl").status()).isEqualTo(404);
    return servlet;
  }

  @Test
  void nothingRunsOfAnApplicationThatCouldNotStart() throws Exception {
    List<String> refusals = new ArrayList<>();
    application()
        .addServletContainerInitializer(
            (types, context) -> {
              Chart failing = new Chart("Saltmere");
              ServletHost.inContainer()
                  .serve("/charts", failing)
                  .starts(
                      () -> {
                        throw new IllegalStateException("no chart");
                      })
                  .addTo(context);
              try {
                ServletHost.inContainer().serve("/charts", failing).addTo(context);
              } catch (IllegalStateException taken) {
                refusals.add(taken.getMessage());
              }
            },
            Set.of());
    tomcat.start();
    assertThat(refusals.toString()).contains("belong to another servlet", "/charts");
    assertThat(get("/charts?wsdl").status()).isNotEqualTo(200);
    assertThat(Thread.getAllStackTraces().keySet())
        .extracting(Thread::getName)
        .doesNotContain("calm-anchor-watch");
  }

  @Test
  void mistakesAreToldAtTheStart() throws Exception {
    Wrapper none = start(Map.of("lenent", "true"));
    assertThatExceptionOfType(ServletException.class)
        .isThrownBy(none::load)
        .withMessageContaining(
            "parameter lenent: there is no such setting. Did you mean \"lenient\"?");
    ServletContext context = ((Context) none.getParent()).getServletContext();
    ServletContainerInitializer found = new FoundServices();
    assertThatExceptionOfType(ServletException.class)
        .isThrownBy(
            () -> found.onStartup(Set.of(PilotStation.class), new Undescribed(context).get()))
        .withMessageStartingWith("Operation next of PilotStation is for certain callers (pilot).");
  }
}
