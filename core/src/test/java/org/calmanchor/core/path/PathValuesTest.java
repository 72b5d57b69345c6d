package org.calmanchor.core.path;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.calmanchor.core.Documents;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.sample.Samples;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PathValuesTest {
  private static final String SCHEMA =
      """
      <xs:element name="message"><xs:complexType><xs:sequence>
        <xs:element name="boat" type="t:Boat"/>
        <xs:element name="notify" type="xs:string" minOccurs="0" maxOccurs="unbounded"/>
        <xs:element name="line" type="t:Line" minOccurs="0" maxOccurs="unbounded"/>
        <xs:element name="length" type="t:Length" minOccurs="0"/>
        <xs:element name="remark" type="xs:string" nillable="true" minOccurs="0"/>
        <xs:element name="a.b" type="xs:int" minOccurs="0"/>
        <xs:element name="who" type="t:Who" minOccurs="0"/>
        <xs:element name="log" type="t:Log" minOccurs="0"/>
      </xs:sequence></xs:complexType></xs:element>
      <xs:complexType name="Boat"><xs:sequence><xs:element name="name" type="xs:string"/></xs:sequence></xs:complexType>
      <xs:complexType name="Yacht"><xs:complexContent><xs:extension base="t:Boat"><xs:sequence><xs:element name="mast" type="xs:int"/></xs:sequence></xs:extension></xs:complexContent></xs:complexType>
      <xs:complexType name="Line"><xs:sequence><xs:element name="code" type="xs:string"/><xs:element name="day" type="xs:date" maxOccurs="3"/></xs:sequence><xs:attribute name="id" type="xs:int"/></xs:complexType>
      <xs:complexType name="Length"><xs:simpleContent><xs:extension base="xs:decimal"><xs:attribute name="unit" type="xs:string" use="required"/></xs:extension></xs:simpleContent></xs:complexType>
      <xs:complexType name="Who"><xs:choice><xs:element name="ship" type="xs:string"/><xs:element name="callSign" type="xs:string"/></xs:choice></xs:complexType>
      <xs:complexType name="Log"><xs:choice maxOccurs="unbounded"><xs:element name="boarded" type="xs:int"/><xs:element name="note" type="t:Boat"/></xs:choice></xs:complexType>
      """;

  private static final Contract CONTRACT = Documents.read(Documents.around(SCHEMA, "message"));
  private static final Operation SEND = CONTRACT.operation("send");
  private static final Samples SAMPLES = Samples.of(CONTRACT, Examples.NONE);

  private static PathValues values(Map<String, ?> begun, String... given) {
    PathValues values =
        PathValues.ofBody(CONTRACT, CONTRACT.request(SEND), begun, (type, text) -> text);
    for (String each : given) {
      int equal = each.indexOf('=');
      values.set(each.substring(0, equal), each.substring(equal + 1));
    }
    return values;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "boat.name=Quiet Comma | {boat={name=Quiet Comma}}",
        "boat.xsi:type=Yacht boat.mast=14 | {boat={xsi:type=Yacht, mast=14}}",
        "notify=a notify=b | {notify=[a, b]}",
        "line.code=A line.@id=1 line.code=B | {line=[{code=A, id=1}, {code=B}]}",
        "line.code=A line.day=1 line.day=2 line.code=B line.day=3"
            + " | {line=[{code=A, day=[1, 2]}, {code=B, day=[3]}]}",
        "length=9.80 length.@unit=m | {length={value=9.80, unit=m}}",
        "length.value=9.80 | {length={value=9.80}}",
        "remark.xsi:nil=true | {remark={xsi:nil=true}}",
        "a.b=3 | {a.b=3}",
        "who.callSign=SM40 | {who={callSign=SM40}}",
        "log.boarded=1 log.note.name=x log.boarded=2"
            + " | {log={content=[{boarded=1}, {note={name=x}}, {boarded=2}]}}",
        "remark== | {remark==}"
      })
  void putsValuesWhereTheirPathsLead(String given, String expected) {
    String[] all = given.contains("Quiet") ? new String[] {given} : given.split(" ", -1);
    assertThat(values(Map.of(), all).values()).hasToString(expected);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "bot.name=x | \"bot.name\": the message has no \"bot\". Did you mean \"boat\"?",
        "boat.nam=x | \"boat.nam\": Boat has no \"nam\". Did you mean \"name\"?",
        "boat.zzzzzzzz=x | \"boat.zzzzzzzz\": Boat has no \"zzzzzzzz\". It has name, mast.",
        "boat=x | \"boat\" is a structure: set its members, such as boat.name",
        "boat.name.first=x | \"boat.name.first\": boat.name is a simple value and has no members.",
        "a.b=1 a.b=2 | \"a.b\" is given twice, but can stand once."
      })
  void saysWhatThereIs(String given, String expected) {
    assertThatThrownBy(() -> values(Map.of(), given.split(" ", -1)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessage(expected);
  }

  @Test
  void replacesWhatWasThereBefore() {
    Map<String, Object> sample = SAMPLES.request(SEND);
    Map<String, Object> changed =
        values(sample, "boat.name=Patient Otter", "notify=b", "who.callSign=SM40").values();
    assertThat(changed)
        .containsEntry("boat", Map.of("name", "Patient Otter"))
        .containsEntry("notify", List.of("b"))
        .containsEntry("who", Map.of("callSign", "SM40"));
    assertThat(sample).doesNotContainEntry("notify", List.of("b"));
    DynamicMessages messages = DynamicMessages.of(CONTRACT);
    byte[] message =
        messages.request("send", SoapVersion.SOAP_1_1, changed, DynamicMessages.Layout.COMPACT);
    assertThat(messages.validRequest(message).values()).containsEntry("notify", List.of("b"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "notify=a | boat.name is missing: string, for example boat.name=name",
        "boat.xsi:type=Yacht boat.name=x" + " | boat.mast is missing: int, for example boat.mast=1",
        "boat.name=x length=1"
            + " | length.@unit is missing: string, for example length.@unit=unit",
        "boat.name=x line.code=A" + " | line.day is missing: date, for example line.day=2027-06-11",
        "boat.name=x log.note.xsi:type=Boat"
            + " | log.note.name is missing: string, for example log.note.name=name",
        "boat.xsi:nil=true | ''"
      })
  void findsWhatIsMissing(String given, String expected) {
    Map<String, Object> values = values(Map.of(), given.split(" ", -1)).values();
    assertThat(
            MissingValues.ofBody(CONTRACT, SAMPLES, CONTRACT.request(SEND), values).stream()
                .map(MissingValues.Missing::toString))
        .isEqualTo(expected.isEmpty() ? List.of() : List.of(expected));
  }

  @Test
  void namesTheTypesThatMayStandForAnAbstractOne() {
    String schema =
        "<xs:element name='message' type='t:Ship'/>"
            + "<xs:complexType name='Ship' abstract='true'/>"
            + "<xs:complexType name='Ferry'><xs:complexContent><xs:extension base='t:Ship'/>"
            + "</xs:complexContent></xs:complexType>";
    Contract contract = Documents.read(Documents.around(schema, "message"));
    var element = contract.request(contract.operation("send"));
    PathValues values = PathValues.ofBody(contract, element, Map.of(), (type, text) -> text);
    assertThat(
            MissingValues.ofBody(
                contract, Samples.of(contract, Examples.NONE), element, values.values()))
        .hasToString(
            "[message.xsi:type is missing: one of Ferry, for example message.xsi:type=Ferry]");
    values.set("message.xsi:type", "Ferry");
    assertThat(values.values()).hasToString("{value={xsi:type=Ferry}}");
  }
}
