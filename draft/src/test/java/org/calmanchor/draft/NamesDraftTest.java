package org.calmanchor.draft;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.draft.text.JavaNames;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Names that Java does not take, names that meet, and texts that would end a comment. */
class NamesDraftTest {
  private static final String UNUSUAL =
      """
      <xs:element name="message" type="t:String"/>
      <xs:complexType name="String"><xs:sequence>
        <xs:element name="class" type="t:List"/>
        <xs:element name="order-id" type="xs:int"/>
        <xs:element name="order_id" type="xs:int" minOccurs="0"/>
        <xs:element name="orderId" type="xs:int" maxOccurs="unbounded"/>
        <xs:element name="hashCode" type="xs:string"/>
        <xs:element name="URLPath" type="xs:anyURI"/>
        <xs:element name="ID" type="xs:string"/>
        <xs:element name="größe" type="xs:decimal"/>
        <xs:element name="_1" type="xs:string"/>
        <xs:element name="ship"><xs:complexType><xs:sequence>
          <xs:element name="ship"><xs:complexType><xs:sequence>
            <xs:element name="ship" type="t:SHIP" minOccurs="0"/>
            <xs:element name="message" type="t:String" minOccurs="0"/>
          </xs:sequence></xs:complexType></xs:element>
        </xs:sequence></xs:complexType></xs:element>
      </xs:sequence><xs:attribute name="class" type="xs:string"/></xs:complexType>
      <xs:complexType name="List"><xs:annotation><xs:documentation>
        Ends a comment */ { } \\u002a/ {@link Pilots} &lt;script&gt; $L $$ "quoted" @Deprecated
        </xs:documentation></xs:annotation>
        <xs:sequence><xs:element name="Optional" type="t:Element" minOccurs="0"/></xs:sequence></xs:complexType>
      <xs:complexType name="Element"><xs:sequence>
        <xs:element name="kind" type="t:kind"/></xs:sequence></xs:complexType>
      <xs:complexType name="SHIP"><xs:sequence/></xs:complexType>
      <xs:simpleType name="kind"><xs:restriction base="xs:token">
        <xs:enumeration value="mooring buoy"/><xs:enumeration value="mooringBuoy"/>
        <xs:enumeration value="1st"/><xs:enumeration value="+"/><xs:enumeration value="-"/>
        <xs:enumeration value="&quot;\\"/><xs:enumeration value="PLAIN"/><xs:enumeration value="null"/>
      </xs:restriction></xs:simpleType>
      """;

  @TempDir private Path folder;

  @Test
  void unusualNamesBecomeJavaNames() throws Exception {
    ReadDocument document = Drafted.read(folder, Map.of("partner.wsdl", Drafted.around(UNUSUAL)));
    Draft draft = ContractDrafter.service(document, "harbor.unusual");
    try (Drafted drafted = Drafted.compile(folder, List.of(draft))) {
      for (Class<?> each : drafted.portTypes(draft)) {
        ContractReader.read(each);
      }
    }
    assertThat(draft.sources().keySet())
        .map(path -> path.replace("harbor/unusual/", ""))
        .containsExactlyInAnyOrder(
            "Pilots.java",
            "PilotsService.java",
            "StringType.java",
            "ListType.java",
            "Element.java",
            "Ship.java",
            "StringTypeShip.java",
            "StringTypeShipShip.java",
            "Kind.java");
    assertThat(source(draft, "StringType"))
        .contains(
            "@Attribute(name = \"class\") Optional<String> classValue",
            "@Element(name = \"class\") ListType classValue2",
            "@Element(name = \"order-id\") int orderId",
            "@Element(name = \"order_id\") Optional<Integer> orderId2",
            "@Element(name = \"orderId\") List<Integer> orderId3",
            "@Element(name = \"hashCode\") String hashCodeValue",
            "@Element(name = \"URLPath\") URI urlPath",
            "@Element(name = \"ID\") String id",
            "BigDecimal größe",
            "StringTypeShip ship");
    assertThat(source(draft, "Kind"))
        .contains(
            "@Lexical(\"mooring buoy\")\n  MOORING_BUOY,",
            "@Lexical(\"mooringBuoy\")\n  MOORING_BUOY_2,",
            "VALUE_1ST",
            "@Lexical(\"+\")\n  VALUE,",
            "@Lexical(\"\\\"\\\\\")",
            "  PLAIN,",
            "@Lexical(\"null\")\n  NULL");
    assertThat(source(draft, "ListType"))
        .contains("Ends a comment *&#47; { } &#92;u002a/ {&#64;link Pilots} &lt;script&gt; $L $$");
  }

  private static String source(Draft draft, String type) {
    return new String(
        draft.sources().get("harbor/unusual/" + type + ".java"), StandardCharsets.UTF_8);
  }

  @ParameterizedTest
  @CsvSource({
    "order-pilot, orderPilot, OrderPilot",
    "ORDER_PILOT, orderPilot, OrderPilot",
    "URLPath, urlPath, URLPath",
    "x, x, X",
    "XAxis, xAxis, XAxis",
    "3d, _3d, _3d",
    "int, intValue, Int",
    "-, Value, Type",
    "a.b-c_d, aBCD, ABCD"
  })
  void namesAreThoseThatAPersonWouldWrite(String wire, String member, String type) {
    assertThat(List.of(JavaNames.member(wire), JavaNames.type(wire))).containsExactly(member, type);
  }

  @ParameterizedTest
  @CsvSource({
    "urn:saltmere:pilots, saltmere.pilots",
    "https://www.saltmere.test:8080/pilots/2027?wsdl#a, test.saltmere.pilots._2027",
    "http://Saltmere.test, test.saltmere",
    "urn:class:new-pier, _class._new.pier",
    "'', partner"
  })
  void aPackageIsSuggestedByTheNamespace(String namespace, String name) {
    assertThat(PackageNames.of(namespace)).isEqualTo(name);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "harbor-pilots", "harbor.class", "harbor..pilots", "1.a", " a"})
  void refusesWhatIsNoPackage(String name) {
    ReadDocument document =
        Drafted.read(
            folder,
            Map.of("partner.wsdl", Drafted.around("<xs:element name='message' type='xs:int'/>")));
    assertThatThrownBy(() -> ContractDrafter.client(document, name))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("is no name of a package; write one such as harbor.pilots");
  }
}
