package org.calmanchor.core.wsdl;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.calmanchor.core.Documents;
import org.calmanchor.core.diff.ContractDiff;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.outline.Outline;
import org.calmanchor.core.outline.OutlineDepth;
import org.calmanchor.core.outline.OutlineLine;
import org.calmanchor.core.path.MissingValues;
import org.calmanchor.core.sample.Samples;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A document whose types nest more deeply than any message may. */
class DeepTypesTest {
  private static final int DEPTH = 4_000;

  private static String schema(String occurrence) {
    StringBuilder schema =
        new StringBuilder(
            "<xs:element name='message'><xs:complexType><xs:sequence>"
                + "<xs:element name='in' type='t:T0'/></xs:sequence></xs:complexType></xs:element>");
    for (int i = 0; i < DEPTH; i++) {
      String next = i + 1 < DEPTH ? "t:T" + (i + 1) : "xs:int";
      schema.append(
          "<xs:complexType name='T%d'><xs:sequence><xs:element name='e' type='%s' %s/></xs:sequence></xs:complexType>"
              .formatted(i, next, occurrence));
    }
    return schema.toString();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "minOccurs='0'"})
  void needsNoMoreStackThanUsual(String occurrence) {
    String document = Documents.around(schema(occurrence), "message");
    Contract contract = Documents.read(document);
    assertThat(
            Outline.of(contract, OutlineDepth.FULL).request(contract.operation("send")).stream()
                .map(OutlineLine::allowed))
        .hasSize(101)
        .last()
        .asString()
        .contains("too deep to be shown here");
    DynamicMessages messages = DynamicMessages.of(contract);
    if (!occurrence.isEmpty()) {
      byte[] message =
          messages.request(
              "send",
              SoapVersion.SOAP_1_1,
              Map.of("in", Map.of("e", Map.of())),
              DynamicMessages.Layout.COMPACT);
      assertThat(messages.validRequest(message).values()).containsKey("in");
    }
    assertThat(ContractDiff.of(contract, Documents.read(document))).isEmpty();
    Samples samples = Samples.of(contract, Examples.NONE);
    assertThat(samples.request(contract.operation("send"))).isNotNull();
    assertThat(
            MissingValues.ofBody(
                contract, samples, contract.request(contract.operation("send")), Map.of()))
        .isNotNull();
  }
}
