package org.calmanchor.host;

import java.net.InetAddress;
import java.net.URI;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.web.event.ServedExchange;
import org.calmanchor.web.hosting.HostedSite;
import org.calmanchor.web.hosting.PathState;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A running host. Closing it lets running calls end, for a while, and frees the port. It is also
 * closed when the program ends.
 */
public final class RunningHost implements AutoCloseable {
  /** How long a connection is quiet before it is closed when the host stops. */
  private static final Duration QUIET = Duration.ofMillis(50);

  /** The same while others still send; a message in pieces may have pauses. */
  private static final Duration QUIET_IN_DRAIN = Duration.ofSeconds(1);

  private static final Logger LOG = LoggerFactory.getLogger(RunningHost.class);

  private final JettyServer server;
  private final SiteHandler handler;
  private final HostedSite hosted;
  private final Place place;
  private final Ending ending;
  private final int port;
  private final Thread atExit;
  private final AtomicBoolean isTold = new AtomicBoolean();
  private final CountDownLatch isStopping = new CountDownLatch(1);
  private final CompletableFuture<Boolean> stopped = new CompletableFuture<>();

  /**
   * Where the host is reached.
   *
   * @param isPrivate whether only this machine can reach it, as far as the settings say
   * @param health answers at the port of health; null if there is none
   */
  record Place(
      InetAddress address, boolean isTls, boolean isPrivate, @Nullable HealthServer health) {}

  /**
   * How the host ends.
   *
   * @param drainTime how long it serves on after the process was told to end
   * @param stopTime how long calls may take to end
   */
  record Ending(Duration drainTime, Duration stopTime) {}

  RunningHost(JettyServer server, SiteHandler handler, Place place, Ending ending) {
    this.handler = handler;
    this.hosted = handler.hosted();
    this.server = server;
    this.port = server.port();
    this.place = place;
    this.ending = ending;
    // Running calls must be answered when the process is told to end.
    this.atExit = new Thread(this::drain, "calm-anchor-stop");
    Runtime.getRuntime().addShutdownHook(atExit);
  }

  /** The port that it listens on. */
  public int port() {
    return port;
  }

  /** The URL of {@code path} for a browser on this machine. */
  public URI address(String path) {
    return URI.create((place.isTls() ? "https://" : "http://") + hostName() + ":" + port + path);
  }

  /**
   * The URL of the test page at {@code path} for a browser on this machine, with the key if that is
   * needed to see it.
   */
  public URI pageAddress(String path) {
    return address(path + hosted.pages().query());
  }

  /** Who sees test pages, for people, in a line. */
  public String pageNotice() {
    return hosted.pages().audience().sentence();
  }

  /** Whether only this machine can reach it, as far as its settings say. */
  public boolean isPrivate() {
    return place.isPrivate();
  }

  /** The URL at which the host says how it is: {@code ready}, {@code live} or {@code info}. */
  public URI healthAddress(String what) {
    HealthServer other = place.health();
    String path = hosted.health().path() + "/" + what;
    return other == null
        ? address(path)
        : URI.create("http://" + hostName() + ":" + other.port() + path);
  }

  private String hostName() {
    InetAddress address = place.address();
    if (address.isLoopbackAddress() || address.isAnyLocalAddress()) {
      return "localhost";
    }
    String host = address.getHostAddress();
    return host.contains(":") ? "[" + host + "]" : host;
  }

  /**
   * Waits until the host is closed.
   *
   * @throws InterruptedException when this thread is interrupted meanwhile
   */
  public void awaitClose() throws InterruptedException {
    server.join();
  }

  /** The calls that are running. */
  public RunningCalls calls() {
    return hosted.calls();
  }

  /**
   * The exchanges that have ended, the oldest first; none unless the host records them ({@link
   * SoapHost#recordExchanges}). Waits a second at most for calls whose answers are being sent.
   *
   * @throws InterruptedException when this thread is interrupted meanwhile
   */
  public List<ServedExchange> exchanges() throws InterruptedException {
    return hosted.exchanges();
  }

  /** The number of complete answers that wait for their readers. */
  int unsentCount() {
    return handler.unsentCount();
  }

