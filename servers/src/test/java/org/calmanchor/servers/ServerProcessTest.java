package org.calmanchor.servers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalStateException;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.servers.ServerProcess.Signal;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ServerProcessTest {
  @TempDir private Path folder;

  private ServerProcess start(String script) {
    return ServerProcess.start(
        "the lamp",
        "",
        Signal.KILL,
        List.of("sh", "-c", script),
        Map.of("COLOUR", "red"),
        folder.resolve("log"));
  }

  @Test
  void showsTheLogOfAProcessThatEndsBeforeItListens() {
    try (ServerProcess lamp = start("echo lamp is $COLOUR; echo no oil >&2; exit 3")) {
      assertThatIllegalStateException()
          .isThrownBy(() -> lamp.awaitPort(1))
          .withMessage("the lamp ended with exit code 3. Its log ends with:\nlamp is red\nno oil");
    }
    try (ServerProcess lamp =
        ServerProcess.start(
            "dark", "", Signal.KILL, List.of("true"), Map.of(), folder.resolve("none"))) {
      assertThatIllegalStateException()
          .isThrownBy(() -> lamp.awaitPort(1))
          .withMessage("dark ended with exit code 0. It has logged nothing.");
    }
  }

  @Test
  void whatWasStartedEndsTogetherTheLastFirst() throws Exception {
    List<String> ended = new ArrayList<>();
    Path place;
    StartedServers started = new StartedServers();
    try (TemporaryFolder made = started.add(TemporaryFolder.of("test"))) {
      place = Files.writeString(made.path().resolve("file"), "").getParent();
      assertThat(place.getFileName().toString())
          .startsWith("calm-anchor-" + System.getProperty("user.name") + "-test-");
      started.add(() -> ended.add("first"));
      started.add(
          () -> {
            throw new IllegalStateException("it is stuck");
          });
      started.add(() -> ended.add("last"));
      assertThatIllegalStateException()
          .isThrownBy(started::close)
          .withRootCauseInstanceOf(IllegalStateException.class)
          .withStackTraceContaining("it is stuck");
    }
    assertThat(ended).containsExactly("last", "first");
    assertThat(place).doesNotExist();
    assertThatIllegalStateException().isThrownBy(() -> started.add(() -> ended.add("late")));
    assertThat(ended).containsExactly("last", "first", "late");
  }

  /** Starts a process that would go on for ever, and says its number. */
  static final class Owner {
    public static void main(String[] log) throws Exception {
      ServerProcess.start(
          "sleeper",
          "",
          Signal.KILL,
          List.of("sh", "-c", "echo $$; exec sleep 600"),
          Map.of(),
          Path.of(log[0]));
      Thread.currentThread().join();
    }
  }

  @Test
  void aProcessEndsWithItsOwnerHoweverThatEnds() throws Exception {
    Path log = folder.resolve("sleeper");
    Process owner =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                Owner.class.getName(),
                log.toString())
            .redirectErrorStream(true)
            .start();
    try (BufferedReader said =
        new BufferedReader(new InputStreamReader(owner.getInputStream(), StandardCharsets.UTF_8))) {
      Await.until("it has begun", () -> Files.exists(log) && Files.size(log) > 0);
      long number = Long.parseLong(Files.readString(log).strip());
      assertThat(ProcessHandle.of(number)).as(said.ready() ? said.readLine() : "").isPresent();
      owner.destroyForcibly().waitFor();
      Await.until("it has ended", () -> ProcessHandle.of(number).isEmpty());
    }
  }
}
