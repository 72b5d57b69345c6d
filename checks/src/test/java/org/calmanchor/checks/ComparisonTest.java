package org.calmanchor.checks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.dynamic.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ComparisonTest {
  private static final Comparison COMPARISON = new Comparison(Ferry.CONTRACT);

  /** An answer of which every check expects one thing differently. */
  private static Map<String, Object> crossing() {
    Map<String, Object> crossing = new LinkedHashMap<>();
    crossing.put("code", "F-1");
    crossing.put("fare", "12.50");
    crossing.put("draught", "1.5");
    crossing.put("leaves", "2027-06-11T10:00:00Z");
    crossing.put("isFull", "true");
    crossing.put("takes", "PT90M");
    crossing.put("stops", List.of("Heron", "Sandpiper"));
    crossing.put("plan", "QWhveQ==");
    crossing.put("captain", Map.of("xsi:nil", "true"));
    crossing.put("load", Map.of("xsi:type", "Cars", "count", "3"));
    return crossing;
  }

  private static List<String> differences(Expected expected, Outcome outcome) {
    Check check = new Check("c", "", "next", null, Map.of(), Map.of(), expected);
    return COMPARISON.differences(check, outcome).stream().map(Difference::toString).toList();
  }

  private static List<String> differences(Map<String, Object> expected, Compare compare) {
    return differences(
        new Expected.Result(Map.of("result", expected), compare),
        new Outcome.Result(Map.of("result", crossing())));
  }

  @ParameterizedTest
  @CsvSource({
    "fare,    12.5,                        ''",
    "fare,    +12.500,                     ''",
    "fare,    12.51,                       'result/fare: expected 12.51, found 12.50'",
    "fare,    cheap,                       'result/fare: expected cheap, found 12.50'",
    "draught, 1.50E0,                      ''",
    "draught, NaN,                         'result/draught: expected NaN, found 1.5'",
    "leaves,  2027-06-11T12:00:00.000+02:00, ''",
    "leaves,  2027-06-11T10:00:00,         'result/leaves: expected 2027-06-11T10:00:00, found "
        + "2027-06-11T10:00:00Z'",
    "isFull,  1,                           ''",
    "isFull,  false,                       'result/isFull: expected false, found true'",
    "takes,   PT1H30M,                     ''",
    "takes,   PT1H31M,                     'result/takes: expected PT1H31M, found PT90M'",
    "plan,    'QWhv eQ==',                 ''",
    "plan,    QWho,                        'result/plan: expected QWho, found QWhveQ=='",
    "code,    f-1,                         'result/code: expected f-1, found F-1'",
    "code,    ' F-1',                      'result/code: expected  F-1, found F-1'",
    "note,    Mind the step,               'result/note: expected Mind the step, found nothing'",
    "captain, Odo,                         'result/captain: expected Odo, found a structure'"
  })
  void comparesByTheTypesValue(String member, String expected, String difference) {
    Map<String, Object> all = crossing();
    all.put(member, expected);
    List<String> differences = difference.isEmpty() ? List.of() : List.of(difference);
    assertThat(differences(all, Compare.ALL)).isEqualTo(differences);
    assertThat(differences(Map.of(member, expected), Compare.NAMED)).isEqualTo(differences);
  }

  @Test
  void missesWhatIsNotNamedUnlessOnlyTheNamedCounts() {
    Map<String, Object> some = Map.of("code", "F-1", "stops", List.of("Heron", "Kittiwake"));
    assertThat(differences(some, Compare.NAMED))
        .containsExactly("result/stops[2]: expected Kittiwake, found Sandpiper");
    assertThat(differences(some, Compare.ALL))
        .hasSize(9)
        .contains("result/fare: expected nothing, found 12.50");
    assertThat(differences(Map.of("stops", List.of("Heron")), Compare.NAMED))
        .containsExactly("result/stops: expected 1 item, found 2 items");
  }

  @Test
  void comparesTheTypeThatStands() {
    Map<String, Object> crates = Map.of("xsi:type", "Crates", "count", "3");
    assertThat(differences(Map.of("load", crates), Compare.NAMED))
        .containsExactly("result/load/xsi:type: expected Crates, found Cars");
    assertThat(differences(Map.of("load", Map.of("count", "03")), Compare.NAMED)).isEmpty();
  }

  @Test
  void comparesFaults() {
    Outcome fault =
        new Outcome.DeclaredFault("NoFerry", "Client", "none", Map.of("reasonCode", "X"));
    assertThat(differences(new Expected.Fault("NoFerry", "Sender", null, null, Compare.ALL), fault))
        .isEmpty();
    assertThat(
            differences(
                new Expected.Fault(
                    "NoFerry", "Server", "some", Map.of("reasonCode", "Y"), Compare.ALL),
                fault))
        .containsExactly(
            "code: expected Server, found Client",
            "reason: expected some, found none",
            "reasonCode: expected Y, found X");
    assertThat(differences(new Expected.Fault(null, null, null, null, Compare.ALL), fault))
        .containsExactly("fault: expected none declared, found NoFerry");
    assertThat(differences(new Expected.Result(Map.of(), Compare.NAMED), fault))
        .containsExactly("the answer: expected a result, found fault NoFerry: none");
    Outcome other = new Outcome.OtherFault("Server", "broken", List.of());
    assertThat(differences(new Expected.Fault(null, "Receiver", null, null, Compare.ALL), other))
        .isEmpty();
    assertThat(differences(new Expected.Fault("NoFerry", null, null, null, Compare.ALL), other))
        .containsExactly("fault: expected fault NoFerry, found a fault (Server): broken");
    assertThat(differences(new Expected.Accepted(), new Outcome.Unreadable("no XML")))
        .containsExactly(
            "the answer: expected that the message is accepted, found no answer of the contract: no XML");
  }

  @Test
  void refusesChecksThatTheContractCannotMeet() {
    assertThatThrownBy(() -> differences(Map.of("fair", "1"), Compare.NAMED))
        .hasMessageStartingWith("\"result/fair\" is expected, but there is only code, fare");
    assertThatThrownBy(
            () ->
                differences(
                    new Expected.Fault("NoBoat", null, null, null, Compare.ALL),
                    new Outcome.Result(Map.of())))
        .hasMessage("next declares no fault \"NoBoat\"; it declares [NoFerry]");
    Check unknown = new Check("c", "", "last", null, Map.of(), Map.of(), new Expected.Accepted());
    assertThatThrownBy(() -> COMPARISON.differences(unknown, new Outcome.Result(Map.of())))
        .hasMessage("there is no operation \"last\"; there is next, wave");
    Check oneWay =
        new Check(
            "c", "", "wave", null, Map.of(), Map.of(), new Expected.Result(Map.of(), Compare.ALL));
    assertThatThrownBy(() -> COMPARISON.differences(oneWay, new Outcome.Result(Map.of())))
        .hasMessage("wave is one-way; expect \"accepted\" of it");
  }
}
