package org.calmanchor.core.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Trees of values, which hold what no other Java type can. */
class TreesTest {
  private static final Map<String, Object> LOG =
      Map.of(
          "@by",
          "Bram Oakes",
          "content",
          List.of(Map.of("up", "2"), Map.of("down", 1), Map.of("up", 3)));

  /** Says back what it is told, unless the test sets something else. */
  @PortType(document = "/steps.wsdl")
  public static class Steps {
    Map<String, Object> answer = LOG;
    Map<String, Object> last = Map.of();

    @Operation
    public Map<String, Object> walk(Map<String, Object> steps) {
      last = steps;
      return answer;
    }
  }

  private final Steps steps = new Steps();
  private final Endpoint endpoint = Endpoint.of(steps);

  private String walk(String content) {
    String message =
        Envelopes.soap11(
            "<s:walk xmlns:s='urn:saltmere:steps' s:by='Ines Tallow'>" + content + "</s:walk>");
    byte[] sent = message.getBytes(StandardCharsets.UTF_8);
    return new String(Calls.answer(endpoint, SoapVersion.SOAP_1_1, sent), StandardCharsets.UTF_8);
  }

  @Test
  void keepTheOrderAndTheAttributesOfAnyName() {
    assertThat(walk("<s:down>1</s:down><s:up>4</s:up>"))
        .contains(
            "<tns:up>2</tns:up><tns:down>1</tns:down><tns:up>3</tns:up>", "by=\"Bram Oakes\"");
    assertThat(steps.last)
        .containsEntry("content", List.of(Map.of("down", "1"), Map.of("up", "4")))
        .containsEntry("@{urn:saltmere:steps}by", "Ines Tallow");
  }

  @ParameterizedTest
  @CsvSource({
    "<s:up>high</s:up>, walk/up[1] is \"high\"",
    "<s:left>1</s:left>, walk/left",
    "'', walk/up is missing",
    "text, walk"
  })
  void requestsAreJudgedByTheDocument(String content, String reason) {
    assertThat(walk(content)).contains("<faultcode>soap:Client</faultcode>").contains(reason);
  }

  @Test
  void answersAreJudgedByTheDocument() {
    for (Object wrong :
        List.of(
            List.of(Map.of("up", "high")),
            List.of(Map.of("left", 1)),
            List.of(Map.of("#text", "between")),
            List.of(),
            "up")) {
      steps.answer = Map.of("content", wrong);
      assertThat(walk("<s:up>1</s:up>"))
          .as(wrong.toString())
          .contains("<faultcode>soap:Server</faultcode>");
    }
  }
}
