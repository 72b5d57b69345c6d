package org.calmanchor.fuzz;

import com.code_intelligence.jazzer.api.FuzzedDataProvider;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.CheckFileException;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.EndpointSettings;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.web.HostedService;
import org.calmanchor.web.PageAccess;
import org.calmanchor.web.PageAudience;
import org.calmanchor.web.Site;
import org.calmanchor.web.SiteSettings;

/**
 * Whatever is sent, by whatever headers: it is answered, by a status that there is, and nothing of
 * the program's inside is in the answer. Without JAZZER_FUZZ=1 only kept inputs are tried.
 */
class SiteFuzzTest {
  private static final Pattern INSIDE =
      Pattern.compile(
          "java\\.|javax\\.|org\\.calmanchor|wstx|aalto|Exception|\\tat |secret", Pattern.DOTALL);

  private static final Limits SMALL =
      Limits.DEFAULT
          .with(Limit.BODY_BYTES, 64 << 10)
          .with(Limit.DEPTH, 30)
          .with(Limit.TEXT_LENGTH, 2_000);

  private static final Endpoint ENDPOINT = Endpoint.of(new Chandlery());
  private static final Site STRICT = site(false, true);
  private static final Site LENIENT = site(true, true);
  private static final Site CLOSED = site(false, false);
  private static final DynamicMessages TREES = DynamicMessages.of(ENDPOINT.contracts().get(0));

  private static final List<String> QUESTIONS =
      List.of("request", "values", "answer", "compare", "expect", "check", "checks", "exchanges");

  private static final List<String> TYPES =
      List.of(
          "text/xml",
          "text/xml; charset=utf-8",
          "application/soap+xml; charset=\"utf-8\"; action=\"urn:x\"",
          "text/xml; charset=iso-8859-1",
          "text/xml; charset=utf-16",
          "application/json");

  private static final List<String> QUERIES =
      List.of(
          "wsdl", "xsd=1", "page=", "page=request&service=", "explained", "service=", "&", "%2");

  /** By name, as a map that keeps its order: what a found case means must not change. */
  private static final Map<String, List<String>> LIKELY =
      new TreeMap<>(
          Map.of(
              "content-type",
              TYPES,
              "soapaction",
              List.of("\"urn:x\"", "\"\"", "urn:lanternquay:chandlery:Chandlery:all"),
              "accept-encoding",
              List.of("gzip", "gzip;q=0", "*;q=0.5, identity", "gzip, deflate, br"),
              "content-encoding",
              List.of("gzip", "identity", "gzip, gzip"),
              "host",
              List.of(
                  "localhost", "127.0.0.1:8080", "[::1]:8080", "lanternquay.test", "localhost:"),
              "origin",
              List.of("http://localhost:8080", "null", "http://lanternquay.test"),
              "sec-fetch-site",
              List.of("same-origin", "cross-site", "none")));

  private static final byte[] FINE =
      TREES.request(
          "o", SoapVersion.SOAP_1_1, Map.of("word", "1"), Map.of(), DynamicMessages.Layout.COMPACT);

  private static Site site(boolean isLenient, boolean showsPages) {
    EndpointSettings given = EndpointSettings.DEFAULT;
    EndpointSettings settings =
        new EndpointSettings(SMALL, isLenient, List.of(), given.headerHandlers(), given.calls());
    return new Site(
        List.of(new HostedService("/c", ENDPOINT.with(settings))),
        SiteSettings.of(RunningCalls.UNWATCHED)
            .pages(PageAccess.of(showsPages ? PageAudience.EVERYBODY : PageAudience.NOBODY), null)
            .compressionRatio(SMALL.value(Limit.COMPRESSION_RATIO))
            .exchanges(true, 0)
            .build());
  }

  /** A message, sent as most would. */
  @FuzzTest(maxDuration = "10s")
  void answersEveryMessage(FuzzedDataProvider data) throws IOException {
    boolean isLengthKnown = data.consumeBoolean();
    boolean isLenient = data.consumeBoolean();
    boolean isCompressed = data.consumeBoolean();
    Map<String, String> headers = new HashMap<>();
    headers.put("content-type", data.pickValue(TYPES));
    byte[] plain = data.consumeRemainingAsBytes();
    byte[] body = plain;
    if (isCompressed) {
      headers.put("content-encoding", "gzip");
      headers.put("accept-encoding", "gzip");
      body = gzip(plain);
    }
    Sent sent = new Sent("POST", null, headers, body, isLengthKnown);
    sent.plain = plain;
    send(sent, isLenient ? LENIENT : STRICT);
  }

