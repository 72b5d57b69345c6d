package org.calmanchor.client;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import com.sun.net.httpserver.HttpServer;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class DynamicClientTest {
  private static final Contract CONTRACT = ContractReader.read(PilotStation.class).contract();
  private static final char[] PASSWORD = "made-up".toCharArray();

  @TempDir private Path folder;

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void callsAnyOperationWithMapsAndLists(SoapVersion version) {
    Pilots pilots = new Pilots();
    try (RunningHost host = SoapHost.onPort(0).serve("/pilots", pilots).start()) {
      DynamicClient client = DynamicClient.of(CONTRACT, host.address("/pilots")).version(version);
      DynamicAnswer answer =
          client.call("fairway", Map.of("code", "F-1", "day", "2027-06-11"), Map.of());
      assertThat(answer.status()).isEqualTo(200);
      assertThat(answer.outcome())
          .isEqualTo(
              new Outcome.Result(
                  Map.of(
                      "result", Map.of("code", "F-1", "depth", "7.50", "note", "on 2027-06-11"))));
      assertThat(answer.message()).contains(">7.50<");
      assertThat(answer.exchange().request()).contains(">F-1<");

      assertThat(
              client
                  .call("fairway", Map.of("code", "F-9", "day", "2027-06-11"), Map.of())
                  .outcome())
          .isInstanceOfSatisfying(
              Outcome.DeclaredFault.class,
              fault -> {
                assertThat(fault.name()).isEqualTo("UnknownFairway");
                assertThat(fault.values()).containsEntry("known", List.of("F-1"));
              });
      assertThat(client.call("report", Map.of("position", "54 N"), Map.of()).outcome())
          .isEqualTo(new Outcome.Result(Map.of()));
      assertThat(
              client
                  .call(
                      "board",
                      Map.of("boat", "Quiet Comma"),
                      Map.of("pass", Map.of("holder", "Ines Tallow")))
                  .outcome())
          .isEqualTo(new Outcome.Result(Map.of("result", "Quiet Comma with Ines Tallow")));
      assertThatExceptionOfType(IllegalArgumentException.class)
          .isThrownBy(() -> client.call("fairway", Map.of("cod", "F-1"), Map.of()))
          .withMessageContaining("cod");
    }
  }

  @Test
  void trustsThePrivateAuthorityThatItIsGivenAndNoOther() throws Exception {
    Path keys = folder.resolve("keys.p12");
    keytool("-genkeypair", "-keyalg", "EC", "-dname", "CN=localhost", "-ext", "san=dns:localhost");
    Path trusted = folder.resolve("trusted.pem");
    keytool("-exportcert", "-rfc", "-file", trusted.toString());
    HttpsServer server = server(keys);
    try {
      DynamicClient client =
          DynamicClient.of(
              CONTRACT, URI.create("https://localhost:" + server.getAddress().getPort() + "/"));
      Map<String, String> values = Map.of("position", "54 N");
      assertThatExceptionOfType(NoAnswerException.class)
          .isThrownBy(() -> client.call("report", values, Map.of()))
          .withMessageContaining("is of no authority that is trusted here")
          .withMessageContaining("--ca FILE");
      HttpClient http = HttpClient.newBuilder().sslContext(TrustedCertificates.of(trusted)).build();
      assertThat(client.over(http).call("report", values, Map.of()).status()).isEqualTo(202);
    } finally {
      server.stop(0);
    }
    Path empty = Files.writeString(folder.resolve("empty.pem"), "no certificate");
    assertThatExceptionOfType(IOException.class)
        .isThrownBy(() -> TrustedCertificates.of(empty))
        .withMessageContaining("has no certificate");
  }

  @Test
  void followsNoRedirects() throws Exception {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext(
        "/",
        exchange -> {
          exchange.getResponseHeaders().set("Location", "http://elsewhere.test/");
          exchange.sendResponseHeaders(307, -1);
          exchange.close();
        });
    server.start();
    try {
      DynamicClient client =
          DynamicClient.of(
              CONTRACT, URI.create("http://localhost:" + server.getAddress().getPort() + "/"));
      Map<String, String> values = Map.of("code", "F-1", "day", "2027-06-11");
      assertThatExceptionOfType(NoAnswerException.class)
          .isThrownBy(() -> client.call("fairway", values, Map.of()))
          .withMessageContaining(
              "redirects to http://elsewhere.test/, which is not followed. Call that address");
      HttpClient following =
          HttpClient.newBuilder().followRedirects(HttpClient.Redirect.NORMAL).build();
      assertThatExceptionOfType(IllegalArgumentException.class)
          .isThrownBy(() -> client.over(following))
          .withMessageContaining("follows redirects");
    } finally {
      server.stop(0);
    }
  }

  private void keytool(String... arguments) throws Exception {
    List<String> all =
        new ArrayList<>(
            List.of(Path.of(System.getProperty("java.home"), "bin", "keytool").toString()));
    all.addAll(List.of(arguments));
    all.addAll(List.of("-alias", "key", "-keystore", folder.resolve("keys.p12").toString()));
    all.addAll(List.of("-storetype", "PKCS12", "-storepass", new String(PASSWORD)));
    Process process =
        new ProcessBuilder(all)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("said").toFile())
            .start();
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(process.exitValue()).as(Files.readString(folder.resolve("said"))).isZero();
  }

  private static HttpsServer server(Path keys) throws Exception {
    KeyStore store = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(keys)) {
      store.load(in, PASSWORD);
    }
    KeyManagerFactory keyManagers =
        KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    keyManagers.init(store, PASSWORD);
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(keyManagers.getKeyManagers(), null, null);
    HttpsServer server =
        HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setHttpsConfigurator(new HttpsConfigurator(context));
    server.createContext(
        "/",
        exchange -> {
          String message =
              new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(message.contains("54 N") ? 202 : 400, -1);
          exchange.close();
        });
    server.start();
    return server;
  }
}
