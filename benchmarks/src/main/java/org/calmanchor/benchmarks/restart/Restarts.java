package org.calmanchor.benchmarks.restart;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.ConnectException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Restarts a host again and again while clients call it, and counts at both ends: the calls that
 * the host has run must be the answers that the clients have got. Fails if they are not.
 */
public final class Restarts {
  private static final int CLIENTS = 8;
  private static final String MESSAGE =
      "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'><e:Body>"
          + "<pass xmlns='urn:lanternquay:gate'><boat>%d</boat></pass></e:Body></e:Envelope>";

  private final URI address;
  private final AtomicBoolean isOver = new AtomicBoolean();
  private final AtomicLong answered = new AtomicLong();
  private final AtomicLong refused = new AtomicLong();
  private final AtomicLong unanswered = new AtomicLong();
  private final AtomicLong wrong = new AtomicLong();

  private Restarts(int port) {
    this.address = URI.create("http://localhost:" + port + "/gate");
  }

  /** Argument: how many restarts (50). */
  public static void main(String[] arguments) throws Exception {
    int restarts = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 50;
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    new Restarts(port).run(port, restarts);
  }

  private void run(int port, int restarts) throws Exception {
    List<Thread> clients = new ArrayList<>();
    for (int i = 0; i < CLIENTS; i++) {
      Thread client = new Thread(this::callOn, "client " + i);
      client.start();
      clients.add(client);
    }
    long run = 0;
    int cutOff = 0;
    for (int i = 0; i <= restarts; i++) {
      Process server = server(port);
      BufferedReader said =
          new BufferedReader(
              new InputStreamReader(server.getInputStream(), StandardCharsets.UTF_8));
      if (!"up".equals(said.readLine())) {
        throw new IllegalStateException("the server did not start");
      }
      Thread.sleep(500);
      if (i == restarts) {
        isOver.set(true);
        for (Thread client : clients) {
          client.join();
        }
      }
      // Not of the process itself, which would close the stream that is read next.
      server.toHandle().destroy();
      String[] end = String.valueOf(said.readLine()).split(" ", -1);
      run += Long.parseLong(end[0]);
      cutOff += end[1].equals("true") ? 0 : 1;
      server.waitFor();
    }
    System.out.printf(
        "%d restarts: %d calls were run, %d answered, %d lost; %d connections refused between"
            + " two hosts, %d requests closed before they were read, %d wrong answers, %d hosts that"
            + " had to break calls off%n",
        restarts,
        run,
        answered.get(),
        run - answered.get(),
        refused.get(),
        unanswered.get(),
        wrong.get(),
        cutOff);
    if (run != answered.get() || wrong.get() > 0) {
      System.exit(1);
    }
  }

  private static Process server(int port) throws IOException {
    return new ProcessBuilder(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-XX:TieredStopAtLevel=1",
            "-Dorg.slf4j.simpleLogger.defaultLogLevel=warn",
            "-cp",
            System.getProperty("java.class.path"),
            RestartedServer.class.getName(),
            Integer.toString(port))
        .redirectError(ProcessBuilder.Redirect.INHERIT)
        .start();
  }

  private void callOn() {
    HttpClient client = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    int boat = 0;
    while (!isOver.get()) {
      HttpRequest request =
          HttpRequest.newBuilder(address)
              .header("Content-Type", "text/xml")
              .POST(HttpRequest.BodyPublishers.ofString(MESSAGE.formatted(++boat)))
              .build();
      try {
        HttpResponse<String> answer = client.send(request, BodyHandlers.ofString());
        (answer.statusCode() == 200 && answer.body().contains("result") ? answered : wrong)
            .incrementAndGet();
      } catch (ConnectException none) {
        refused.incrementAndGet();
        pause();
      } catch (IOException closed) {
        unanswered.incrementAndGet();
      } catch (InterruptedException stopped) {
        return;
      }
    }
  }

  private static void pause() {
    try {
      Thread.sleep(20);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }
}
