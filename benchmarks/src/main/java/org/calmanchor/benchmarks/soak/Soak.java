package org.calmanchor.benchmarks.soak;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Attacks a host for some time and counts the results; ends with an error if a rule is broken. The
 * server has 64 MB, and cannot write files over 64 KB.
 */
public final class Soak {
  private static final int THREADS = 24;

  private final AtomicLong answered = new AtomicLong();
  private final AtomicLong refused = new AtomicLong();
  private final AtomicLong vanished = new AtomicLong();
  private final List<String> wrong = new ArrayList<>();
  private final Process process;
  private final BufferedReader out;
  private final int port;

  private Soak() throws IOException {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    String command =
        "ulimit -f 128; exec '"
            + java
            + "' -Xmx64m -XX:+ExitOnOutOfMemoryError -Dorg.slf4j.simpleLogger.defaultLogLevel=off"
            + " -cp '"
            + System.getProperty("java.class.path")
            + "' "
            + Quay.class.getName();
    process =
        new ProcessBuilder("sh", "-c", command)
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    port = Integer.parseInt(String.valueOf(out.readLine()));
  }

  /**
   * Arguments: for how many seconds, 60 without one; a part of one attack's name, to run it alone.
   */
  public static void main(String[] arguments) throws Exception {
    int seconds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 60;
    Soak soak = new Soak();
    try {
      if (arguments.length > 1) {
        soak.attacked(seconds, arguments[1]);
      } else {
        soak.run(seconds);
      }
    } finally {
      soak.process.destroyForcibly();
    }
    soak.wrong.forEach(line -> System.out.println("WRONG: " + line));
    System.out.println(soak.wrong.isEmpty() ? "All as it must be." : "Not as it must be.");
    System.exit(soak.wrong.isEmpty() ? 0 : 1);
  }

  private void run(int seconds) throws Exception {
    rough(seconds);
    attacked(seconds, "");
    System.out.printf(
        "%d answered, %d refused as busy, %d callers vanished%n",
        answered.get(), refused.get(), vanished.get());
    expect("hang", "", 500, "did not answer within " + Quay.CALL_MILLIS + " ms");
    expect("keep", "<cargo>" + "QUJD".repeat(1 << 17) + "</cargo>", 500, "incident");
    expect("moor", "<boat>Sable</boat>", 200, "<tns:result>Sable<");
    shutDownUnderLoad();
  }

  /** Runs each attack by itself, while normal callers must be served in time. */
  private void attacked(int seconds, String part) throws Exception {
    Attacks attacks = new Attacks(port);
    Map<String, Attacks.Attack> chosen = attacks.named(part);
    for (Map.Entry<String, Attacks.Attack> attack : chosen.entrySet()) {
      long each = TimeUnit.SECONDS.toNanos(seconds) / chosen.size();
      AtomicLong attempts = new AtomicLong();
      AtomicLong served = new AtomicLong();
      AtomicLong busy = new AtomicLong();
      AtomicLong slowest = new AtomicLong();
      long end = System.nanoTime() + each;
      ExecutorService threads = Executors.newFixedThreadPool(6);
      for (int i = 0; i < 3; i++) {
        threads.execute(() -> attack(attack.getValue(), end, attempts));
        threads.execute(() -> call(end, served, busy, slowest));
      }
      threads.shutdown();
      if (!threads.awaitTermination(seconds + 60L, TimeUnit.SECONDS)) {
        note(attack.getKey() + ": callers still wait");
      }
      attacks.letGo();
      System.out.printf(
          "%s: %d attempts, %d others served, %d refused as busy, the slowest after %d ms%n",
          attack.getKey(),
          attempts.get(),
          served.get(),
          busy.get(),
          TimeUnit.NANOSECONDS.toMillis(slowest.get()));
      if (served.get() == 0 || slowest.get() > TimeUnit.MILLISECONDS.toNanos(5_000)) {
        note(attack.getKey() + ": others were not served in time");
      }
    }
  }

  private static void attack(Attacks.Attack attack, long end, AtomicLong attempts) {
    while (System.nanoTime() < end) {
      try {
        attack.attempt();
      } catch (IOException refused) {
        // Attackers are expected to get this.
        attempts.incrementAndGet();
        continue;
      }
      attempts.incrementAndGet();
    }
  }

  private void call(long end, AtomicLong served, AtomicLong busy, AtomicLong slowest) {
    byte[] request = request("moor", "<boat>Sable</boat>");
    while (System.nanoTime() < end) {
      long begin = System.nanoTime();
      try (Socket socket = socket()) {
        socket.getOutputStream().write(request);
        byte[] bytes = socket.getInputStream().readAllBytes();
        String answer = new String(bytes, StandardCharsets.UTF_8);
        if (answer.contains("Sable</tns:result>")) {
          served.incrementAndGet();
          slowest.accumulateAndGet(System.nanoTime() - begin, Math::max);
        } else {
          busy.incrementAndGet();
        }
      } catch (IOException broken) {
        note("a caller was broken off meanwhile: " + broken.getMessage());
      }
    }
  }

  /** Runs everything at once for a while. */
  private void rough(int seconds) throws Exception {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
    ExecutorService threads = Executors.newFixedThreadPool(THREADS);
    List<Future<Void>> all = new ArrayList<>();
    Callable<Void> one =
        () -> {
          while (System.nanoTime() < end) {
            oneOfMany(ThreadLocalRandom.current().nextInt(100));
          }
          return null;
        };
    for (int i = 0; i < THREADS; i++) {
      all.add(threads.submit(one));
    }
    threads.shutdown();
    for (Future<Void> each : all) {
      each.get();
    }
  }

