package org.calmanchor.core.access;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.calmanchor.core.limits.AddressGroup;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Verifies credentials for a host, apart from the threads that serve calls: a few at a time, and a
 * bounded number waiting. Wrong ones make their address and their name slow. Safe for several
 * threads.
 */
public final class CallerVerification implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(CallerVerification.class);

  /** How many passwords are hashed at a time; each may need 19 MiB and a core. */
  private static final int AT_ONCE = 2;

  private static final int MOST_WAITING = 64;

  /** How many wait because there were wrong passwords for their name. */
  private static final int MOST_SLOWED = 200;

  private static final Duration FIRST_WAIT = Duration.ofMillis(250);
  private static final Duration LONGEST_WAIT_OF_ADDRESS = Duration.ofSeconds(30);

  /** Short, because somebody else may have caused it. */
  private static final Duration LONGEST_WAIT_OF_NAME = Duration.ofSeconds(2);

  /** How long a source of callers may take, with all waiting. */
  private static final Duration LONGEST = Duration.ofSeconds(10);

  private final CallerSources sources;
  private final ExemptAddresses exempt;
  private final VerifiedCallers verified;
  private final Failures byAddress;
  private final Failures byName;
  private final Map<SecretDigest, CompletableFuture<Verification>> running =
      new ConcurrentHashMap<>();
  private final AtomicInteger slowed = new AtomicInteger();
  private final ThreadPoolExecutor threads;

  /**
   * Creates a verification.
   *
   * @param exempt addresses that many callers share, which do not become slow
   */
  public CallerVerification(CallerSources sources, ExemptAddresses exempt) {
    this(sources, exempt, System::nanoTime);
  }

  CallerVerification(CallerSources sources, ExemptAddresses exempt, LongSupplier clock) {
    this.sources = sources;
    this.exempt = exempt;
    this.verified = new VerifiedCallers(clock);
    FailureCounts given = sources.failures();
    FailureCounts counts = given == null ? new LocalFailureCounts(clock) : given;
    this.byAddress = new Failures(FIRST_WAIT, LONGEST_WAIT_OF_ADDRESS, counts, "address ");
    this.byName = new Failures(FIRST_WAIT, LONGEST_WAIT_OF_NAME, counts, "name ");
    this.threads =
        new ThreadPoolExecutor(
            AT_ONCE,
            AT_ONCE,
            10,
            TimeUnit.SECONDS,
            new ArrayBlockingQueue<>(MOST_WAITING),
            CallerVerification::daemon);
    threads.allowCoreThreadTimeOut(true);
  }

  private static Thread daemon(Runnable task) {
    Thread thread = new Thread(task, "calm-anchor-callers");
    thread.setDaemon(true);
    return thread;
  }

  /** By what callers are known. */
  public CallerSources sources() {
    return sources;
  }

  /**
   * The caller whose credentials were verified a short time ago; null if they have to be verified.
   *
   * @param secret of the credentials
   */
  public @Nullable Caller known(String secret) {
    try {
      return verified.find(verified.keyOf(secret), sources.edition());
    } catch (RuntimeException | Error failed) {
      // Verifying asks again, and answers the call.
      LOG.debug("the edition of the callers is not known", Loggable.failure(failed));
      return null;
    }
  }

  /**
   * Verifies credentials.
   *
   * @param sender where they came from
   * @return never fails; it is complete already for those that were verified a short time ago
   */
  public CompletableFuture<Verification> verify(Credentials credentials, Sender sender) {
    long edition;
    try {
      edition = sources.edition();
    } catch (RuntimeException | Error failed) {
      return CompletableFuture.completedFuture(unknown(failed));
    }
    SecretDigest key = verified.keyOf(credentials.secret());
    Caller known = verified.find(key, edition);
    if (known != null) {
      return CompletableFuture.completedFuture(new Verification.Known(known));
    }
    Duration wait =
        sender.isExempt(exempt) ? Duration.ZERO : byAddress.wait(AddressGroup.of(sender.address()));
    if (!wait.isZero()) {
      AuditLog.tooOften(credentials, sender.address());
      return CompletableFuture.completedFuture(new Verification.TooOften(wait));
    }
    CompletableFuture<Verification> mine = new CompletableFuture<>();
    // Many calls at the same time with the same credentials are verified once.
    CompletableFuture<Verification> other = running.putIfAbsent(key, mine);
    if (other != null) {
      return other.copy();
    }
    mine.completeOnTimeout(new Verification.Busy(), LONGEST.toMillis(), TimeUnit.MILLISECONDS);
    CompletableFuture<Verification> all =
        mine.whenComplete((verification, failed) -> running.remove(key, mine));
    Duration slow =
        credentials.isGuessable() ? byName.wait(credentials.claimedName()) : Duration.ZERO;
    begin(slow, mine, () -> verified(key, credentials, edition, sender));
    return all;
  }

  private void begin(
      Duration wait, CompletableFuture<Verification> result, Supplier<Verification> work) {
    if (wait.isZero()) {
      execute(result, work);
    } else if (slowed.incrementAndGet() > MOST_SLOWED) {
      slowed.decrementAndGet();
      result.complete(new Verification.Busy());
    } else {
      CompletableFuture.delayedExecutor(wait.toNanos(), TimeUnit.NANOSECONDS, Runnable::run)
          .execute(
              () -> {
                slowed.decrementAndGet();
                execute(result, work);
              });
    }
  }

  private void execute(CompletableFuture<Verification> result, Supplier<Verification> work) {
    try {
      threads.execute(() -> result.complete(guarded(work)));
    } catch (RejectedExecutionException full) {
      result.complete(new Verification.Busy());
    }
  }

  private static Verification guarded(Supplier<Verification> work) {
    try {
      return work.get();
    } catch (RuntimeException | Error failed) {
      return unknown(failed);
    }
  }

  private static Verification unknown(Throwable failed) {
    LOG.error("a caller could not be looked up", Loggable.failure(failed));
    return new Verification.Busy();
  }

  private Verification verified(
      SecretDigest key, Credentials credentials, long edition, Sender sender) {
    Optional<Verified> found = sources.find(credentials);
    String name = credentials.claimedName();
    if (found.isEmpty()) {
      AuditLog.wrong(credentials, sender.address());
      if (credentials.isGuessable()) {
        byName.add(name);
      }
      if (!sender.isExempt(exempt)) {
        byAddress.add(AddressGroup.of(sender.address()));
      }
      return new Verification.Wrong();
    }
    byName.forget(name);
    if (credentials.isReusable()) {
      verified.add(key, found.get(), edition);
    }
    return new Verification.Known(found.get().caller());
  }

  /** Ends the threads; what waits is not verified any more. */
  @Override
  public void close() {
    threads.shutdownNow();
    running.values().forEach(each -> each.complete(new Verification.Busy()));
  }
}
