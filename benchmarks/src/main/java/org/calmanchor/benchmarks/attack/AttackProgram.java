package org.calmanchor.benchmarks.attack;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Attacks a host in each known way, one after the other, while innocent callers call it, and prints
 * a table of what that costs. Ends with an error if an attack goes beyond its limits.
 */
public final class AttackProgram {
  private static final int DEFAULT_SECONDS = 25;
  private static final int MEGABYTE = 1 << 20;

  /** An attack may not make the process larger: the heap and what the machine needs besides. */
  private static final long MOST_MEGABYTES = 256 + 256;

  /** What a message may cost. */
  private static final double MOST_SECONDS_PER_MEGABYTE = 1;

  /** What any message costs besides its bytes, while little of the program is compiled yet. */
  private static final double MOST_SECONDS_PER_ATTEMPT = 0.001;

  private final AttackedHost host;
  private final int seconds;
  private final long patienceMillis;
  private final List<String> wrong = new ArrayList<>();

  private AttackProgram(AttackedHost host, int seconds, long patienceMillis) {
    this.host = host;
    this.seconds = seconds;
    this.patienceMillis = patienceMillis;
  }

  /**
   * Arguments: for how many seconds each, 25 without one; a part of an attack's name, or nothing
   * for all of them and rough treatment besides; how many milliseconds an innocent call may take,
   * 2,000 without one.
   */
  public static void main(String[] arguments) throws Exception {
    int seconds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : DEFAULT_SECONDS;
    String part = arguments.length > 1 ? arguments[1] : "";
    long patience = arguments.length > 2 ? Long.parseLong(arguments[2]) : 2_000;
    List<String> wrong = new ArrayList<>();
    try (AttackedHost host = AttackedHost.start("256m", "unlimited")) {
      AttackProgram program = new AttackProgram(host, seconds, patience);
      program.run(part);
      wrong.addAll(program.wrong);
    }
    if (part.isEmpty()) {
      wrong.addAll(RoughTreatment.run(seconds));
    }
    wrong.stream().distinct().limit(20).forEach(line -> System.out.println("WRONG: " + line));
    System.out.println(wrong.isEmpty() ? "All as it must be." : "Not as it must be.");
    System.exit(wrong.isEmpty() ? 0 : 1);
  }

  private void run(String part) throws Exception {
    System.out.println(
        "| attack | attempts | MB sent | CPU, s | resident, MB | innocent calls | refused | slowest,"
            + " ms |");
    System.out.println("|---|--:|--:|--:|--:|--:|--:|--:|");
    // It also lets the compiler of the JVM begin.
    run(new Attack("nothing, for comparison", 0, false, () -> 0));
    Attacks attacks = new Attacks(host);
    for (Attack attack : attacks.named(part)) {
      run(attack);
      attacks.letGo();
    }
  }

  private void run(Attack attack) throws Exception {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
    AtomicLong attempts = new AtomicLong();
    AtomicLong sent = new AtomicLong();
    List<Caller> callers =
        List.of(caller("", end), caller("", end), caller(credentials("ines-tallow:right"), end));
    Duration before = host.processorTime();
    ExecutorService threads = Executors.newCachedThreadPool();
    callers.forEach(threads::execute);
    for (int i = 0; i < attack.attackers(); i++) {
      threads.execute(() -> attack(attack, end, attempts, sent));
    }
    long most = 0;
    while (System.nanoTime() < end) {
      TimeUnit.MILLISECONDS.sleep(100);
      most = Math.max(most, host.isAlive() ? host.residentMegabytes() : 0);
    }
    threads.shutdown();
    if (!threads.awaitTermination(60, TimeUnit.SECONDS)) {
      note(attack.name() + ": callers still wait");
    }
    Duration used = host.processorTime().minus(before);
    report(attack, attempts.get(), sent.get(), used, most, callers);
  }

  private Caller caller(String headers, long end) {
    return new Caller(host, Requests.call("moor", "<boat>Sable</boat>"), headers, end);
  }

  private static String credentials(String text) {
    return "Authorization: Basic "
        + Base64.getEncoder().encodeToString(text.getBytes(StandardCharsets.US_ASCII))
        + "\r\n";
  }

  private void report(
      Attack attack,
      long attempts,
      long sent,
      Duration used,
      long mostMegabytes,
      List<Caller> callers) {
    long served = callers.stream().mapToLong(Caller::served).sum();
    long busy = callers.stream().mapToLong(Caller::busy).sum();
    long slowest = callers.stream().mapToLong(Caller::slowestMillis).max().orElse(0);
    double megabytes = (double) sent / MEGABYTE;
    System.out.printf(
        "| %s | %,d | %,.1f | %.1f | %d | %,d | %d | %d |%n",
        attack.name(),
        attempts,
        megabytes,
        used.toMillis() / 1_000.0,
        mostMegabytes,
        served,
        busy,
        slowest);
    for (Caller caller : callers) {
      caller.wrong().forEach(line -> note(attack.name() + ": " + line));
      if (caller.served() == 0) {
        note(attack.name() + ": an innocent caller was never served");
      }
    }
    if (slowest > patienceMillis) {
      note(attack.name() + ": an innocent call took " + slowest + " ms");
    }
    if (mostMegabytes > MOST_MEGABYTES) {
      note(attack.name() + ": the process had " + mostMegabytes + " MB");
    }
    double allowed =
        seconds + MOST_SECONDS_PER_MEGABYTE * megabytes + MOST_SECONDS_PER_ATTEMPT * attempts;
    if (attack.isByBytes() && used.toMillis() / 1_000.0 > allowed) {
      note(attack.name() + ": it cost more than a second for each megabyte");
    }
    if (!host.isAlive()) {
      note(attack.name() + ": the process has ended");
    }
  }

  private void attack(Attack attack, long end, AtomicLong attempts, AtomicLong sent) {
    while (System.nanoTime() < end) {
      try {
        sent.addAndGet(attack.attempt().make());
        attempts.incrementAndGet();
      } catch (IOException refused) {
        // Attackers are expected to get this; they try again.
        attempts.incrementAndGet();
      } catch (IllegalStateException harmed) {
        note(String.valueOf(harmed.getMessage()));
      }
    }
  }

  private void note(String line) {
    synchronized (wrong) {
      wrong.add(line);
    }
  }
}
