package org.calmanchor.web;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.web.exchange.RecordedText;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the page asks of the server, without a browser. */
class QuestionsTest {
  private static final String HOSTILE = "<script>alert(1)</script>\"'&";

  /** A lock-keeper. */
  @PortType(namespace = "urn:lanternquay:locks", doc = HOSTILE)
  public static class Lock {
    public record Passage(int number, @Element(nillable = true, doc = HOSTILE) String remark) {}

    @Operation(name = "passThrough", doc = HOSTILE)
    public Passage pass(Passage passage, String password) {
      return passage;
    }

    @Operation(oneWay = true)
    public void ring(String bell) {}
  }

  @TempDir private Path folder;

  private Site site() {
    return new Site(
        List.of(new HostedService("/lock", Endpoint.of(new Lock()))),
        SiteSettings.of(RunningCalls.UNWATCHED)
            .pages(PageAccess.of(PageAudience.EVERYBODY), folder.resolve("kept"))
            .exchanges(true, 0)
            .build());
  }

  private static Map<String, Object> ask(Site site, String what, Map<String, ?> question)
      throws IOException {
    Exchange asked =
        Exchange.post(
                "/lock?page=" + what,
                "application/json",
                JSON.std.asString(question).getBytes(StandardCharsets.UTF_8))
            .on(site);
    return JSON.std.mapFrom(asked.answer());
  }

  private static final Map<String, Object> NIL_PASSAGE =
      Map.of(
          "operation", "passThrough",
          "version", "SOAP 1.1",
          "values",
              Map.of(
                  "passage",
                  Map.of("number", "7", "remark", Map.of("xsi:nil", "true")),
                  "password",
                  "swordfish"));

  private static String send(Site site, String envelope) throws IOException {
    return Exchange.post("/lock", "text/xml", envelope.getBytes(StandardCharsets.UTF_8))
        .with("Sec-Fetch-Site", "same-origin")
        .with("Authorization", "Basic x")
        .on(site)
        .answer();
  }

  @Test
  void carriesNilBothWaysAndReadsBackWhatItWrote() throws IOException {
    Site site = site();
    Map<String, Object> request = ask(site, "request", NIL_PASSAGE);
    String envelope = (String) request.get("envelope");
    assertThat(envelope).contains("<tns:remark xsi:nil=\"true\"/>");
    assertThat(request.get("java").toString())
        .contains(
            "TypedClient.of(Lock.class, URI.create(\"http://localhost:8080/lock\"))",
            "client.proxy().pass(new Passage(7, null), \"swordfish\");");
    assertThat(ask(site, "values", Map.of("message", envelope)))
        .containsEntry("operation", "passThrough")
        .containsEntry("values", NIL_PASSAGE.get("values"));
    String answer = send(site, envelope);
    Map<String, Object> outcome =
        ask(site, "answer", Map.of("operation", "passThrough", "message", answer));
    assertThat(outcome.get("nodes").toString()).contains("name=remark, type=string, nil=true");
    String expect =
        (String)
            ask(site, "expect", Map.of("operation", "passThrough", "message", answer)).get("text");
    assertThat(expect).contains("number: 7", "xsi:nil: true");
    assertThat(ask(site, "values", Map.of("message", "<a/>")).get("error").toString())
        .contains("a SOAP Envelope");
  }

