package org.calmanchor.launch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** A host as a configuration says. */
final class ConfiguredHostTest {
  /** A configuration, and what is wrong with it; @ is the folder. */
  private static final String MISTAKES =
      """
      callers: none.yaml|callers: @/none.yaml: cannot be read. Make it with: calm-anchor callers add
      tls: [a.pem, a.key]|tls: @/a.pem cannot be read.
      tls-store: a.p12|tls-store: @/a.p12 cannot be read.
      client-ca: a.pem|client-ca: this is for TLS; say with which certificate and key, with tls.
      hsts: 3|hsts: this is for TLS;
      client-certificates: needed|client-certificates: say which authorities issue them, with client-ca.
      trusted-proxies: proxy.test|trusted-proxies: "proxy.test" is not an address; write numbers
      """;

  @TempDir private Path folder;

  /** A service that only staff may call in part. */
  @PortType(namespace = "urn:lanternquay:gate", callers = Role.ANYONE)
  public static class Gate {
    @Operation
    public String open() {
      return "open";
    }

    @Operation(callers = "clerk")
    public String close() {
      return "closed";
    }
  }

  private Configuration read(String text) throws Exception {
    return new ConfigurationReader()
        .file(Files.writeString(folder.resolve("calm-anchor.yaml"), text))
        .read();
  }

  private static HttpResponse<String> get(URI address) throws Exception {
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(address).build(), BodyHandlers.ofString());
  }

  @Test
  void aHostDoesWhatItsConfigurationSays() throws Exception {
    Files.writeString(folder.resolve("callers.yaml"), "callers: {}\noperations: {Gate: [clerk]}\n");
    Configuration configuration =
        read(
            """
            port: 0
            public-url: https://harbor.example
            health-port: 0
            health-path: /state
            callers: callers.yaml
            unlisted: /gate
            switch-off: /gate#open
            limits: {header-bytes: 2000, call-time: 3s}
            """);
    ConfiguredHost configured = ConfiguredHost.of(configuration);
    assertThat(configured.services().callers().isAny()).isTrue();
    assertThat(configured.services().operations()).containsOnlyKeys("Gate");
    assertThat(configured.selfSignedCertificate()).isEmpty();
    ServedClasses services =
        ServedClasses.read(
            List.of(new ServedClasses.Wanted("/gate", Gate.class)), configured.services());
    SoapHost host = configured.host();
    services.addTo(host);
    try (RunningHost running = host.start()) {
      assertThat(get(running.address("/gate?wsdl")).body())
          .contains("location=\"https://harbor.example/gate\"");
      assertThat(get(running.address("/")).body()).doesNotContain("/gate");
      assertThat(running.healthAddress("ready").getPath()).isEqualTo("/state/ready");
      assertThat(get(running.healthAddress("ready")).body()).isEqualTo("ready\n");
      HttpRequest longHead =
          HttpRequest.newBuilder(running.address("/")).header("X-Long", "x".repeat(3_000)).build();
      assertThat(HttpClient.newHttpClient().send(longHead, BodyHandlers.ofString()).statusCode())
          .isEqualTo(431);
    }
  }

  @Test
  void aCertificateIsMadeForTryingOut() throws Exception {
    ConfiguredHost configured = ConfiguredHost.of(read("port: 0\ntls-self-signed: true\n"));
    assertThat(configured.selfSignedCertificate().orElseThrow())
        .startsWith("-----BEGIN CERTIFICATE-----");
    try (RunningHost running = configured.host().serve("/gate", new Open()).start()) {
      assertThat(running.address("/gate").getScheme()).isEqualTo("https");
    }
  }

  /** A service for everybody. */
  @PortType(namespace = "urn:lanternquay:open")
  public static class Open {
    @Operation
    public String open() {
      return "open";
    }
  }

  @TestFactory
  Stream<DynamicTest> problemsHaveTheirPlace() {
    return MISTAKES
        .lines()
        .map(line -> line.split("\\|", -1))
        .map(
            mistake ->
                DynamicTest.dynamicTest(
                    mistake[0],
                    () -> {
                      Configuration configuration = read(mistake[0]);
                      assertThatExceptionOfType(ConfigurationException.class)
                          .isThrownBy(() -> ConfiguredHost.of(configuration).host())
                          .withMessageStartingWith(
                              folder.resolve("calm-anchor.yaml")
                                  + ":1: "
                                  + mistake[1].replace("@", folder.toString()));
                    }));
  }
}
