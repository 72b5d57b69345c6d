package org.calmanchor.launch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.assertThatIllegalStateException;

import java.io.IOException;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.control.ControlClient;
import org.calmanchor.launch.control.ControlException;
import org.calmanchor.launch.control.ControlPlaces;
import org.calmanchor.launch.control.ControlSocket;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the words after switch do to a running host. */
final class ControlTest {
  @TempDir private Path folder;
  private final CountDownLatch ended = new CountDownLatch(1);
  private @Nullable ControlSocket control;

  /** A host ends with its process, and the socket with it. */
  @AfterEach
  void end() {
    if (control != null) {
      control.close();
    }
  }

  /** A gate of the harbor. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static final class Gate {
    /** Opens it. */
    @Operation
    public String open() {
      return "open";
    }

    /** Closes it. */
    @Operation
    public String close() {
      return "closed";
    }
  }

  private Configuration configuration() {
    return new ConfigurationReader()
        .code(Settings.PORT, "0")
        .code(Settings.CONTROL_SOCKET, folder.resolve("control").toString())
        .code(Settings.KEEP_SWITCHES, folder.resolve("switches").toString())
        .read();
  }

  private static SoapHost settings(Configuration configuration) {
    return ConfiguredHost.of(configuration)
        .host()
        .reloads(true)
        .serve("/gate", new Gate())
        .serve("/back-gate", new Gate());
  }

  private RunningHost start(Configuration configuration) {
    SoapHost settings = settings(configuration);
    ControlSocket.restoreStates(settings, configuration);
    RunningHost host = settings.start();
    control = ControlSocket.open(host, configuration, ended::countDown, null).orElseThrow();
    return host;
  }

  private String told(String... words) {
    List<String> all = new ArrayList<>(List.of(words));
    all.add("--socket=" + folder.resolve("control"));
    return String.join("\n", SwitchWords.of(all).send(Map.of()));
  }

  @Test
  void whatIsSwitchedShowsAndSurvivesARestart() throws Exception {
    try (RunningHost host = start(configuration())) {
      assertThat(told())
          .startsWith(
              host.address("/") + " is ready; 0 calls run.\n  /gate  on\n  /back-gate  on\n")
          .contains(
              "\n  in use   0 of 200 calls, 0 of 2000 connections, 0 of 10000 sessions, 0 of ")
          .endsWith("\n  refused  nothing, since the start");
      assertThat(told("off", "/gate#close")).isEqualTo("/gate  on, without close");
      assertThat(told("off", "/gate#open", "/back-gate")).isEqualTo("/gate  off\n/back-gate  off");
      assertThat(told("on", "/gate#open")).isEqualTo("/gate  on, without close");
      assertThat(told("unlist", "/back-gate")).isEqualTo("/back-gate  off, not in the index");
    }
    end();
    try (RunningHost host = start(configuration())) {
      assertThat(told("show"))
          .startsWith(
              host.address("/")
                  + " is ready; 0 calls run.\n  /gate  on, without close\n"
                  + "  /back-gate  off, not in the index\n");
      settings(configuration()).replaceServicesOf(host, "");
      assertThat(told("show")).contains("/gate  on, without close", "off, not in the index");
      assertThat(told("list", "/back-gate")).isEqualTo("/back-gate  off");
      assertThat(told("drain")).startsWith("The host says that it is not ready");
      assertThat(ended.await(60, TimeUnit.SECONDS)).isTrue();
    }
  }

  @Test
  void whatCannotBeDoneChangesNothing() {
    try (RunningHost host = start(configuration())) {
      for (Map.Entry<List<String>, String> each :
          Map.of(
                  List.of("of", "/gate"), "There is no command \"of\"; there is show, off, on,",
                  List.of("off"), "Say what to switch: off /berths, or off /berths#reserve.",
                  List.of("off", "/gate", "/gat"),
                      "Nothing is served at /gat; there is /gate, /back",
                  List.of("off", "/gate#opne"), "/gate has no operation opne; there is close, open",
                  List.of("off", "/gate#"), "/gate# names no operation after #; leave # out",
                  List.of("unlist", "/gate#open"), "unlist is about paths; leave #",
                  List.of("drain", "/gate"), "drain is about the whole host; leave the path out.",
                  List.of("reload"), "This host keeps its classes. Start it with calm-anchor serve",
                  List.of("off", "/gate\n/x"), "A word of a command cannot have line breaks.")
              .entrySet()) {
        assertThatExceptionOfType(ControlException.class)
            .isThrownBy(() -> told(each.getKey().toArray(String[]::new)))
            .withMessageStartingWith(each.getValue());
      }
      assertThat(told()).contains("  /gate  on\n");
      assertThat(host.states()).allMatch(state -> state.switchedOff().isEmpty());
    }
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SwitchWords.of(List.of("off", "--all")))
        .withMessage("--all: with the word switch there are --port=N and --socket=FILE.");
  }

  @Test
  void onlyItsUserMayUseASocketAndSilenceHoldsNobodyUp() throws Exception {
    Path socket = folder.resolve("control");
    try (RunningHost host = start(configuration());
        SocketChannel silent = SocketChannel.open(UnixDomainSocketAddress.of(socket));
        SocketChannel endless = SocketChannel.open(UnixDomainSocketAddress.of(socket))) {
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(socket)))
          .isEqualTo("rw-------");
      assertThat(silent.isConnected()).isTrue();
      ByteBuffer much = ByteBuffer.wrap("x".repeat(300_000).getBytes(StandardCharsets.UTF_8));
      try {
        while (much.hasRemaining() && endless.write(much) > 0) {
          assertThat(endless.isOpen()).isTrue();
        }
      } catch (IOException cutOff) {
        assertThat(cutOff).isNotNull();
      }
      assertThat(told()).contains(" is ready");
      assertThatIllegalStateException()
          .as("the socket of a host that runs is not taken away")
          .isThrownBy(() -> ControlSocket.open(host, configuration(), ended::countDown, null))
          .withMessageContaining(" belongs to another host that runs.");
      assertThat(told()).contains(" is ready");
    }
  }

  @Test
  void aFileThatIsNoSocketIsNotReplaced() throws Exception {
    Path file = Files.writeString(folder.resolve("control"), "of somebody");
    try (RunningHost host =
        ConfiguredHost.of(configuration()).host().serve("/g", new Gate()).start()) {
      assertThatIllegalStateException()
          .isThrownBy(() -> ControlSocket.open(host, configuration(), ended::countDown, null))
          .withMessage(
              "The control-socket "
                  + file
                  + " cannot be opened: there is something that is no socket.");
    }
    assertThat(file).hasContent("of somebody");
  }

  @Test
  void aHostIsFoundByItsPortOrBecauseItIsTheOnlyOne() throws Exception {
    ControlPlaces places = ControlPlaces.of(Map.of("XDG_RUNTIME_DIR", folder.toString()));
    assertThat(places.socket(8080)).isEqualTo(folder.resolve("calm-anchor/8080"));
    assertThatExceptionOfType(ControlException.class)
        .isThrownBy(() -> ControlClient.socket(places, null, null))
        .withMessageStartingWith("No host of yours runs here, as far as ");
    assertThat(ControlClient.socket(places, null, 8080)).isEqualTo(places.socket(8080));
    assertThatExceptionOfType(ControlException.class)
        .isThrownBy(() -> ControlClient.send(places.socket(8080), List.of("show")))
        .withMessage("No host takes commands at " + places.socket(8080) + ".");
    assertThat(ControlPlaces.of(Map.of("RUNTIME_DIRECTORY", "/run/harbor:/run/other")).socket(8443))
        .isEqualTo(Path.of("/run/harbor/8443"));
    Files.createDirectories(places.folder());
    Files.writeString(places.socket(9000), "left behind");
    assertThatExceptionOfType(ControlException.class)
        .isThrownBy(() -> ControlClient.socket(places, null, null))
        .withMessageStartingWith("No host of yours runs here");
  }

  /** In the folder of temporary files, others may make something of this name before. */
  @Test
  void aFolderThatOthersMayHaveMadeIsRefused() throws Exception {
    String before = System.setProperty("java.io.tmpdir", folder.toString());
    try {
      ControlPlaces places = ControlPlaces.of(Map.of());
      Path elsewhere = Files.createDirectory(folder.resolve("elsewhere"));
      Files.createSymbolicLink(places.folder(), elsewhere);
      assertThatExceptionOfType(ControlException.class)
          .isThrownBy(places::sockets)
          .withMessageContaining(" is no folder, but a link or a file.");
      Files.delete(places.folder());
      Files.createDirectory(places.folder());
      Files.setPosixFilePermissions(places.folder(), PosixFilePermissions.fromString("rwxrwxrwx"));
      assertThatExceptionOfType(ControlException.class)
          .isThrownBy(places::sockets)
          .withMessageStartingWith("Others may write into the folder ");
    } finally {
      System.setProperty("java.io.tmpdir", before);
    }
  }
}
