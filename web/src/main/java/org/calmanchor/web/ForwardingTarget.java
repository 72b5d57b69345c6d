package org.calmanchor.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.web.page.ServiceSite;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Forwards messages to one service, and to no other address. Redirects are not followed. */
final class ForwardingTarget implements ServiceTarget {
  private static final Logger LOG = LoggerFactory.getLogger(ForwardingTarget.class);
  private static final int MOST_BYTES = 64 << 20;
  private static final Duration MOST_TIME = Duration.ofSeconds(100);
  private static final List<String> FORWARDED = List.of("SOAPAction", "Authorization");

  private final ForwardedService service;
  private final HttpClient client;

  ForwardingTarget(ForwardedService service) {
    this.service = service;
    this.client =
        HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .followRedirects(HttpClient.Redirect.NEVER)
            .connectTimeout(Duration.ofSeconds(10))
            .build();
  }

  @Override
  public CompletionStage<Void> handle(Request request, Response response) {
    URI address = address(request.contentType());
    HttpRequest sent;
    try (InputStream body = request.body()) {
      byte[] message = body.readNBytes(MOST_BYTES + 1);
      if (message.length > MOST_BYTES) {
        return refused(
            response, 413, "A message of at most " + MOST_BYTES + " bytes is forwarded.");
      }
      sent = forwarded(address, request, message);
    } catch (Refusal refusal) {
      return refused(response, refusal.status(), refusal.sentence());
    } catch (IOException | IllegalArgumentException unreadable) {
      return refused(response, 400, "The message could not be read.");
    }
    try {
      answer(client.send(sent, HttpResponse.BodyHandlers.ofInputStream()), response);
      return CompletableFuture.completedFuture(null);
    } catch (IOException unreachable) {
      LOG.info("a message could not be forwarded", Loggable.failure(unreachable));
      return refused(
          response, 502, "The service at " + address + " could not be reached, or did not answer.");
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return refused(response, 503, "The host is stopping.");
    }
  }

  private URI address(@Nullable String contentType) {
    boolean is12 =
        contentType != null
            && contentType.toLowerCase(Locale.ROOT).startsWith("application/soap+xml");
    URI address = service.addresses().get(is12 ? SoapVersion.SOAP_1_2 : SoapVersion.SOAP_1_1);
    return address == null ? service.addresses().values().iterator().next() : address;
  }

  private static HttpRequest forwarded(URI address, Request request, byte[] message) {
    HttpRequest.Builder sent =
        HttpRequest.newBuilder(address)
            .timeout(MOST_TIME)
            .POST(HttpRequest.BodyPublishers.ofByteArray(message));
    String contentType = request.contentType();
    if (contentType != null) {
      sent.header("Content-Type", contentType);
    }
    for (String name : FORWARDED) {
      String value = request.header(name);
      if (value != null) {
        sent.header(name, value);
      }
    }
    return sent.build();
  }

  private static void answer(HttpResponse<InputStream> answer, Response response)
      throws IOException {
    try (InputStream body = answer.body()) {
      response.begin(answer.statusCode(), answer.headers().firstValue("Content-Type").orElse(null));
      try (OutputStream out = response.output()) {
        body.transferTo(out);
      }
    } catch (IOException broken) {
      // A part was sent already: the caller must not take it for the whole.
      LOG.info("a forwarded answer broke off", Loggable.failure(broken));
      response.abort();
    }
  }

  private static CompletionStage<Void> refused(Response response, int status, String sentence) {
    response.begin(status, "text/plain; charset=utf-8");
    try (OutputStream out = response.output()) {
      out.write((sentence + "\n").getBytes(StandardCharsets.UTF_8));
    } catch (IOException gone) {
      LOG.debug("the caller did not wait for its answer", Loggable.failure(gone));
    }
    return CompletableFuture.completedFuture(null);
  }

  @Override
  public List<ServiceSite> sites(String path) {
    return List.of(
        new ServiceSite(
            path,
            service.contract(),
            service.document(),
            service.addresses().values().stream().distinct().sorted().toList()));
  }

  @Override
  public Set<String> switchedOff() {
    return Set.of();
  }
}
