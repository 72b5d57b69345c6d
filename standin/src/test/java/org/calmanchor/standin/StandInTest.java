package org.calmanchor.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The pilot office of Saltmere, played from check files. */
class StandInTest {
  private static final Path PILOTS =
      Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots");
  private static final ReadDocument DOCUMENT =
      ContractDocuments.read(PILOTS.resolve("pilots.wsdl"));
  private static final Map<String, Object> REFERENCE = Map.of("reference", "HP-77");

  @TempDir private Path folder;

  private static RunningStandIn running(String checks) {
    return StandIn.of(DOCUMENT).checks(CheckFile.read("checks.yaml", checks)).start(0);
  }

  private static Outcome call(
      RunningStandIn standIn, String service, String operation, Map<String, Object> values)
      throws Exception {
    Contract all = DOCUMENT.contract();
    Contract contract =
        all.of(
            all.portTypes().stream()
                .filter(each -> each.name().getLocalPart().equals(service))
                .findFirst()
                .orElseThrow()
                .name());
    return DynamicClient.of(contract, DynamicMessages.of(contract), standIn.address(service))
        .call(operation, values, operation.equals("orderPilot") ? REFERENCE : Map.of())
        .outcome();
  }

  private static Map<String, Object> order(String ship, String direction) {
    return Map.of(
        "shipName", ship, "direction", direction, "at", "2027-06-11T14:30:00Z", "urgent", "0");
  }

  @Test
  void answersAsTheChecksOfAFolderSay() throws Exception {
    try (RunningStandIn standIn =
        StandIn.of(PILOTS.resolve("pilots.wsdl")).checks(PILOTS.resolve("checks")).start(0)) {
      assertThat(call(standIn, "Pilots", "orderPilot", order("Nordlys", "IN")))
          .hasToString(
              "Result[values={order=17, pilot=Jory Wend, boards=2027-06-11T15:10:00Z,"
                  + " tugs=[Bear, Bull]}]");
      assertThat(call(standIn, "Depths", "draughtAt", Map.of("ship", "Nordlys", "hours", "2")))
          .hasToString("Result[values={draught=4.90, limits={length=1.50, draught=1.50}}]");
      assertThat(call(standIn, "Pilots", "orderPilot", order("Heron", "IN")))
          .isInstanceOf(Outcome.Result.class);
      assertThat(standIn.calls())
          .extracting(call -> call.service() + ": " + call.check())
          .containsExactly(
              "Pilots: The Nordlys gets a pilot and two tugs",
              "Depths: Two hours after low water, 4.90 m",
              "Pilots: null");
      assertThat(standIn.calls().get(2).request().values()).containsEntry("shipName", "Heron");
    }
  }

  @Test
  void theCheckThatNamesMostAnswersAndValuesAreEqualByType() throws Exception {
    String checks =
        """
        service: Pilots
        checks:
          - check: anything
            operation: orderPilot
            expect: {fault: unknownShip}
          - check: at the moment
            operation: orderPilot
            input: {at: "2027-06-11T16:30:00+02:00", urgent: "false"}
            expect: {fault: noPilot, code: Sender, detail: {reason: fog}}
          - check: the Nordlys at the moment
            operation: orderPilot
            headerBlocks: {reference: HP-77}
            input: {shipName: Nordlys, at: "2027-06-11T14:30:00Z"}
            expect: {undeclaredFault: Receiver, reason: "Not today."}
          - check: never, since the version is another one
            operation: orderPilot
            soap: 1.2
            input: {shipName: Nordlys, at: "2027-06-11T14:30:00Z", direction: IN}
            expect: {fault: unknownShip}
        """;
    try (RunningStandIn standIn = running(checks)) {
      assertThat(call(standIn, "Pilots", "orderPilot", order("Nordlys", "IN")))
          .hasToString("OtherFault[code=Server, reason=Not today., problems=[]]");
      assertThat(call(standIn, "Pilots", "orderPilot", order("Heron", "IN")))
          .hasToString(
              "DeclaredFault[name=noPilot, code=Client, reason=noPilot, values={reason=fog}]");
      Map<String, Object> later = new java.util.HashMap<>(order("Heron", "IN"));
      later.put("at", "2027-06-11T14:31:00Z");
      assertThat(call(standIn, "Pilots", "orderPilot", later))
          .isInstanceOfSatisfying(
              Outcome.DeclaredFault.class,
              fault -> assertThat(fault.name()).isEqualTo("unknownShip"));
    }
  }

