package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Calls from the terminal that get no answer. */
class CallWithoutAnswerTest {
  @TempDir private Path folder;

  private Tool call(String... arguments) throws Exception {
    List<String> all =
        new ArrayList<>(List.of("call", CommandLineTest.DESK, "lastPosition", "--fill"));
    all.addAll(List.of(arguments));
    return Tool.run(folder, all.toArray(String[]::new));
  }

  /** No host there, a server that is none of ours, and one that does not answer in time. */
  @Test
  void exitsWithFourIfThereIsNoAnswer() throws Exception {
    HttpServer other =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    other.createContext(
        "/",
        exchange -> {
          byte[] page = "<h1>Harbor café</h1>".getBytes(StandardCharsets.UTF_8);
          exchange.getResponseHeaders().set("Content-Type", "text/html");
          exchange.sendResponseHeaders(200, page.length);
          exchange.getResponseBody().write(page);
          exchange.close();
        });
    other.createContext("/slow", exchange -> assertThat(exchange).isNotNull());
    other.start();
    String address = "http://127.0.0.1:" + other.getAddress().getPort();
    try {
      Tool page = call("--address", address);
      assertThat(page.err()).contains("answered with status 200: <h1>Harbor");
      assertThat(page.exitCode()).isEqualTo(4);
      Tool slow = call("--address", address + "/slow", "--timeout", "1s");
      assertThat(slow.err()).contains("did not answer within 1.0 s, the timeout.");
      assertThat(slow.exitCode()).isEqualTo(4);
      String seen =
          Tool.onTerminal(
              folder,
              "call",
              CommandLineTest.DESK,
              "lastPosition",
              "--fill",
              "--address",
              address + "/slow",
              "--timeout",
              "2.5s");
      assertThat(seen)
          .contains("Waiting for the answer ... 1 s", "Waiting for the answer ... 2 s\r\033[K")
          .contains("did not answer within 2.5 s");
      assertThat(slow.err()).doesNotContain("Waiting");
    } finally {
      other.stop(0);
    }
    try (ServerSocket odd = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
      CompletableFuture<Socket> caller =
          CompletableFuture.supplyAsync(() -> answer(odd, "HTTP/1.1 \033[31m200\r\n\r\n"));
      Tool red = call("--address", "http://127.0.0.1:" + odd.getLocalPort());
      caller.get(60, TimeUnit.SECONDS).close();
      assertThat(red.exitCode()).isEqualTo(4);
      assertThat(red.err()).contains("[31m200").doesNotContain("\033");
    }
    Tool nobody = call("--address", address, "--proxy", "127.0.0.1:1");
    assertThat(nobody.exitCode()).isEqualTo(4);
    assertThat(nobody.err()).doesNotContain("Exception");
  }

  private static Socket answer(ServerSocket server, String text) {
    try {
      Socket caller = server.accept();
      caller.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
      caller.shutdownOutput();
      return caller;
    } catch (IOException callerGone) {
      throw new UncheckedIOException(callerGone);
    }
  }
}
