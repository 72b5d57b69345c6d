package org.calmanchor.core.dynamic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import javax.xml.validation.Schema;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.Standards;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.ReportedProblem;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class DynamicMessagesTest {
  private final Endpoint endpoint = Endpoint.of(new SignalBook());
  private final DynamicMessages messages = DynamicMessages.of(endpoint.contracts().get(0));

  private Outcome call(SoapVersion version, String operation, Map<String, ?> values) {
    byte[] request = messages.request(operation, version, values, DynamicMessages.Layout.INDENTED);
    return messages.answer(operation, Calls.answer(endpoint, version, request));
  }

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void samplesOfEveryOperationAreValidAndAnswered(SoapVersion version) throws Exception {
    Schema schema =
        Standards.messages(
            ContractDocuments.write(endpoint.contracts().get(0), "http://lanternquay.test/"));
    for (Operation operation : endpoint.contracts().get(0).portTypes().get(0).operations()) {
      Map<String, Object> sample =
          Samples.of(endpoint.contracts().get(0), Examples.NONE).request(operation);
      for (DynamicMessages.Layout layout : DynamicMessages.Layout.values()) {
        String request =
            new String(
                messages.request(operation.name(), version, sample, layout),
                StandardCharsets.UTF_8);
        assertThat(Standards.firstError(schema, request)).as(request).isEmpty();
      }
      assertThat(call(version, operation.name(), sample)).isInstanceOf(Outcome.Result.class);
    }
  }

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void readsTheRequestsThatItWrites(SoapVersion version) {
    Contract contract = endpoint.contracts().get(0);
    for (Operation operation : contract.portTypes().get(0).operations()) {
      Map<String, Object> sample = Samples.of(contract, Examples.NONE).request(operation);
      byte[] request =
          messages.request(operation.name(), version, sample, DynamicMessages.Layout.INDENTED);
      DynamicRequest read = messages.request(request);
      assertThat(read.operation()).isEqualTo(operation.name());
      assertThat(
              messages.request(
                  operation.name(), read.version(), read.values(), DynamicMessages.Layout.INDENTED))
          .isEqualTo(request);
    }
    for (String other : List.of("", "<a/>", "no xml")) {
      assertThatIllegalArgumentException()
          .isThrownBy(() -> messages.request(other.getBytes(StandardCharsets.UTF_8)));
    }
  }

  @Test
  void bringsTreesBack() {
    Map<String, Object> hoist =
        Map.of("flags", "A", "answers", List.of(Map.of("flags", "B", "answers", List.of())));
    assertThat(call(SoapVersion.SOAP_1_1, "mirror", Map.of("hoist", hoist)))
        .isEqualTo(new Outcome.Result(Map.of("hoist", hoist)));
  }

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void tellsFaultsApart(SoapVersion version) {
    String sender = version == SoapVersion.SOAP_1_1 ? "Client" : "Sender";
    assertThat(call(version, "read", Map.of("flags", "Q")))
        .isEqualTo(
            new Outcome.DeclaredFault(
                "UnknownFlag",
                sender,
                "Q is not in the book",
                Map.of("flag", "Q", "position", "1")));
    assertThat(call(version, "measure", Map.of("length", Map.of("metres", "deep"))))
        .isEqualTo(
            new Outcome.OtherFault(
                sender,
                "measure/length/metres is \"deep\"; expected a whole number from -2147483648 to"
                    + " 2147483647.",
                List.of(
                    new ReportedProblem(
                        "measure/length/metres",
                        "value",
                        "a whole number from -2147483648 to 2147483647",
                        "deep"))));
    assertThat(((Outcome.OtherFault) call(version, "read", Map.of("flags", "boom"))).reason())
        .contains("incident");
  }

  @Test
  void writesWhatItIsGivenEvenWhenSomethingIsMissing() {
    assertThat(((Outcome.OtherFault) call(SoapVersion.SOAP_1_1, "read", Map.of())).reason())
        .isEqualTo("read/flags is missing; expected one.");
  }

  @Test
  void saysWhereATreeDoesNotFit() {
    for (List<Object> row :
        List.<List<Object>>of(
            List.of(Map.of("flag", "A"), "read: there is no \"flag\"; there is [flags]"),
            List.of(
                Map.of("flags", List.of()),
                "read/flags: one text is expected, not a structure or list"),
            List.of(
                Map.of("flags", "\u0000"),
                "read/flags: the character U+0000 at position 1 cannot stand in XML"))) {
      assertThatIllegalArgumentException()
          .isThrownBy(() -> call(SoapVersion.SOAP_1_1, "read", values(row.get(0))))
          .withMessage((String) row.get(1));
    }
  }

  @SuppressWarnings("unchecked") // the first entry of each row is a map
  private static Map<String, Object> values(Object first) {
    return (Map<String, Object>) first;
  }

  @Test
  void callsAnAnswerUnreadableWhenTheContractDoesNotKnowIt() {
    for (String answer : List.of("", "<a/>", "no xml")) {
      assertThat(messages.answer("read", answer.getBytes(StandardCharsets.UTF_8)))
          .as(answer)
          .isInstanceOf(Outcome.Unreadable.class);
    }
  }
}
