package org.calmanchor.draft;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Types that a schema fixes, and services that are written around them. */
class SchemaDraftTest {
  private static final String SHIPS = "urn:saltmere:ships";
  private static final String DESK =
      """
      package saltmere.ships;

      import java.util.List;
      import org.calmanchor.annotations.*;

      @PortType(namespace = "urn:lanternquay:arrivals")
      public class ArrivalDesk {
        @Operation
        public List<Ship> announce(@Element(name = "ship") Ship ship, String pier) {
          return List.of(ship, %s);
        }
      }
      """;

  @TempDir private Path folder;

  private static ReadDocument schema(Path file) {
    return ContractDocuments.readSchema(
        file.toUri(), DocumentSource.files(), SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT);
  }

  private static ReadDocument ships() {
    return schema(
        Path.of(
            "../examples/harbor/src/main/resources/org/calmanchor/examples/pilots/types/ships.xsd"));
  }

  private Drafted compiled(Draft draft, String yacht) throws IOException {
    Map<String, byte[]> sources = new LinkedHashMap<>(draft.sources());
    sources.put(
        "saltmere/ships/ArrivalDesk.java", DESK.formatted(yacht).getBytes(StandardCharsets.UTF_8));
    return Drafted.compile(
        folder, List.of(new Draft(sources, draft.resources(), List.of(), List.of())));
  }

  @Test
  void theServicePublishesTheSchemaAndKeepsItsRules() throws Exception {
    Draft draft = SchemaDrafter.draft(ships(), "saltmere.ships");
    assertThat(draft.notes())
        .containsExactly(
            "Type \"Remark\" is a Map<String, Object> within others, since there may be text"
                + " between its elements; no operation can refer to it by itself.");
    String yacht =
        "new Yacht(java.util.Optional.of(true), \"Otter\", java.util.Optional.of(\"OT12\"),"
            + " new Dimensions(java.math.BigDecimal.TEN, java.math.BigDecimal.ONE))";
    try (Drafted compiled = compiled(draft, yacht)) {
      Class<?> desk = compiled.type("saltmere.ships.ArrivalDesk");
      Reading reading = ContractReader.read(desk);
      assertThat(schemaOf(reading.contract())).isEqualTo(schemaOf(ships().contract()));
      String wsdl = ContractDocuments.write(reading, "http://lanternquay.test/");
      Contract published = Drafted.read(folder, Map.of("desk.wsdl", wsdl)).contract();
      assertThat(schemaOf(published)).isEqualTo(schemaOf(ships().contract()));

      Object service = desk.getConstructor().newInstance();
      try (RunningHost host = SoapHost.onPort(0).serve("/desk", service).start()) {
        DynamicClient client = DynamicClient.of(published, host.address("/desk"));
        Map<String, Object> ferry =
            new LinkedHashMap<>(
                Map.of(
                    "xsi:type", "Ferry",
                    "name", "Nordlys",
                    "dimensions", Map.of("length", "98.5", "draught", "4.2"),
                    "passengers", "300"));
        assertThat(client.call("announce", Map.of("ship", ferry, "pier", "A"), Map.of()).outcome())
            .hasToString(
                "Result[values={result=[{xsi:type=Ferry, name=Nordlys,"
                    + " dimensions={length=98.5, draught=4.2}, passengers=300}, {xsi:type=Yacht,"
                    + " sails=true, name=Otter, callSign=OT12, dimensions={length=10,"
                    + " draught=1}}]}]");
        ferry.put("callSign", "too long");
        assertThat(client.call("announce", Map.of("ship", ferry, "pier", "A"), Map.of()).outcome())
            .isInstanceOfSatisfying(
                Outcome.OtherFault.class,
                fault -> assertThat(fault.reason()).startsWith("announce/ship/callSign is \"too"));
      }
    }
  }

