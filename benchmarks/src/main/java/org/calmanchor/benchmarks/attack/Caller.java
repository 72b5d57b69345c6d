package org.calmanchor.benchmarks.attack;

import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** An innocent caller beside an attack, who calls all the time. For one thread. */
final class Caller implements Runnable {
  private static final String ADDRESS = "127.0.0.1";

  private final AttackedHost host;
  private final byte[] request;
  private final long endNanos;
  private final List<String> wrong = new ArrayList<>();
  private long served;
  private long busy;
  private long slowestNanos;

  /**
   * Creates a caller.
   *
   * @param endNanos when it ends, by {@link System#nanoTime}
   */
  Caller(AttackedHost host, String message, String headers, long endNanos) {
    this.host = host;
    this.request = Requests.post(message, headers);
    this.endNanos = endNanos;
  }

  @Override
  public void run() {
    while (System.nanoTime() < endNanos) {
      long begin = System.nanoTime();
      try (Socket socket = host.connect(ADDRESS)) {
        socket.getOutputStream().write(request);
        byte[] bytes = socket.getInputStream().readAllBytes();
        String answer = new String(bytes, StandardCharsets.UTF_8);
        slowestNanos = Math.max(slowestNanos, System.nanoTime() - begin);
        if (answer.contains("Sable</tns:result>")) {
          served++;
        } else {
          busy++;
          TimeUnit.MILLISECONDS.sleep(10);
        }
      } catch (IOException broken) {
        slowestNanos = Math.max(slowestNanos, System.nanoTime() - begin);
        wrong.add("an innocent caller was broken off: " + broken.getMessage());
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  long served() {
    return served;
  }

  long busy() {
    return busy;
  }

  long slowestMillis() {
    return TimeUnit.NANOSECONDS.toMillis(slowestNanos);
  }

  List<String> wrong() {
    return wrong;
  }
}
