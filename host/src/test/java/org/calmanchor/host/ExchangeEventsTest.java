package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Pages follow the exchanges of a path by server-sent events. */
class ExchangeEventsTest {
  private static final int MOST = 20;

  private final HttpClient client =
      HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

  private HttpResponse<InputStream> follow(RunningHost host, String... header) throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(host.address("/light") + "?page=events"));
    if (header.length > 0) {
      request.headers(header);
    }
    return client.send(request.build(), BodyHandlers.ofInputStream());
  }

  private static String line(HttpResponse<InputStream> stream) throws Exception {
    BufferedReader lines =
        new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.US_ASCII));
    return String.valueOf(lines.readLine());
  }

  @Test
  void tellOfNewExchangesToTwentyPagesAndEndWithTheHost() throws Exception {
    RunningHost host =
        SoapHost.onPort(0).serve("/light", new Lighthouse()).keepExchanges(true).start();
    List<HttpResponse<InputStream>> streams = new ArrayList<>();
    try (host) {
      for (int i = 0; i < MOST; i++) {
        HttpResponse<InputStream> stream = follow(host);
        assertThat(stream.headers().firstValue("Content-Type")).contains("text/event-stream");
        assertThat(line(stream)).isEqualTo("data: exchanges");
        streams.add(stream);
      }
      HttpResponse<InputStream> tooMany = follow(host);
      assertThat(tooMany.statusCode()).isEqualTo(503);
      HttpRequest call =
          HttpRequest.newBuilder(host.address("/light"))
              .header("Content-Type", "text/xml")
              .POST(HttpRequest.BodyPublishers.ofString("<no-envelope/>"))
              .build();
      assertThat(client.send(call, BodyHandlers.discarding()).statusCode()).isEqualTo(500);
      String told = "";
      InputStream first = streams.get(0).body();
      while (!told.contains("data: exchanges")) {
        byte[] some = new byte[100];
        int count = first.read(some);
        assertThat(count).isPositive();
        told += new String(some, 0, count, StandardCharsets.US_ASCII);
      }
      streams.get(1).body().close();
    }
    for (HttpResponse<InputStream> stream : streams.subList(2, MOST)) {
      stream.body().readAllBytes();
    }
  }

  @Test
  void areForPagesOfThisHostOnly() throws Exception {
    try (RunningHost host =
        SoapHost.onPort(0).serve("/light", new Lighthouse()).keepExchanges(true).start()) {
      assertThat(follow(host, "Sec-Fetch-Site", "cross-site").headers().firstValue("Content-Type"))
          .contains("text/plain; charset=utf-8");
    }
    try (RunningHost host = SoapHost.onPort(0).serve("/light", new Lighthouse()).start()) {
      assertThat(follow(host).headers().firstValue("Content-Type"))
          .contains("text/plain; charset=utf-8");
    }
  }
}
