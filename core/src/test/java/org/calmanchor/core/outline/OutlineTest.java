package org.calmanchor.core.outline;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.calmanchor.core.Documents;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.junit.jupiter.api.Test;

class OutlineTest {
  private static final String SCHEMA =
      """
      <xs:element name="message"><xs:complexType><xs:sequence>
        <xs:choice minOccurs="0"><xs:element name="shipName" type="t:Name"/><xs:sequence maxOccurs="3">
          <xs:element name="flag" type="xs:token"/><xs:element name="number" type="xs:int" nillable="true"/></xs:sequence></xs:choice>
        <xs:element ref="t:craft" maxOccurs="unbounded"/>
        <xs:element name="ship" type="t:Ship"><xs:annotation><xs:documentation>the ship</xs:documentation></xs:annotation></xs:element>
        <xs:element name="pier" type="t:Pier" default="HERON"/>
        <xs:any namespace="##other" processContents="skip"/>
      </xs:sequence><xs:attribute name="urgent" type="xs:boolean" default="false"/></xs:complexType></xs:element>
      <xs:element name="craft" type="xs:string" abstract="true"/>
      <xs:element name="ferry" type="xs:string" substitutionGroup="t:craft"/>
      <xs:element name="tug" type="xs:string" substitutionGroup="t:craft"/>
      <xs:simpleType name="Name"><xs:restriction base="xs:token"><xs:maxLength value="40"/><xs:pattern value="[A-Z].*"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="Pier"><xs:restriction base="xs:string"><xs:enumeration value="HERON"/><xs:enumeration value="SANDPIPER"/></xs:restriction></xs:simpleType>
      <xs:complexType name="Ship" abstract="true"><xs:sequence><xs:element name="tows" type="t:Ship" minOccurs="0"/></xs:sequence></xs:complexType>
      <xs:complexType name="Yacht"><xs:complexContent><xs:extension base="t:Ship"><xs:attribute name="sails" type="xs:int" use="required"/></xs:extension></xs:complexContent></xs:complexType>
      """;

  private static final Contract CONTRACT = Documents.read(Documents.around(SCHEMA, "message"));

  private static List<String> lines(OutlineDepth depth) {
    return Outline.of(CONTRACT, depth).request(CONTRACT.operation("send")).stream()
        .map(
            line ->
                "  ".repeat(line.depth())
                    + line.label()
                    + " | "
                    + line.allowed()
                    + (line.doc().isEmpty() ? "" : " | " + line.doc()))
        .toList();
  }

  @Test
  void saysAllThatAMessageMayContain() {
    assertThat(lines(OutlineDepth.FULL))
        .containsExactly(
            "@urgent | boolean, optional, false if absent",
            "one of | optional",
            "  shipName | token, at most 40 characters, pattern [A-Z].*",
            "  together | 1 to 3",
            "    flag | token",
            "    number | int, may be nil",
            "one of | 1 or more",
            "  ferry | string",
            "  tug | string",
            "ship | Ship, always one of the types that add to it | the ship",
            "  tows | Ship, optional, always one of the types that add to it, as above",
            "  or Yacht, which adds | ",
            "    @sails | int",
            "pier | Pier, one of HERON SANDPIPER, HERON if absent",
            "any element, but not of no namespace or urn:saltmere:pilots | ");
  }

  @Test
  void endsAtNamedTypesIfTheyHaveChaptersOfTheirOwn() {
    assertThat(lines(OutlineDepth.NAMED_TYPES))
        .contains("ship | Ship, always one of the types that add to it | the ship")
        .noneMatch(line -> line.contains("tows") || line.contains("Yacht"));
    Outline outline = Outline.of(CONTRACT, OutlineDepth.NAMED_TYPES);
    ComplexType yacht = (ComplexType) CONTRACT.type(Documents.name("Yacht"));
    assertThat(outline.members(yacht)).extracting(OutlineLine::label).containsExactly("@sails");
  }
}
