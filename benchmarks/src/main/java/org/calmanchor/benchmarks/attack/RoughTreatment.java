package org.calmanchor.benchmarks.attack;

import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Treats a small host badly for some time: callers vanish, methods fail, hang and ignore
 * interrupts, a disk is full; then the host is stopped under load. It has 64 MB, and cannot write
 * files over 64 KB.
 */
final class RoughTreatment {
  private static final int THREADS = 24;

  private final AtomicLong answered = new AtomicLong();
  private final AtomicLong refused = new AtomicLong();
  private final AtomicLong vanished = new AtomicLong();
  private final List<String> wrong = new ArrayList<>();
  private final AttackedHost host;

  private RoughTreatment(AttackedHost host) {
    this.host = host;
  }

  /** Runs it, and returns what was not as it must be. */
  static List<String> run(int seconds) throws Exception {
    try (AttackedHost host = AttackedHost.start("64m", "128")) {
      RoughTreatment treatment = new RoughTreatment(host);
      treatment.treat(seconds);
      return treatment.wrong;
    }
  }

  private void treat(int seconds) throws Exception {
    rough(seconds);
    System.out.printf(
        "rough treatment: %,d answered, %,d refused as busy, %,d callers vanished%n",
        answered.get(), refused.get(), vanished.get());
    expect("hang", "", 500, "did not answer within " + Quay.CALL_MILLIS + " ms");
    expect("keep", "<cargo>" + "QUJD".repeat(1 << 17) + "</cargo>", 500, "incident");
    expect("moor", "<boat>Sable</boat>", 200, "<tns:result>Sable<");
    shutDownUnderLoad();
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
    return Requests.post(Requests.call(operation, content), "");
  }

  private Socket socket() throws IOException {
    return host.connect("127.0.0.1");
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
    String counts = host.end();
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