  private void oneOfMany(int dice) throws IOException {
    if (dice < 10) {
      vanishWhileSending();
    } else if (dice < 20) {
      vanishWhileReading();
    } else if (dice < 30) {
      expect("moor", "<boat>half closed</boat>", 200, "half closed");
    } else if (dice < 33) {
      expect("raise", "<what>stack</what>", 500, "incident");
    } else if (dice < 36) {
      expect("raise", "<what>memory</what>", 500, "incident");
    } else if (dice < 39) {
      expect("raise", "<what>linkage</what>", 500, "incident");
    } else if (dice == 39) {
      expect("ignore", "", 500, "did not answer within");
    } else if (dice == 40) {
      expect("lines", "<count>20000</count>", 200, "line 19999");
    } else if (dice == 41) {
      expect("keep", "<cargo>" + "QUJD".repeat(1 << 17) + "</cargo>", 500, "incident");
    } else {
      expect("moor", "<boat>Sable</boat>", 200, "<tns:result>Sable<");
    }
  }

  private static byte[] request(String operation, String content) {
    String body =
        "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'><e:Body><"
            + operation
            + " xmlns='"
            + Quay.NAMESPACE
            + "'>"
            + content
            + "</"
            + operation
            + "></e:Body></e:Envelope>";
    return ("POST /quay HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nContent-Type: text/xml\r\n"
            + "Content-Length: "
            + body.length()
            + "\r\n\r\n"
            + body)
        .getBytes(StandardCharsets.US_ASCII);
  }

  private Socket socket() throws IOException {
    Socket socket = new Socket(InetAddress.getLoopbackAddress(), port);
    socket.setSoTimeout(20_000);
    return socket;
  }

  private void vanishWhileSending() throws IOException {
    byte[] request = request("moor", "<boat>Sable</boat>");
    try (Socket socket = socket()) {
      socket
          .getOutputStream()
          .write(request, 0, ThreadLocalRandom.current().nextInt(request.length));
    }
    vanished.incrementAndGet();
  }

  private void vanishWhileReading() throws IOException {
    try (Socket socket = socket()) {
      socket.getOutputStream().write(request("lines", "<count>200000</count>"));
      if (socket.getInputStream().read() < 0) {
        note("an answer of many lines did not even begin");
      }
    }
    vanished.incrementAndGet();
  }

  /** Sends all bytes, closes its half of the connection, and reads to the end. */
  private void expect(String operation, String content, int status, String words)
      throws IOException {
    String answer;
    try (Socket socket = socket()) {
      socket.getOutputStream().write(request(operation, content));
      socket.shutdownOutput();
      answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException broken) {
      note(operation + " was broken off: " + broken.getMessage());
      return;
    }
    if (answer.startsWith("HTTP/1.1 503") || answer.startsWith("HTTP/1.1 429")) {
      refused.incrementAndGet();
    } else if (answer.startsWith("HTTP/1.1 " + status) && answer.contains(words)) {
      answered.incrementAndGet();
    } else {
      note(operation + " answered " + answer.substring(0, Math.min(300, answer.length())));
    }
  }

  private void note(String line) {
    synchronized (wrong) {
      wrong.add(line);
    }
  }

  /** Stops the server while callers continue: it must answer every call that it has begun. */
  private void shutDownUnderLoad() throws Exception {
    long answeredBefore = answered.get();
    AtomicLong lost = new AtomicLong();
    AtomicBoolean isOver = new AtomicBoolean();
    ExecutorService threads = Executors.newFixedThreadPool(THREADS);
    for (int i = 0; i < THREADS; i++) {
      threads.execute(() -> untilRefused(isOver, lost));
    }
    TimeUnit.SECONDS.sleep(2);
    process.toHandle().destroy();
    String counts = String.valueOf(out.readLine());
    isOver.set(true);
    threads.shutdown();
    if (!threads.awaitTermination(30, TimeUnit.SECONDS)) {
      note("callers were still waiting half a minute after the end");
    }
    String[] calls = counts.split(" ", -1);
    System.out.printf(
        "shutdown under load: %d answered, %d cut off; the server began %s calls and ended %s%n",
        answered.get() - answeredBefore, lost.get(), calls[0], calls[calls.length - 1]);
    if (lost.get() > 0) {
      note(lost.get() + " answers were cut off at shutdown");
    }
    if (!calls[0].equals(calls[calls.length - 1])) {
      note("not every call that began has ended: " + counts);
    }
  }

  private void untilRefused(AtomicBoolean isOver, AtomicLong lost) {
    byte[] request = request("moor", "<boat>Sable</boat>");
    while (!isOver.get()) {
      StringBuilder answer = new StringBuilder();
      try (Socket socket = socket()) {
        socket.getOutputStream().write(request);
        InputStream in = socket.getInputStream();
        answer.append(new String(in.readAllBytes(), StandardCharsets.UTF_8));
      } catch (IOException refusedOrReset) {
        // Without a connection, or before the server accepted it, no call has begun.
        continue;
      }
      if (answer.toString().contains("Sable</tns:result>")) {
        answered.incrementAndGet();
      } else if (answer.toString().startsWith("HTTP/1.1 200")) {
        lost.incrementAndGet();
      }
    }
  }
}
