package org.calmanchor.web.health;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.http.BufferedResponse;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Whether a host is alive and ready, at three paths: {@code live} (200 as long as the process
 * answers), {@code ready} (200, or 503 with the reason), {@code info} (the build, as JSON). They
 * need no slot, so that they answer under full load. Safe for any number of threads.
 */
public final class Health {
  private static final Logger LOG = LoggerFactory.getLogger(Health.class);
  private static final long ASK_AGAIN_NANOS = TimeUnit.SECONDS.toNanos(1);

  private final String path;
  private final Map<String, String> build;
  private volatile List<Readiness> services = List.of();
  private final List<Readiness> others = new CopyOnWriteArrayList<>();
  private volatile List<OperatorReport> reports = List.of();
  private volatile State state = State.STARTING;
  private volatile @Nullable Asked asked;

  /** What the host is doing. */
  private enum State {
    STARTING("it is starting"),
    SERVING(null),
    STOPPING("it is stopping");

    private final @Nullable String reason;

    State(@Nullable String reason) {
      this.reason = reason;
    }
  }

  /** What the services said, and when. */
  private record Asked(long nanos, @Nullable String reason) {}

  /**
   * Creates the health of a host that is starting.
   *
   * @param path what the three paths begin with, such as /health
   * @param build what was built, and when, by names for the operator
   */
  public Health(String path, Map<String, String> build) {
    this.path = requirePath(path);
    this.build = new LinkedHashMap<>(build);
  }

  /**
   * Checks a path, and returns it.
   *
   * @throws IllegalArgumentException when it cannot be one
   */
  public static String requirePath(String path) {
    if (!path.matches("(/[\\w.-]+)+")) {
      throw new IllegalArgumentException(
          "the path of health begins with a slash, such as /health, not \"" + path + "\"");
    }
    return path;
  }

  /** What the three paths begin with. */
  public String path() {
    return path;
  }

  /** Asks these, too, whatever services there are. */
  public void alsoAsks(List<? extends Readiness> parts) {
    others.addAll(parts);
  }

  /** Tells these, too. */
  public void alsoTells(List<OperatorReport> more) {
    this.reports = List.copyOf(more);
  }

  /** From now on the host serves calls, and is ready if these services are. */
  public void serving(List<Readiness> asked) {
    this.services = List.copyOf(asked);
    this.asked = null;
    if (state == State.STARTING) {
      state = State.SERVING;
    }
  }

  /** From now on the host is not ready any more. */
  public void stopping() {
    state = State.STOPPING;
  }

  /** Why the host is not ready; null if it is. */
  public @Nullable String reasonNotReady() {
    State now = state;
    if (now.reason != null) {
      return now.reason;
    }
    Asked known = asked;
    if (known == null || System.nanoTime() - known.nanos() > ASK_AGAIN_NANOS) {
      known = new Asked(System.nanoTime(), ask());
      asked = known;
    }
    return known.reason();
  }

  private @Nullable String ask() {
    List<Readiness> all = new ArrayList<>(others);
    all.addAll(services);
    for (Readiness service : all) {
      try {
        String reason = service.reasonNotReady();
        if (reason != null) {
          return reason;
        }
      } catch (RuntimeException | Error failed) {
        LOG.error("a service could not say whether it is ready", Loggable.failure(failed));
        return "a service could not say whether it is ready";
      }
    }
    return null;
  }

  /** Whether a path is one of the three, or that of a report. */
  public boolean isAt(String asked) {
    return report(asked) != null || isOwn(asked);
  }

  private @Nullable OperatorReport report(String asked) {
    for (OperatorReport report : reports) {
      if (report.path().equals(asked)) {
        return report;
      }
    }
    return null;
  }

  private boolean isOwn(String asked) {
    return asked.length() > path.length() + 1
        && asked.startsWith(path)
        && asked.charAt(path.length()) == '/'
        && List.of("live", "ready", "info").contains(asked.substring(path.length() + 1));
  }

  /**
   * Answers a request to one of the three paths, or to that of a report.
   *
   * @param tellsBuild whether those who ask may know what was built
   * @throws IOException when the caller has gone
   */
  public void answer(HttpRequest request, HttpResponse response, boolean tellsBuild)
      throws IOException {
    BufferedResponse packed = new BufferedResponse(request, response);
    packed.header("Cache-Control", "no-store");
    if (!request.method().equals("GET") && !request.method().equals("HEAD")) {
      packed.header("Allow", "GET, HEAD");
      PageResponses.plain(packed, 405, "Allowed here: GET, HEAD");
    } else {
      OperatorReport report = report(request.path());
      if (report != null) {
        tell(report, packed, tellsBuild);
      } else {
        answerOwn(request.path().substring(path.length() + 1), packed, tellsBuild);
      }
    }
    packed.close();
  }

  private void ready(BufferedResponse packed) throws IOException {
    String reason = reasonNotReady();
    if (reason == null) {
      PageResponses.plain(packed, 200, "ready");
    } else {
      PageResponses.plain(packed, 503, "not ready: " + reason);
    }
  }

  private void answerOwn(String asked, BufferedResponse packed, boolean tellsBuild)
      throws IOException {
    switch (asked) {
      case "live" -> PageResponses.plain(packed, 200, "live");
      case "ready" -> ready(packed);
      default -> {
        byte[] json = JSON.std.asString(build).getBytes(StandardCharsets.UTF_8);
        tell(new OperatorReport(asked, "application/json", () -> json), packed, tellsBuild);
      }
    }
  }

  private static void tell(OperatorReport report, BufferedResponse packed, boolean isAllowed)
      throws IOException {
    if (isAllowed) {
      PageResponses.send(packed, 200, report.mediaType(), report.content().get());
    } else {
      PageResponses.plain(
          packed, 404, "This is told only where pages are shown, or at a port of health.");
    }
  }
}