  private static Schema schemaOf(Contract contract) {
    return contract.schemas().stream()
        .filter(each -> each.targetNamespace().equals(SHIPS))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void typesThatDoNotFitTheirDocumentAreReported() throws Exception {
    Draft draft = SchemaDrafter.draft(ships(), "saltmere.ships");
    Map<String, byte[]> sources = new LinkedHashMap<>(draft.sources());
    sources.replaceAll(
        (name, text) ->
            new String(text, StandardCharsets.UTF_8)
                .replace("BigInteger passengers", "String passengers, int crew")
                .replace("import java.math.BigInteger;", "")
                .getBytes(StandardCharsets.UTF_8));
    Map<String, byte[]> resources = new LinkedHashMap<>(draft.resources());
    try (Drafted compiled = compiled(new Draft(sources, resources, List.of(), List.of()), "ship")) {
      Class<?> desk = compiled.type("saltmere.ships.ArrivalDesk");
      assertThatThrownBy(() -> ContractReader.read(desk))
          .isInstanceOf(ContractException.class)
          .hasMessageContaining("CALM-510 Ferry.crew: element \"crew\" is not in the document");
    }
  }

  @ParameterizedTest
  @CsvSource({
    "'namespace = \"urn:saltmere:ships\", document = \"none.xsd\"',CALM-508",
    "'name = \"Tug\", namespace = \"urn:saltmere:ships\", document = \"ships.xsd\"',CALM-510"
  })
  void documentsAndTypesThatAreNotThereAreReported(String annotation, String code)
      throws Exception {
    Draft draft = SchemaDrafter.draft(ships(), "saltmere.ships");
    Map<String, byte[]> sources = new LinkedHashMap<>(draft.sources());
    sources.computeIfPresent(
        "saltmere/ships/Dimensions.java",
        (name, text) ->
            new String(text, StandardCharsets.UTF_8)
                .replace("namespace = \"urn:saltmere:ships\", document = \"ships.xsd\"", annotation)
                .getBytes(StandardCharsets.UTF_8));
    try (Drafted compiled =
        compiled(new Draft(sources, draft.resources(), List.of(), List.of()), "ship")) {
      Class<?> desk = compiled.type("saltmere.ships.ArrivalDesk");
      assertThatThrownBy(() -> ContractReader.read(desk)).hasMessageContaining(code);
    }
  }

  @Test
  void allFormsOfASchemaAreDrafted() throws Exception {
    Path file =
        Drafted.write(
            folder,
            "all.xsd",
            """
            <xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema" xmlns:s="urn:saltmere:ships"
                targetNamespace="urn:saltmere:ships">
              <xs:element name="loose"><xs:complexType><xs:sequence/></xs:complexType></xs:element>
              <xs:simpleType name="kind"><xs:restriction base="xs:token">
                <xs:enumeration value="mooring buoy"/><xs:enumeration value="FINGER"/></xs:restriction></xs:simpleType>
              <xs:complexType name="Base"><xs:sequence><xs:element name="kind" type="s:kind"/></xs:sequence></xs:complexType>
              <xs:complexType name="base-2"><xs:complexContent><xs:extension base="s:Base">
                <xs:choice><xs:element name="a" type="xs:int"/><xs:element name="b"><xs:complexType mixed="true">
                  <xs:sequence/></xs:complexType></xs:element></xs:choice>
                </xs:extension></xs:complexContent></xs:complexType>
              <xs:complexType name="Amount"><xs:simpleContent><xs:extension base="xs:decimal">
                <xs:attribute name="unit" type="s:kind"/></xs:extension></xs:simpleContent></xs:complexType>
            </xs:schema>
            """);
    Draft draft = SchemaDrafter.draft(schema(file), "saltmere.ships");
    assertThat(draft.notes()).hasSize(1).first().asString().startsWith("Element \"loose\" has");
    Map<String, byte[]> sources = new LinkedHashMap<>(draft.sources());
    sources.put(
        "saltmere/ships/Desk.java",
        """
        package saltmere.ships;
        @org.calmanchor.annotations.PortType(namespace = "urn:saltmere:ships")
        public class Desk {
          @org.calmanchor.annotations.Operation
          public Amount weigh(Base base, java.util.Optional<Kind> kind) { return null; }
        }
        """
            .getBytes(StandardCharsets.UTF_8));
    try (Drafted compiled =
        Drafted.compile(
            folder, List.of(new Draft(sources, draft.resources(), List.of(), List.of())))) {
      Contract contract = ContractReader.read(compiled.type("saltmere.ships.Desk")).contract();
      assertThat(contract.schemas()).hasSize(1);
      assertThat(contract.schemas().get(0).types())
          .containsExactlyElementsOf(schemaOf(schema(file).contract()).types());
    }
  }
}
