package org.calmanchor.core.access;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
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
  private final RecentCallers recent;
  private final Map<SecretDigest, Pending> running = new ConcurrentHashMap<>();

  /** For names that were right lately; it comes first. */
  private final FairQueue known = new FairQueue(MOST_WAITING);

  private final FairQueue others = new FairQueue(MOST_WAITING);

  /** For addresses that have sent wrong credentials lately; it comes last. */
  private final FairQueue suspects = new FairQueue(MOST_WAITING);

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
    this.recent = new RecentCallers(clock);
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
            // Each waiting piece of work has one place here, and no more.
            new LinkedBlockingQueue<>(),
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

  /** How many credentials wait for their turn. */
  public int waitingCount() {
    return known.size() + others.size() + suspects.size();
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
   * @param isGone whether nobody waits for the result any more
   * @return never fails; it is complete already for those that were verified a short time ago
   */
  public CompletableFuture<Verification> verify(
      Credentials credentials, Sender sender, BooleanSupplier isGone) {
    long edition;
    try {
      edition = sources.edition();
    } catch (RuntimeException | Error failed) {
      return CompletableFuture.completedFuture(unknown(failed));
    }
    SecretDigest key = verified.keyOf(credentials.secret());
    Caller caller = verified.find(key, edition);
    if (caller != null) {
      return CompletableFuture.completedFuture(new Verification.Known(caller));
    }
    boolean isRecent = recent.contains(credentials.claimedName(), sender);
    Duration wait =
        isRecent || sender.isExempt(exempt)
            ? Duration.ZERO
            : byAddress.wait(AddressGroup.of(sender.address()));
    if (!wait.isZero()) {
      AuditLog.tooOften(credentials, sender.address());
      return CompletableFuture.completedFuture(new Verification.TooOften(wait));
    }
    Pending mine = new Pending(() -> verified(key, credentials, edition, sender));
    // Many calls at the same time with the same credentials are verified once.
    Pending other = running.putIfAbsent(key, mine);
    Pending joined = other == null ? mine : other;
    joined.callers.add(isGone);
    if (other != null) {
      return other.result.copy();
    }
    mine.result.completeOnTimeout(
        new Verification.Busy(), LONGEST.toMillis(), TimeUnit.MILLISECONDS);
    CompletableFuture<Verification> all =
        mine.result.whenComplete((verification, failed) -> running.remove(key, mine));
    Duration slow =
        credentials.isGuessable() ? byName.wait(credentials.claimedName()) : Duration.ZERO;
    begin(
        slow,
        mine,
        () -> enqueue(queue(isRecent, sender), lane(isRecent, credentials, sender), mine));
    return all;
  }

  private FairQueue queue(boolean isRecent, Sender sender) {
    if (isRecent) {
      return known;
    }
    boolean isSuspect =
        !sender.isExempt(exempt) && byAddress.has(AddressGroup.of(sender.address()));
    return isSuspect ? suspects : others;
  }

  /** Who takes turns: addresses, or names where an address is that of many callers. */
  private String lane(boolean isRecent, Credentials credentials, Sender sender) {
    return isRecent || sender.isExempt(exempt)
        ? "name " + credentials.claimedName()
        : "address " + AddressGroup.of(sender.address());
  }

  /** Credentials that are being verified, and those who wait for the result. */
  private static final class Pending implements FairQueue.Work {
    private final CompletableFuture<Verification> result = new CompletableFuture<>();
    private final Queue<BooleanSupplier> callers = new ConcurrentLinkedQueue<>();
    private final Supplier<Verification> work;

    Pending(Supplier<Verification> work) {
      this.work = work;
    }

    @Override
    public boolean isWanted() {
      return !result.isDone() && !callers.stream().allMatch(BooleanSupplier::getAsBoolean);
    }

    @Override
    public void perform() {
      result.complete(guarded(work));
    }

    @Override
    public void giveUp() {
      result.complete(new Verification.Busy());
    }
  }

  private void begin(Duration wait, Pending pending, Runnable enqueue) {
    if (wait.isZero()) {
      enqueue.run();
    } else if (slowed.incrementAndGet() > MOST_SLOWED) {
      slowed.decrementAndGet();
      pending.giveUp();
    } else {
      CompletableFuture.delayedExecutor(wait.toNanos(), TimeUnit.NANOSECONDS, Runnable::run)
          .execute(
              () -> {
                slowed.decrementAndGet();
                enqueue.run();
              });
    }
  }

  private void enqueue(FairQueue queue, String lane, Pending pending) {
    if (queue.add(lane, pending)) {
      try {
        threads.execute(this::performNext);
      } catch (RejectedExecutionException isClosed) {
        pending.giveUp();
      }
    }
  }

  private void performNext() {
    FairQueue.Work work = known.next();
    if (work == null) {
      work = others.next();
    }
    if (work == null) {
      work = suspects.next();
    }
    if (work != null) {
      work.perform();
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
    recent.add(name, sender);
    if (credentials.isReusable()) {
      verified.add(key, found.get(), edition);
    }
    return new Verification.Known(found.get().caller());
  }

  /** Ends the threads; what waits is not verified any more. */
  @Override
  public void close() {
    threads.shutdownNow();
    known.clear();
    others.clear();
    suspects.clear();
    running.values().forEach(Pending::giveUp);
  }
}