  @Test
  void keepsAndComparesChecks() throws IOException {
    Site site = site();
    assertThat(ask(site, "checks", Map.of()))
        .containsEntry("isKept", true)
        .containsEntry("checks", List.of());
    Map<String, Object> check =
        Map.of(
            "name",
            "A bell",
            "operation",
            "ring",
            "version",
            "SOAP 1.2",
            "values",
            Map.of("bell", "big"),
            "expect",
            "accepted");
    assertThat(ask(site, "keep", check)).containsEntry("file", "lock-a-bell.yaml");
    assertThat(ask(site, "keep", check).get("error").toString())
        .contains("nothing was overwritten");
    assertThat(ask(site, "checks", Map.of()).get("checks").toString())
        .isEqualTo(
            "[{name=A bell, operation=ring, version=SOAP 1.2, values={bell=big},"
                + " headerBlocks={}, expect=accepted}]");
    assertThat(
            ask(
                site,
                "compare",
                Map.of(
                    "operation",
                    "ring",
                    "version",
                    "SOAP 1.1",
                    "expect",
                    "accepted",
                    "message",
                    "")))
        .containsEntry("differences", List.of());
    assertThat(
            ask(
                    site,
                    "compare",
                    Map.of(
                        "operation", "ring", "version", "SOAP 1.1", "expect", "no", "message", ""))
                .get("error")
                .toString())
        .startsWith("expected:1: \"expect\" holds result, fault");
    Files.writeString(folder.resolve("kept/other.yaml"), "check: x\nservice: Other\n");
    assertThat(ask(site, "checks", Map.of()).get("error").toString())
        .isEqualTo("other.yaml:1: \"operation\" is missing.");
  }

  @Test
  void saysThatTheFolderCannotBeUsedButNotWhereItIs() throws IOException {
    Files.writeString(folder.resolve("kept"), "a file where the folder should be");
    Map<String, Object> check =
        Map.of("name", "A bell", "operation", "ring", "version", "SOAP 1.1", "expect", "accepted");
    assertThat(ask(site(), "keep", check).get("error").toString())
        .startsWith("The folder for checks cannot be used")
        .doesNotContain(folder.toString());
  }

  @Test
  void showsTheLastExchangesWithoutTheirSecrets() throws IOException {
    Site site = site();
    String envelope = (String) ask(site, "request", NIL_PASSAGE).get("envelope");
    for (int i = 0; i < 60; i++) {
      send(site, envelope);
    }
    Map<String, Object> log = ask(site, "exchanges", Map.of());
    List<?> exchanges = (List<?>) log.get("exchanges");
    assertThat(exchanges.size()).isBetween(20, 50);
    assertThat((int) log.get("passedOver")).isPositive();
    assertThat(exchanges.get(0).toString())
        .contains("isPage=true", "status=200", "Server-Timing=call;dur=")
        .contains(
            "<tns:password>\u2022\u2022\u2022</tns:password>", "authorization=\u2022\u2022\u2022")
        .doesNotContain("swordfish", "Basic x");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "UTF-16LE|text/xml; charset=utf-16le",
        "UTF-16BE|text/xml",
        "UTF-16|text/xml; charset=utf-8",
        "windows-1252|text/xml; charset=windows-1252",
        "ISO-8859-1|",
        "UTF-8|text/xml; charset=nobody-knows"
      })
  void showsWhatWasSentInAnyCharset(String charset, String contentType) {
    String sent = "<?xml version='1.0' encoding='%s'?><name>K\u00e4te</name>".formatted(charset);
    byte[] kept = sent.getBytes(Charset.forName(charset));
    assertThat(RecordedText.of(kept, null, contentType, false)).isEqualTo(sent);
  }

  @ParameterizedTest
  @CsvSource({"/lock", "/lock?wsdl", "/calm-anchor/page.css"})
  void packsPagesAndDocumentsForThoseWhoLikeIt(String target) throws IOException {
    String plain = Exchange.get(target).on(site()).answer();
    Exchange packed = Exchange.get(target).with("Accept-Encoding", "gzip").on(site());
    assertThat(packed.headers).containsEntry("Content-Encoding", "gzip");
    assertThat(packed.unpacked()).isEqualTo(plain);
  }

  @ParameterizedTest
  @CsvSource({"/", "/lock", "/lock?explained", "/lock?explained&download", "/nowhere"})
  void escapesWhateverDevelopersWrite(String target) throws IOException {
    String page = Exchange.get(target).on(site()).answer();
    assertThat(page).contains("&lt;script&gt;alert").doesNotContain("<script>alert", "'& ");
  }
}