  /** Headers and queries, with a message that would be fine. */
  @FuzzTest(maxDuration = "20s")
  void answersEveryHead(FuzzedDataProvider data) throws IOException {
    String method = data.pickValue(new String[] {"POST", "GET", "HEAD", "OPTIONS", "PUT"});
    String query = data.consumeBoolean() ? either(data, QUERIES) : null;
    Map<String, String> headers = new HashMap<>();
    LIKELY.forEach(
        (name, values) -> {
          if (data.consumeBoolean()) {
            headers.put(name, either(data, values));
          }
        });
    byte[] body = data.consumeBoolean() ? FINE : data.consumeRemainingAsBytes();
    // To draw a whole page takes a hundred times as long, and no header has a part in it.
    boolean isPage = query == null || query.contains("service") || query.contains("explained");
    send(new Sent(method, query, headers, body, true), isPage ? CLOSED : STRICT);
  }

  /** A likely text, or any other, or something of both. */
  private static String either(FuzzedDataProvider data, List<String> likely) {
    String any = data.consumeString(40);
    return switch (data.consumeInt(0, 3)) {
      case 0 -> any;
      case 1 -> data.pickValue(likely) + any;
      case 2 -> any + data.pickValue(likely);
      default -> data.pickValue(likely);
    };
  }

  /** What only says that it is gzip, or is for a while: heads, names and blocks of any kind. */
  @FuzzTest(maxDuration = "20s")
  void answersEveryCompressedMessage(FuzzedDataProvider data) throws IOException {
    boolean isRepaired = data.consumeBoolean();
    byte[] body = data.consumeRemainingAsBytes();
    if (isRepaired && body.length > 2) {
      // Else most inputs would end at the first two bytes.
      body[0] = 0x1F;
      body[1] = (byte) 0x8B;
      body[2] = 8;
    }
    Map<String, String> headers = new HashMap<>();
    headers.put("content-type", "text/xml");
    headers.put("content-encoding", "gzip");
    send(new Sent("POST", null, headers, body, true), STRICT);
  }

  /** Check files come from anybody who may write into a folder. */
  @FuzzTest(maxDuration = "20s")
  void readsEveryCheckFile(FuzzedDataProvider data) {
    String yaml = data.consumeRemainingAsString();
    try {
      for (Check check : CheckFile.read("fuzz.yaml", yaml)) {
        if (!CheckFile.read("again.yaml", CheckFile.write(check)).contains(check)) {
          throw new AssertionError("is not read as it was written: " + check);
        }
      }
    } catch (CheckFileException | IllegalArgumentException told) {
      if (told.getMessage() == null) {
        throw new AssertionError("says nothing", told);
      }
    }
  }

  /** What a page may ask, as anybody on this machine can ask it. */
  @FuzzTest(maxDuration = "20s")
  void answersEveryQuestion(FuzzedDataProvider data) throws IOException {
    String what = data.pickValue(QUESTIONS);
    Map<String, String> headers = new HashMap<>();
    headers.put("content-type", "application/json");
    headers.put("sec-fetch-site", "same-origin");
    byte[] body = data.consumeRemainingAsBytes();
    Sent sent = new Sent("POST", "page=" + what, headers, body, true);
    send(sent, STRICT);
    if (sent.status >= 500) {
      throw new AssertionError("status " + sent.status);
    }
  }

  /** What a service answers is read by pages and checks: it must not harm them either. */
  @FuzzTest(maxDuration = "20s")
  void readsEveryAnswer(byte[] answer) {
    if (TREES.answer("all", answer) == null) {
      throw new AssertionError("no outcome");
    }
  }

  private static byte[] gzip(byte[] bytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (OutputStream gzip = new GZIPOutputStream(out)) {
      gzip.write(bytes);
    }
    return out.toByteArray();
  }

  private static void send(Sent sent, Site site) throws IOException {
    site.handle(sent, sent).toCompletableFuture().join();
    if (sent.aborted) {
      // Only an answer beyond the response buffer may end so; messages here are shorter.
      throw new AssertionError("broken off");
    }
    if (sent.status < 200 || sent.status > 599) {
      throw new AssertionError("status " + sent.status);
    }
    // The Java call that the page copies has to name classes.
    String answer = text(sent).replaceFirst("\"java\":\"(?:\\\\.|[^\"\\\\])*+\"", "");
    // What an answer repeats of the message is the sender's own.
    if (INSIDE.matcher(answer).find() && !INSIDE.matcher(sent.everything()).find()) {
      throw new AssertionError("shows its inside: " + answer);
    }
  }

  private static String text(Sent sent) throws IOException {
    byte[] bytes = sent.answer.toByteArray();
    if (sent.responseHeaders.indexOf("Content-Encoding: gzip") >= 0) {
      try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(bytes))) {
        bytes = in.readAllBytes();
      }
    }
    return new String(bytes, StandardCharsets.UTF_8);
  }
}
