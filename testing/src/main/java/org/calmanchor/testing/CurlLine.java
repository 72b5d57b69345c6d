package org.calmanchor.testing;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The call that a command shows as a line for curl.
 *
 * @param address where it goes
 * @param header the name of its one header
 * @param value the value of that header
 * @param body what it sends
 */
public record CurlLine(URI address, String header, String value, String body) {
  private static final Pattern LINE = Pattern.compile("curl -s (\\S+) -H '(.*?): (.*?)' -d '(.*)'");

  /** The first such line in what a command said. */
  public static CurlLine in(String said) {
    Matcher line = LINE.matcher(said);
    if (!line.find()) {
      throw new AssertionError("no line for curl in: " + said);
    }
    String body = line.group(4).replace("'\\''", "'");
    return new CurlLine(URI.create(line.group(1)), line.group(2), line.group(3), body);
  }

  /** Does what it says; the body of the answer. */
  public String send() throws IOException, InterruptedException {
    HttpRequest request =
        HttpRequest.newBuilder(address)
            .header(header, value)
            .POST(BodyPublishers.ofString(body))
            .build();
    return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
  }
}
