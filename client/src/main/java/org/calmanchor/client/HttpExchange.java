package org.calmanchor.client;

import static java.net.http.HttpResponse.BodyHandlers.ofInputStream;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.ConnectException;
import java.net.CookieHandler;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.security.cert.CertPathBuilderException;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.logging.Loggable;

/** One request over HTTP and its response, or why there is none. */
final class HttpExchange {
  private final CallSettings settings;
  private final String operation;

  /**
   * Creates an exchange.
   *
   * @param operation the operation's name, for messages
   */
  HttpExchange(CallSettings settings, String operation) {
    this.settings = settings;
    this.operation = operation;
  }

  /** Sends a request; the stage completes when the answer begins. */
  CompletableFuture<HttpResponse<InputStream>> begin(
      Map<String, String> headers, HttpRequest.BodyPublisher body) {
    return sent(headers, body, ofInputStream());
  }

  /** The timeout covers the whole answer, so an answer that arrives too slowly fails too. */
  CompletableFuture<HttpResponse<byte[]>> whole(
      Map<String, String> headers, HttpRequest.BodyPublisher body) {
    long most = settings.limits().value(Limit.BODY_BYTES);
    CompletableFuture<HttpResponse<byte[]>> sent = sent(headers, body, BufferedAnswer.upTo(most));
    CompletableFuture<HttpResponse<byte[]>> timed =
        sent.copy().orTimeout(settings.timeout().toNanos(), TimeUnit.NANOSECONDS);
    CompletableFuture<HttpResponse<byte[]>> unused =
        timed.whenComplete(
            (response, failed) -> {
              if (failed != null) {
                sent.cancel(true);
              }
            });
    return timed;
  }

  private <T> CompletableFuture<HttpResponse<T>> sent(
      Map<String, String> headers,
      HttpRequest.BodyPublisher body,
      HttpResponse.BodyHandler<T> handler) {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(settings.address()).timeout(settings.timeout()).POST(body);
    // A call that a service makes while it serves one belongs to the same trace.
    CallContext.ofThread().ifPresent(call -> call.trace().headers().forEach(request::setHeader));
    headers.forEach(request::setHeader);
    CookieHandler cookies = settings.cookies();
    if (cookies == null) {
      return settings.http().sendAsync(request.build(), handler);
    }
    sendCookies(cookies, request);
    return settings
        .http()
        .sendAsync(
            request.build(),
            head -> {
              keepCookies(cookies, head.headers());
              return handler.apply(head);
            });
  }

  private void sendCookies(CookieHandler cookies, HttpRequest.Builder request) {
    try {
      cookies
          .get(settings.address(), Map.of())
          .forEach((name, values) -> values.forEach(value -> request.header(name, value)));
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
  }

  private void keepCookies(CookieHandler cookies, HttpHeaders answered) {
    try {
      cookies.put(settings.address(), answered.map());
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
  }

  /**
   * Waits for an answer.
   *
   * @throws CompletionException around a {@link NoAnswerException} when there is none
   */
  <T> HttpResponse<T> waited(CompletableFuture<HttpResponse<T>> answer) {
    try {
      return answer.get();
    } catch (ExecutionException failed) {
      throw new CompletionException(unreached(failed));
    } catch (InterruptedException told) {
      answer.cancel(true);
      Thread.currentThread().interrupt();
      throw new CompletionException(
          new NoAnswerException(
              0, operation + ": this thread was interrupted while it waited for an answer.", told));
    }
  }

  /** The exception for a request that got no answer, whatever it is wrapped in. */
  NoAnswerException unreached(Throwable failed) {
    boolean isWrapped =
        failed instanceof CompletionException || failed instanceof ExecutionException;
    Throwable cause = isWrapped && failed.getCause() != null ? failed.getCause() : failed;
    String address = settings.address().toString();
    if (cause instanceof HttpTimeoutException || cause instanceof TimeoutException) {
      return new NoAnswerException(
          0,
          operation
              + ": "
              + address
              + " did not answer within "
              + settings.timeout().toMillis() / 1000.0
              + " s, the timeout.",
          cause);
    }
    if (cause instanceof ConnectException) {
      return new NoAnswerException(
          0,
          operation + ": no server answers at " + address + "; is it up, and is the port right?",
          cause);
    }
    if (isUntrusted(cause)) {
      return new NoAnswerException(
          0,
          operation
              + ": the certificate of "
              + address
              + " is of no authority that is trusted here. Is it the right server? If so, trust its"
              + " authority: TrustedCertificates in code, --ca FILE in the terminal.",
          cause);
    }
    String why = cause.getMessage() == null ? "" : ": " + Loggable.text(cause.getMessage());
    return new NoAnswerException(
        0, operation + ": the exchange with " + address + " broke off" + why + ".", cause);
  }

  private static boolean isUntrusted(Throwable failed) {
    for (Throwable at = failed; at != null; at = at.getCause()) {
      if (at instanceof CertPathBuilderException) {
        return true;
      }
    }
    return false;
  }
}
