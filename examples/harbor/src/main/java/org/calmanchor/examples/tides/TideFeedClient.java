package org.calmanchor.examples.tides;

import com.fasterxml.jackson.jr.ob.JSON;
import io.github.resilience4j.circuitbreaker.CallNotPermittedException;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import io.github.resilience4j.circuitbreaker.CircuitBreakerConfig;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import org.calmanchor.examples.tides.TidesUnavailable.Reason;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Asks the tide feed. It waits for so long and no longer, reads so much and no more, and after
 * several failures leaves the feed alone for a while, so that callers need not wait for nothing.
 */
final class TideFeedClient {
  private static final Logger LOG = LoggerFactory.getLogger(TideFeedClient.class);
  private static final int MOST_BYTES = 1_000_000;
  private static final int NOT_FOUND = 404;
  private static final int OK = 200;
  private static final int CALLS = 4;
  private static final float MOST_FAILED = 50;

  private final HttpClient http = HttpClient.newHttpClient();
  private final URI feed;
  private final Duration patience;
  private final Duration pause;
  private final CircuitBreaker circuit;
  private volatile long opened;

  /**
   * Creates a client.
   *
   * @param patience how long to wait for an answer
   * @param pause how long to leave a feed alone that has failed in half of its last four calls
   */
  TideFeedClient(URI feed, Duration patience, Duration pause) {
    this.feed = feed;
    this.patience = patience;
    this.pause = pause;
    this.circuit =
        CircuitBreaker.of(
            "tide-feed",
            CircuitBreakerConfig.custom()
                .slidingWindowSize(CALLS)
                .minimumNumberOfCalls(CALLS)
                .failureRateThreshold(MOST_FAILED)
                .waitDurationInOpenState(pause)
                .permittedNumberOfCallsInHalfOpenState(1)
                .build());
    circuit
        .getEventPublisher()
        .onStateTransition(
            change -> {
              if (change.getStateTransition().getToState() == CircuitBreaker.State.OPEN) {
                opened = System.nanoTime();
              }
            });
  }

  /** The next tides at a station; empty if the feed does not know the station. */
  CompletionStage<Optional<List<Tide>>> tides(String station, Instant from, int count) {
    String query =
        "tides?station=%s&from=%s&count=%d"
            .formatted(URLEncoder.encode(station, StandardCharsets.UTF_8), from, count);
    return ask(
        query, items -> items.stream().map(item -> TideFile.tide((Map<?, ?>) item)).toList());
  }

  /** The stations that the feed knows. */
  CompletionStage<List<String>> stations() {
    return ask("stations", items -> items.stream().map(String.class::cast).toList())
        .thenApply(known -> known.orElse(List.of()));
  }

  private <T> CompletionStage<Optional<List<T>>> ask(
      String query, Function<List<?>, List<T>> reader) {
    return circuit
        .executeCompletionStage(() -> send(query, reader))
        .exceptionallyCompose(failure -> CompletableFuture.failedFuture(fault(failure)));
  }

  private <T> CompletionStage<Optional<List<T>>> send(
      String query, Function<List<?>, List<T>> reader) {
    HttpRequest request =
        HttpRequest.newBuilder(feed.resolve(query)).timeout(patience).GET().build();
    CompletableFuture<HttpResponse<InputStream>> sent =
        http.sendAsync(request, HttpResponse.BodyHandlers.ofInputStream());
    // The timeout of the request ends with the head of the answer, this one with its last byte.
    return sent.thenApplyAsync(response -> read(response, reader))
        .orTimeout(patience.toMillis(), TimeUnit.MILLISECONDS)
        .whenComplete(
            (value, failure) -> {
              if (failure != null) {
                abandon(sent);
              }
            });
  }

  /** Ends a call of which nothing is wanted any more. */
  private static void abandon(CompletableFuture<HttpResponse<InputStream>> sent) {
    if (!sent.cancel(true) && !sent.isCompletedExceptionally()) {
      try {
        sent.join().body().close();
      } catch (IOException broken) {
        LOG.debug("the answer of the tide feed cannot be closed", broken);
      }
    }
  }

  private static <T> Optional<List<T>> read(
      HttpResponse<InputStream> response, Function<List<?>, List<T>> reader) {
    try (InputStream body = response.body()) {
      if (response.statusCode() == NOT_FOUND) {
        return Optional.empty();
      }
      if (response.statusCode() != OK) {
        throw failed(Reason.FAILED, "The tide feed answered with status " + response.statusCode());
      }
      byte[] bytes = body.readNBytes(MOST_BYTES);
      try {
        return Optional.of(reader.apply(JSON.std.listFrom(bytes)));
      } catch (IOException | RuntimeException nonsense) {
        throw failed(Reason.NONSENSE, "The tide feed answered something else than tides");
      }
    } catch (IOException broken) {
      throw new CompletionException(broken);
    }
  }

  private static CompletionException failed(Reason reason, String message) {
    return new CompletionException(new TidesUnavailable(message + ". Try again later.", reason, 1));
  }

  /** What a caller is told. */
  private TidesUnavailable fault(Throwable failure) {
    Throwable cause = failure;
    while (cause instanceof CompletionException && cause.getCause() != null) {
      cause = cause.getCause();
    }
    if (cause instanceof TidesUnavailable known) {
      return known;
    }
    if (cause instanceof CallNotPermittedException) {
      int seconds = secondsLeft();
      return new TidesUnavailable(
          "The tide feed has failed several times; it is asked again in " + seconds + " s.",
          Reason.PAUSED,
          seconds);
    }
    if (cause instanceof TimeoutException || cause instanceof HttpTimeoutException) {
      return new TidesUnavailable(
          "The tide feed did not answer within %s s. Try again later."
              .formatted(patience.toMillis() / 1000.0),
          Reason.SLOW,
          1);
    }
    return new TidesUnavailable(
        "The tide feed cannot be reached. Try again later.", Reason.DOWN, 1);
  }

  private int secondsLeft() {
    long left = pause.toNanos() - (System.nanoTime() - opened);
    return (int) Math.max(1, Math.round(left / 1e9));
  }
}
