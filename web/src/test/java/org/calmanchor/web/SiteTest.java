package org.calmanchor.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.running.RunningCalls;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a site answers, without any server around it. */
class SiteTest {
  /** Greets. */
  @PortType(namespace = "urn:lanternquay:door")
  public static class Door {
    @Operation
    public String greet(String name, @Header String pass) {
      return name + " by " + pass;
    }
  }

  /** Greets later. */
  @PortType(namespace = "urn:lanternquay:door:2")
  public static class NewDoor {
    @Operation
    public String greet(String name) {
      return name;
    }
  }

  private static Site site(boolean showsPages) {
    Endpoint endpoint = Endpoint.of(new Door()).and(Endpoint.of(new NewDoor()));
    return new Site(
        List.of(new HostedService("/door", endpoint)),
        SiteSettings.of(RunningCalls.UNWATCHED)
            .pages(PageAccess.of(showsPages ? PageAudience.EVERYBODY : PageAudience.NOBODY), null)
            .exchanges(true, 0)
            .build());
  }

  private static Exchange ask(String what, String question) throws Exception {
    byte[] body = question.getBytes(StandardCharsets.UTF_8);
    return Exchange.post("/door?page=" + what, "application/json", body).on(site(true));
  }

  /** An address can be written in several ways, and is reported in one. */
  @ParameterizedTest
  @CsvSource({
    "fd01:0:0:0:0:0:0:1, [fd01::1]:8080, 200",
    "fd01:0:0:0:0:0:0:1, [FD01::0001], 200",
    "fe80:0:0:0:0:0:0:7%eth0, [fe80::7], 200",
    "fd01:0:0:0:0:0:0:1, [fd01::2], 421",
    "fd01:0:0:0:0:0:0:1, fd01::1:2, 421",
    "fd01:0:0:0:0:0:0:1, [fd01::x], 421",
    "192.0.2.1, 192.0.2.1:8080, 200",
    "192.0.2.1, [::192.0.2.1], 421"
  })
  void goesByTheAddressesThatItHas(String local, String asked, int status) throws Exception {
    Exchange request = Exchange.get("/door?wsdl").over("192.0.2.7", local, asked, "HTTP/1.1");
    assertThat(request.on(site(false)).status).isEqualTo(status);
  }

  @Test
  void writesTheRequestThatAPageAsksFor() throws Exception {
    Exchange asked =
        ask(
            "request",
            """
            {"operation": "greet", "version": "SOAP 1.2", "values": {"name": "Ida"},
             "headerBlocks": {"pass": "A7"}}
            """);
    assertThat(asked.status).isEqualTo(200);
    assertThat(asked.headers).containsEntry("Cache-Control", "no-store");
    assertThat(asked.answer())
        .contains(
            ">A7</tns:pass>",
            "<tns:name>Ida</tns:name>",
            "application/soap+xml; charset=utf-8; action=");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "request|{|400|That is not the JSON that the page sends.",
        "request|{}|400|is missing.",
        "request|{\"operation\": \"greet\", \"version\": \"SOAP 2\", \"values\": {}}|400|SOAP 1.1",
        "request|{\"operation\": \"no\", \"version\": \"SOAP 1.1\", \"values\": {}}"
            + "|400|there is no operation",
        "request|{\"operation\": \"greet\", \"version\": \"SOAP 1.1\", \"values\": {\"nome\": \"a\"}}"
            + "|400|there is no \\\"nome\\\"",
        "request|{\"operation\": \"greet\", \"version\": \"SOAP 1.1\", \"values\": {},"
            + " \"headerBlocks\": {\"key\": 1}}|400|there is no header block \\\"key\\\"",
        "answer|{\"operation\": \"greet\", \"message\": \"x\"}|200|unreadable",
        "other|{}|404|The page cannot ask that.",
      })
  void saysWhatIsWrongWithAQuestion(String what, String question, int status, String words)
      throws Exception {
    Exchange asked = ask(what, question);
    assertThat(asked.status).isEqualTo(status);
    assertThat(asked.answer()).contains(words);
  }

  @Test
  void takesQuestionsFromItsOwnPageOnly() throws Exception {
    byte[] body = "{}".getBytes(StandardCharsets.UTF_8);
    Exchange foreign =
        Exchange.post("/door?page=request", "application/json", body)
            .with("Origin", "https://elsewhere.test")
            .on(site(true));
    assertThat(foreign.status).isEqualTo(403);
    Exchange plain = Exchange.post("/door?page=request", "text/plain", body).on(site(true));
    assertThat(plain.status).isEqualTo(415);
    Exchange large =
        Exchange.post("/door?page=request", "application/json", new byte[(16 << 20) + 1])
            .on(site(true));
    assertThat(large.status).isEqualTo(413);
    Exchange unknown =
        Exchange.post("/door?page=request&service=None", "application/json", body).on(site(true));
    assertThat(unknown.status).isEqualTo(404);
  }

  @ParameterizedTest
  @CsvSource({
    "/door?WSDL, urn:lanternquay:door",
    "/door?wsdl=newdoorservice, urn:lanternquay:door:2",
    "/door?wsdl&service=NewDoorService, urn:lanternquay:door:2",
    "/door?xsd=1&service=NewDoorService, urn:lanternquay:door:2"
  })
  void givesTheDocumentThatIsAskedFor(String target, String namespace) throws Exception {
    assertThat(Exchange.get(target).on(site(true)).answer())
        .contains("targetNamespace=\"" + namespace + "\"");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"/door?xsd=0", "/door?xsd=x", "/door?xsd=99999", "/door?wsdl=%zz", "/door?a"})
  void saysWhereTheDocumentsAre(String target) throws Exception {
    Exchange asked = Exchange.get(target).on(site(true));
    assertThat(asked.status).isEqualTo(404);
    assertThat(asked.answer()).containsAnyOf("?xsd=1", "?wsdl");
  }

  @Test
  void showsEachServiceOnAPageOfItsOwnAndTheIndexLinksToAll() throws Exception {
    assertThat(Exchange.get("/").on(site(true)).answer())
        .contains(
            "2 services answer here.",
            "href=\"./door\"",
            "href=\"./door?service=NewDoorService\"",
            "href=\"./door?wsdl=NewDoorService\"");
    assertThat(Exchange.get("/door?service=NewDoorService").on(site(true)).answer())
        .contains("data-asking=\"./door?service=NewDoorService&amp;page=\"");
    assertThat(Exchange.get("/door").on(site(false)).answer())
        .contains("Door is up", "The test page is switched off.");
  }

  @Test
  void refusesTwoEntriesOfOnePath() {
    HostedService door = new HostedService("/door", Endpoint.of(new Door()));
    SiteSettings settings =
        SiteSettings.of(RunningCalls.UNWATCHED)
            .pages(PageAccess.of(PageAudience.EVERYBODY), null)
            .exchanges(true, 0)
            .build();
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new Site(List.of(door, door), settings))
        .withMessage("two services have the path /door");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new HostedService("/calm-anchor/x", Endpoint.of(new Door())))
        .withMessageContaining("not below /calm-anchor");
  }
}