  /**
   * Switches operations off: their callers get a fault that says so, and the index and the
   * service's page show it. Running calls end normally; the WSDL does not change.
   *
   * @param operations names of operations; no name means all at that path
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public void switchOff(String path, String... operations) {
    hosted.switchOff(path, operations);
  }

  /**
   * Switches operations on again.
   *
   * @param operations names of operations; no name means all at that path
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public void switchOn(String path, String... operations) {
    hosted.switchOn(path, operations);
  }

  /**
   * Puts the service at {@code path} into the index, or removes it there. It can be called as
   * before.
   *
   * @throws IllegalArgumentException when there is no such service
   */
  public void list(String path, boolean isInIndex) {
    hosted.list(path, isInIndex);
  }

  /** The state of each path now. */
  public List<PathState> states() {
    return hosted.states();
  }

  /** How much is used now of what the host has. */
  public HostLoad load() {
    RunningCalls calls = hosted.calls();
    Limits limits = hosted.limits();
    return new HostLoad(
        new HostLoad.Part(calls.count(), limits.value(Limit.CALLS)),
        new HostLoad.Part(server.connectionCount(), limits.value(Limit.CONNECTIONS)),
        new HostLoad.Part(hosted.sessionCount(), limits.value(Limit.SESSIONS)),
        calls.heldBytes(),
        calls.mostHeldBytes(),
        hosted.waitingPasswords(),
        calls.limitCounts().all());
  }

  /** Why the host is not ready; null if it is. */
  public @Nullable String reasonNotReady() {
    return hosted.health().reasonNotReady();
  }

  /** What answers its requests. */
  HostedSite hosted() {
    return hosted;
  }

  /**
   * Shows on open test pages why services could not be replaced. The former ones go on.
   *
   * @throws IllegalStateException when the host was started without {@link SoapHost#reloads}
   */
  public void reloadFailed(String problems) {
    hosted.reloadFailed(problems);
  }

  /**
   * Stops as the operator wants it: says that it is not ready and serves on for the drain time,
   * then answers every request whose head was read and asks clients to close their connections,
   * then stops. The program does this by itself when it is told to end. Waits until it is done,
   * also when another thread does it.
   *
   * @return false if calls were broken off because they took longer than the stop time, or answers
   *     could not be sent because their clients had closed the connection
   */
  public boolean drain() {
    hosted.health().stopping();
    boolean isFirst = isTold.compareAndSet(false, true);
    long drainSeconds = ending.drainTime().toSeconds();
    if (isFirst && drainSeconds > 0) {
      LOG.info("told to end: not ready any more, serving on for {} s", drainSeconds);
    }
    server.drain(ending.drainTime());
    try {
      if (!isStopping.await(ending.drainTime().toNanos(), TimeUnit.NANOSECONDS)) {
        LOG.debug("the drain time is over");
      }
    } catch (InterruptedException hurried) {
      Thread.currentThread().interrupt();
    }
    int runningCount = hosted.calls().running().size();
    if (isFirst && runningCount > 0) {
      long stopSeconds = ending.stopTime().toSeconds();
      LOG.info("stopping: {} calls run, and may end for {} s", runningCount, stopSeconds);
    }
    boolean areAnswered = stop(ending.drainTime().isZero() ? QUIET : QUIET_IN_DRAIN);
    long undelivered = handler.undeliveredCount();
    if (isFirst && drainSeconds > 0) {
      LOG.info(summary(areAnswered, undelivered));
    }
    return areAnswered && undelivered == 0;
  }

  private static String summary(boolean areAnswered, long undelivered) {
    if (!areAnswered) {
      return "stopped: calls were broken off";
    }
    return switch ((int) Math.min(undelivered, Integer.MAX_VALUE)) {
      case 0 -> "stopped: every call was answered";
      case 1 -> "stopped: one answer could not be sent, because its client had gone";
      default ->
          "stopped: " + undelivered + " answers could not be sent, because their clients had gone";
    };
  }

  /** Stops at once: lets running calls end, and frees the port. */
  @Override
  public void close() {
    stop(QUIET);
    try {
      Runtime.getRuntime().removeShutdownHook(atExit);
    } catch (IllegalStateException isEnding) {
      LOG.debug("the program ends, and closes its host as well", Loggable.failure(isEnding));
    }
  }

  private boolean stop(Duration quiet) {
    boolean isFirst;
    synchronized (isStopping) {
      isFirst = isStopping.getCount() > 0;
      isStopping.countDown();
    }
    if (isFirst) {
      boolean areAnswered = false;
      try {
        hosted.health().stopping();
        areAnswered = server.stop(ending.stopTime(), quiet);
      } finally {
        hosted.close();
        if (place.health() != null) {
          place.health().close();
        }
        stopped.complete(areAnswered);
      }
    }
    return stopped.join();
  }
}
