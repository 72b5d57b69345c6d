package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import java.util.jar.JarFile;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/**
 * Each example of deployment does what it says, by its one command. {@code
 * examples/deployment/check} runs them all.
 */
class DeploymentIT {
  private static final Path EXAMPLES = Path.of("..", "examples", "deployment");
  private static final String ALL = "calm.anchor.deployments";

  /** All tests share what is built. */
  @TempDir private static Path folder;

  private static Path examples;

  @BeforeAll
  static void copy() throws IOException {
    examples = folder.resolve("deployment");
    Build.copy(EXAMPLES, examples);
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static Process start(Map<String, String> environment, String... command)
      throws IOException {
    ProcessBuilder builder = new ProcessBuilder(command).directory(examples.toFile());
    builder
        .environment()
        .put("MVN", String.join(" ", Build.command(folder.resolve("s.xml"), true)));
    builder.environment().put("MAVEN_OPTS", Build.MAVEN_OPTS);
    builder.environment().put("XDG_CACHE_HOME", folder.resolve("cache").toString());
    builder.environment().putAll(environment);
    return builder.redirectErrorStream(true).redirectOutput(folder.resolve("log").toFile()).start();
  }

  private static String log() throws IOException {
    return Files.readString(folder.resolve("log"));
  }

  /** Waits until an address answers, or the process has ended. */
  private static String answer(Process process, HttpRequest request) throws Exception {
    while (process.isAlive()) {
      try {
        return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
      } catch (IOException notYet) {
        TimeUnit.MILLISECONDS.sleep(100);
      }
    }
    throw new AssertionError(log());
  }

  private static HttpRequest get(int port, String path) {
    return HttpRequest.newBuilder(URI.create("http://localhost:" + port + path)).build();
  }

  private static HttpRequest quote(int port, String path) {
    String message = Envelopes.call("urn:lanternquay:berths", "quoteStay", "<nights>3</nights>");
    return HttpRequest.newBuilder(URI.create("http://localhost:" + port + path))
        .header("Content-Type", "text/xml")
        .POST(BodyPublishers.ofString(message))
        .build();
  }

  private static void assertQuotes(String price, String path, String... command) throws Exception {
    int port = freePort();
    List<String> all = new ArrayList<>();
    for (String each : command) {
      all.add(each.replace("PORT", String.valueOf(port)));
    }
    Process process = start(Map.of(), all.toArray(String[]::new));
    try {
      assertThat(answer(process, quote(port, path))).as(log()).contains(">" + price + "<");
    } finally {
      process.destroy();
      process.waitFor();
    }
  }

  @Test
  @EnabledIfSystemProperty(named = ALL, matches = "true")
  void aProgramWithAMainOfItsOwn() throws Exception {
    assertQuotes("63.00", "/berths", "own-main/run", "--port=PORT");
  }

  @Test
  void aRunnableJar() throws Exception {
    assertQuotes("127.50", "/berths", "runnable-jar/run", "--port=PORT");
  }

  @Test
  @EnabledIfSystemProperty(named = ALL, matches = "true")
  void aFolderThatIsPublished() throws Exception {
    Path target = folder.resolve("srv");
    assertQuotes("127.50", "/berths", "folder/run", target.toString(), "--port=PORT");
    assertThat(target.resolve("harbor/bin/harbor")).isExecutable();
  }

  @Test
  @EnabledIfSystemProperty(named = ALL, matches = "true")
  void aSpringBootApplication() throws Exception {
    assertQuotes("105.00", "/soap/berths", "spring-boot/run", "--server.port=PORT");
  }

  @Test
  void aWarForAContainer() throws Exception {
    Path container = folder.resolve("container");
    Files.createDirectories(container.resolve("webapps"));
    Process process = start(Map.of(), "war/run", container.toString());
    assertThat(process.waitFor()).as(log()).isZero();
    try (JarFile war = new JarFile(container.resolve("webapps/harbor.war").toFile())) {
      assertThat(war.getEntry("WEB-INF/web.xml")).isNotNull();
      assertThat(war.stream().map(Object::toString))
          .anyMatch(name -> name.matches("WEB-INF/lib/calm-anchor-servlet-.*\\.jar"))
          .noneMatch(name -> name.contains("jetty") || name.contains("servlet-api"));
    }
  }

  @Test
  void theManifestsFitTheHost() throws Exception {
    Map<String, Map<String, Object>> manifests = new LinkedHashMap<>();
    for (Object each :
        new Load(LoadSettings.builder().build())
            .loadAllFromString(Files.readString(examples.resolve("container/kubernetes.yaml")))) {
      manifests.put(text(each, "kind"), map(each));
    }
    Configuration configuration =
        new ConfigurationReader()
            .text(
                Path.of("calm-anchor.yaml"),
                text(manifests.get("ConfigMap"), "data", "calm-anchor.yaml"))
            .read();
    Object pod = at(manifests.get("Deployment"), "spec", "template", "spec");
    assertThat(Duration.ofSeconds(Long.parseLong(text(pod, "terminationGracePeriodSeconds"))))
        .isGreaterThan(
            configuration
                .value(Settings.STOP_TIME)
                .plus(configuration.find(Settings.DRAIN_TIME).orElseThrow()));
    Object container = ((List<?>) at(pod, "containers")).get(0);
    String health = configuration.value(Settings.HEALTH_PATH);
    assertThat(text(container, "startupProbe", "httpGet", "path")).isEqualTo(health + "/live");
    assertThat(text(container, "livenessProbe", "httpGet", "path")).isEqualTo(health + "/live");
    assertThat(text(container, "readinessProbe", "httpGet", "path")).isEqualTo(health + "/ready");
    String dockerfile = Files.readString(examples.resolve("container/Dockerfile"));
    for (Object port : (List<?>) at(container, "ports")) {
      assertThat(lines(dockerfile, "EXPOSE").get(0)).contains(text(port, "containerPort"));
    }
    assertThat(lines(dockerfile, "USER"))
        .containsExactly(text(pod, "securityContext", "runAsUser"));
  }

  private static Object at(Object node, String... names) {
    Object at = node;
    for (String name : names) {
      at = Objects.requireNonNull(map(at).get(name), name);
    }
    return at;
  }

  private static String text(Object node, String... names) {
    return String.valueOf(at(node, names));
  }

  @SuppressWarnings("unchecked") // YAML's maps of a manifest have texts as keys
  private static Map<String, Object> map(Object node) {
    return (Map<String, Object>) node;
  }

  /** The lines of a Dockerfile that begin with a word, without it. */
  private static List<String> lines(String file, String word) {
    return Pattern.compile("(?m)^" + word + " (.*)$")
        .matcher(file)
        .results()
        .map(found -> found.group(1))
        .toList();
  }

  /** Does what the Dockerfile says, in this folder instead of in an image. */
  @Test
  void theStepsOfTheContainerFile() throws Exception {
    String file = Files.readString(examples.resolve("container/Dockerfile"));
    List<String> runs = lines(file, "RUN");
    Process build = start(Map.of(), "sh", "-c", runs.get(0).replaceFirst("^mvn", "\\$MVN"));
    assertThat(build.waitFor()).as(log()).isZero();
    Matcher copied = Pattern.compile("COPY --from=build /harbor/(\\S+) (\\S+)").matcher(file);
    assertThat(copied.find()).isTrue();
    Path home = examples.resolve(copied.group(1));
    String archive = runs.get(2).replace(copied.group(2), home.toString());
    Process archiving = start(Map.of(), "sh", "-c", archive);
    assertThat(archiving.waitFor()).as(log()).isZero();
    assertThat(log()).startsWith("Wrote " + home.resolve("archive"));

    Map<String, String> environment = new LinkedHashMap<>();
    lines(file, "ENV").stream()
        .map(line -> line.split("=", 2))
        .forEach(each -> environment.put(each[0], each[1]));
    int health = freePort();
    environment.replace("CALM_ANCHOR_HEALTH_PORT", String.valueOf(health));
    environment.put("XDG_CACHE_HOME", folder.resolve("cache-of-image").toString());
    environment.put("CALM_ANCHOR_PORT", "0");
    environment.put("CALM_ANCHOR_DRAIN_TIME", "0s");
    assertThat(environment).containsEntry("CALM_ANCHOR_BIND", "0.0.0.0");
    Process process = start(environment, home.resolve("bin/harbor").toString());
    try {
      Await.untilAsserted(
          "it is ready",
          () ->
              assertThat(answer(process, get(health, "/health/ready")))
                  .as(log())
                  .isEqualTo("ready\n"));
      Matcher check = Pattern.compile("(?m)^HEALTHCHECK .* CMD (curl .*)$").matcher(file);
      assertThat(check.find()).isTrue();
      String command = check.group(1).replace("8081", String.valueOf(health));
      assertThat(start(Map.of(), command.split(" ", -1)).waitFor()).isZero();
      assertThat(folder.resolve("cache-of-image"))
          .as("the archive of the image is used")
          .doesNotExist();
    } finally {
      process.destroy();
      process.waitFor();
    }
  }
}
