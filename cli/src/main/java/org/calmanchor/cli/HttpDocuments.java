package org.calmanchor.cli;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import org.calmanchor.core.document.DocumentSource;
import org.jspecify.annotations.Nullable;

/**
 * Fetches documents by HTTP. Redirects are not followed, because they could lead anywhere. Not safe
 * for several threads.
 */
final class HttpDocuments implements DocumentSource {
  private static final Duration MOST_TIME = Duration.ofSeconds(30);

  private @Nullable HttpClient client;

  /** Made when it is needed: it takes a fourth of a second, and most documents are files. */
  private HttpClient client() {
    HttpClient known = client;
    if (known == null) {
      known =
          HttpClient.newBuilder()
              .followRedirects(HttpClient.Redirect.NEVER)
              .connectTimeout(Duration.ofSeconds(10))
              .build();
      client = known;
    }
    return known;
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
        return response.body();
      }
      response.body().close();
      String target = response.headers().firstValue("Location").orElse("");
      throw new IOException(
          "the server answers "
              + response.statusCode()
              + (target.isEmpty() ? "." : " and refers to " + target + "."));
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("reading was interrupted.", stopped);
    } catch (IllegalArgumentException unusable) {
      throw new IOException("its URL cannot be used.", unusable);
    }
  }
}