  @Test
  void answersLateWithoutHoldingUpOthers() throws Exception {
    String checks =
        """
        checks:
          - check: late
            operation: draughtAt
            input: {hours: 1}
            expect: {result: {draught: 1, limits: {length: 1, draught: 1}}, after: PT1S}
        """;
    try (RunningStandIn standIn = running(checks)) {
      long before = System.nanoTime();
      CompletableFuture<Outcome> late =
          CompletableFuture.supplyAsync(
              () -> {
                try {
                  return call(standIn, "Depths", "draughtAt", Map.of("ship", "a", "hours", "1"));
                } catch (Exception failed) {
                  throw new AssertionError(failed);
                }
              });
      call(standIn, "Depths", "draughtAt", Map.of("ship", "a", "hours", "2"));
      assertThat(late).isNotDone();
      assertThat(late.get()).isInstanceOf(Outcome.Result.class);
      assertThat(Duration.ofNanos(System.nanoTime() - before)).isGreaterThan(Duration.ofSeconds(1));
    }
  }

  @Test
  void refusesWhatTheContractDoesNotAllow() throws Exception {
    try (RunningStandIn standIn = running("checks: []")) {
      assertThat(call(standIn, "Depths", "draughtAt", Map.of("ship", "a", "hours", "two")))
          .isInstanceOfSatisfying(
              Outcome.OtherFault.class,
              fault -> assertThat(fault.reason()).startsWith("draughtAt/hours is \"two\""));
      assertThat(standIn.calls()).isEmpty();
      assertThat(
              call(
                  standIn,
                  "Pilots",
                  "log",
                  Map.of("content", List.of(Map.of("note", Map.of("content", List.of()))))))
          .hasToString("Result[values={}]");
    }
  }

  @Test
  void allChecksThatCannotBePlayedAreReportedTogether() throws Exception {
    Files.writeString(folder.resolve("a.yaml"), "check: a\noperation: [");
    Files.writeString(
        folder.resolve("b.yaml"),
        """
        checks:
          - {check: no operation, operation: orderTug, expect: accepted}
          - {check: no service, service: Tugs, operation: orderPilot, expect: accepted}
          - {check: no value, operation: draughtAt, input: {hour: 2}, expect: {result: {}}}
          - {check: not one-way, operation: draughtAt, expect: accepted}
          - {check: one-way, operation: log, expect: {result: {}}}
          - {check: no fault, operation: announce, expect: {fault: noPilot}}
          - {check: half an answer, operation: draughtAt, expect: {result: {draught: 1}}}
          - {check: no number, operation: draughtAt, expect: {result: {draught: deep}, compare: named}}
        """);
    StandIn standIn = StandIn.of(DOCUMENT).checks(folder);
    assertThatThrownBy(() -> standIn.start(0))
        .isInstanceOf(StandInException.class)
        .hasMessage(
            """
            a.yaml:2: is not YAML: expected the node content, but found '<stream end>'.
            "one-way": log is one-way; expect "accepted"
            "no fault": announce has no fault "noPilot"; it has none
            "no value": "hour" is expected, but there is only ship, hours
            "not one-way": draughtAt has an answer; "accepted" is for one-way operations
            "half an answer": its outcome is no answer of the contract: draughtAtResponse/limits is\
             missing; expected one. Name all of it, or write compare: named for samples of the rest.
            "no number": its outcome is no answer of the contract: draughtAtResponse/draught is\
             "deep"; expected a decimal number as in 42.50, without exponent.
            "no operation": the document has no operation "orderTug".
            "no service": the document has no port type "Tugs".
            """
                .strip());
  }

  @Test
  void aPortTypeOfAnotherNameHasNoAddress() {
    try (RunningStandIn standIn = running("checks: []")) {
      assertThatThrownBy(() -> standIn.address("Tugs"))
          .hasMessage("there is no port type \"Tugs\"; there is [Pilots, Depths]");
    }
  }
}
