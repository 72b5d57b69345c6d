package org.calmanchor.cli;

import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.channels.UnresolvedAddressException;
import java.security.cert.CertificateException;
import java.time.Duration;
import javax.net.ssl.SSLHandshakeException;
import org.calmanchor.core.document.DocumentSource;
import org.jspecify.annotations.Nullable;

/**
 * Fetches documents by HTTP. Redirects are not followed, because they could lead anywhere. Not safe
 * for several threads.
 */
final class HttpDocuments implements DocumentSource {
  /** For the head of the answer, and again for its body. */
  private static final Duration MOST_TIME = Duration.ofSeconds(30);

  private final TrustOptions trust;
  private @Nullable HttpClient client;

  HttpDocuments(TrustOptions trust) {
    this.trust = trust;
  }

  /** Made when it is needed: it takes a fourth of a second, and most documents are files. */
  private HttpClient client() {
    HttpClient known = client;
    if (known == null) {
      HttpClient.Builder builder =
          HttpClient.newBuilder()
              .followRedirects(HttpClient.Redirect.NEVER)
              .connectTimeout(Duration.ofSeconds(10));
      trust.context().ifPresent(builder::sslContext);
      known = builder.build();
      client = known;
    }
    return known;
  }

  private static boolean isUntrusted(SSLHandshakeException failed) {
    Throwable cause = failed;
    while (cause != null && !(cause instanceof CertificateException)) {
      cause = cause.getCause();
    }
    return cause != null;
  }

  private static boolean isUnresolved(ConnectException failed) {
    Throwable cause = failed;
    while (cause != null && !(cause instanceof UnresolvedAddressException)) {
      cause = cause.getCause();
    }
    return cause != null;
  }

  @Override
  public InputStream open(URI location) throws IOException {
    try {
      HttpResponse<InputStream> response =
          client()
              .send(
                  HttpRequest.newBuilder(location).timeout(MOST_TIME).build(),
                  HttpResponse.BodyHandlers.ofInputStream());
      if (response.statusCode() == 200) {
        return new TimedInput(response.body(), MOST_TIME);
      }
      response.body().close();
      String target = response.headers().firstValue("Location").orElse("");
      throw new IOException(
          "the server answers "
              + response.statusCode()
              + (target.isEmpty() ? "." : " and refers to " + target + "."));
    } catch (SSLHandshakeException untrusted) {
      throw new IOException(
          isUntrusted(untrusted)
              ? "the certificate of its server is not trusted here. If a private authority has"
                  + " issued it, add --ca FILE."
              : "TLS with its server failed: " + untrusted.getMessage(),
          untrusted);
    } catch (HttpTimeoutException silent) {
      throw new IOException(
          "there was no answer within " + MOST_TIME.toSeconds() + " seconds.", silent);
    } catch (ConnectException unreachable) {
      throw new IOException(
          isUnresolved(unreachable)
              ? "there is no host " + location.getHost() + "."
              : "nothing answers at " + location.getAuthority() + ".",
          unreachable);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("reading was interrupted.", stopped);
    } catch (IllegalArgumentException unusable) {
      throw new IOException("its URL cannot be used.", unusable);
    }
  }
}
