package org.calmanchor.benchmarks.start;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/**
 * How long bundles take from the start of the process to the first answered call, in turns with a
 * bare server in a jar, once without and once with an archive of classes.
 */
public final class Starts {
  private static final int MOST_SECONDS = 30;
  private static final String MESSAGE =
      "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'><e:Body>"
          + "<quoteStay xmlns='urn:lanternquay:berths'><nights>3</nights></quoteStay>"
          + "</e:Body></e:Envelope>";

  private Starts() {}

  /** Arguments: a bare server's jar, the harbor's jar, and how often each is started. */
  public static void main(String[] arguments) throws Exception {
    Path bare = Path.of(arguments[0]);
    Path harbor = Path.of(arguments[1]);
    int starts = Integer.parseInt(arguments[2]);
    Path archives = Files.createTempDirectory("archives");
    Map<String, List<String>> commands = new LinkedHashMap<>();
    commands.put("bare server", List.of("-jar", bare.toString()));
    commands.put("harbor", List.of("-jar", harbor.toString()));
    commands.put("bare server with an archive", archived(archives.resolve("bare.jsa"), bare));
    commands.put("harbor with an archive", archived(archives.resolve("harbor.jsa"), harbor));
    Map<String, List<Double>> seconds = new LinkedHashMap<>();
    for (int i = 0; i < starts; i++) {
      for (Map.Entry<String, List<String>> each : commands.entrySet()) {
        seconds
            .computeIfAbsent(each.getKey(), name -> new ArrayList<>())
            .add(secondsToAnswer(each.getValue()));
      }
    }
    seconds.forEach(Starts::print);
  }

  private static void print(String name, List<Double> seconds) {
    List<Double> sorted = seconds.stream().sorted().toList();
    System.out.printf(
        Locale.ROOT,
        "%-28s median %.2f s, best %.2f s%n",
        name,
        sorted.get(sorted.size() / 2),
        sorted.get(0));
  }

  /** The options of a start with an archive, which is made first, by one start and call. */
  private static List<String> archived(Path archive, Path jar) throws Exception {
    secondsToAnswer(List.of("-XX:ArchiveClassesAtExit=" + archive, "-jar", jar.toString()));
    if (!Files.exists(archive)) {
      throw new IOException("no archive was made for " + jar);
    }
    return List.of("-XX:SharedArchiveFile=" + archive, "-jar", jar.toString());
  }

  private static double secondsToAnswer(List<String> options) throws Exception {
    int port = freePort();
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(options);
    command.add("--port=" + port);
    ProcessBuilder builder =
        new ProcessBuilder(command)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .redirectError(ProcessBuilder.Redirect.DISCARD);
    builder.environment().put("CALM_ANCHOR_DRAIN_TIME", "PT0S");
    long start = System.nanoTime();
    Process process = builder.start();
    try {
      while (!isAnswered(port)) {
        if (System.nanoTime() - start > TimeUnit.SECONDS.toNanos(MOST_SECONDS)) {
          throw new IOException("no answer from " + command);
        }
        Thread.sleep(2);
      }
      return (System.nanoTime() - start) / 1e9;
    } finally {
      process.destroy();
      process.waitFor(MOST_SECONDS, TimeUnit.SECONDS);
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static boolean isAnswered(int port) throws IOException {
    byte[] body = MESSAGE.getBytes(StandardCharsets.UTF_8);
    try (Socket socket = new Socket()) {
      socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 1000);
      socket.setSoTimeout(MOST_SECONDS * 1000);
      OutputStream out = socket.getOutputStream();
      out.write(
          ("POST /berths HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n"
                  + "Content-Type: text/xml\r\nContent-Length: "
                  + body.length
                  + "\r\n\r\n")
              .getBytes(StandardCharsets.US_ASCII));
      out.write(body);
      out.flush();
      String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      if (!answer.startsWith("HTTP/1.1 200")) {
        throw new IOException("not an answer: " + answer);
      }
      return true;
    } catch (java.net.ConnectException notYet) {
      return false;
    }
  }
}
