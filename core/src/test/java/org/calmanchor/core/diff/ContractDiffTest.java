package org.calmanchor.core.diff;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.Documents;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each kind of change with its verdict; docs/diff.md shows the same table. */
class ContractDiffTest {
  private static final Path DOCUMENTATION = Path.of("../docs/diff.md");

  private static final String SERVICE =
      """
      <w:definitions xmlns:w="http://schemas.xmlsoap.org/wsdl/" xmlns:t="urn:saltmere:pilots"
          xmlns:soap="http://schemas.xmlsoap.org/wsdl/soap/" xmlns:soap12="http://schemas.xmlsoap.org/wsdl/soap12/"
          targetNamespace="urn:saltmere:pilots">
      <w:types><xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema" targetNamespace="urn:saltmere:pilots">
      <xs:element name="order" type="xs:string"/><xs:element name="ordered" type="xs:string"/>
      <xs:element name="cancel" type="xs:int"/><xs:element name="none" type="xs:string"/>
      <xs:element name="late" type="xs:string"/><xs:element name="key" type="xs:string"/><xs:element name="pass" type="xs:string"/>
      </xs:schema></w:types>
      <w:message name="orderIn"><w:part name="p" element="t:order"/></w:message>
      <w:message name="orderOut"><w:part name="p" element="t:ordered"/></w:message>
      <w:message name="cancelIn"><w:part name="p" element="t:cancel"/></w:message>
      <w:message name="none"><w:part name="p" element="t:none"/></w:message>
      <w:message name="late"><w:part name="p" element="t:late"/></w:message>
      <w:message name="head"><w:part name="key" element="t:key"/><w:part name="pass" element="t:pass"/></w:message>
      <w:portType name="Pilots"><w:operation name="order"><w:documentation>Orders a pilot.</w:documentation><w:input message="t:orderIn"/><w:output message="t:orderOut"/><w:fault name="none" message="t:none"/></w:operation>
      <w:operation name="cancel"><w:input message="t:cancelIn"/></w:operation></w:portType>
      <w:binding name="P" type="t:Pilots"><soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
      <w:operation name="order"><soap:operation soapAction="o"/><w:input><soap:body use="literal"/><soap:header message="t:head" part="key" use="literal"/></w:input><w:output><soap:body use="literal"/></w:output><w:fault name="none"><soap:fault name="none" use="literal"/></w:fault></w:operation>
      <w:operation name="cancel"><soap:operation soapAction="c"/><w:input><soap:body use="literal"/></w:input></w:operation></w:binding>
      <w:service name="Office"><w:port name="First" binding="t:P"><soap:address location="http://saltmere.test/pilots"/></w:port></w:service>
      </w:definitions>
      """;

  static List<ChangeCase> bodies() throws IOException {
    return ChangeCase.read("changes.txt");
  }

  static List<ChangeCase> services() throws IOException {
    return ChangeCase.read("service-changes.txt");
  }

  /** A document whose only operation sends and answers an element {@code message}. */
  static String document(String components) {
    return Documents.around(components, "message");
  }

  private static List<Change> changes(ChangeCase each) {
    return ContractDiff.of(
        Documents.read(document(each.schema("old"))), Documents.read(document(each.schema("new"))));
  }

  @ParameterizedTest
  @MethodSource("bodies")
  void judgesChangesOfBodies(ChangeCase each) {
    requireExpected(each, changes(each));
  }

  @ParameterizedTest
  @MethodSource("services")
  void judgesChangesOfServices(ChangeCase each) {
    requireExpected(each, serviceChanges(each));
  }

  private static List<Change> serviceChanges(ChangeCase each) {
    String changed = SERVICE.replace(each.line("replace"), each.line("by"));
    assertThat(changed).isNotEqualTo(SERVICE);
    if (!each.line("also").isEmpty()) {
      changed = changed.replace(each.line("also"), each.line("alsoBy"));
    }
    return ContractDiff.of(Documents.read(SERVICE), Documents.read(changed));
  }

  private static void requireExpected(ChangeCase each, List<Change> changes) {
    assertThat(verdict(changes)).as(changes.toString()).isEqualTo(each.line("breaks"));
    assertThat(changes.stream().map(Change::what).distinct().collect(Collectors.joining(", ")))
        .isEqualTo(each.line("what"));
    changes.forEach(change -> assertThat(change.reason()).endsWith("."));
  }

  private static String verdict(List<Change> changes) {
    boolean senders = changes.stream().anyMatch(Change::breaksSenders);
    boolean receivers = changes.stream().anyMatch(Change::breaksReceivers);
    return changes.isEmpty()
        ? "nothing"
        : senders && receivers ? "both" : senders ? "senders" : receivers ? "receivers" : "nobody";
  }

  @Test
  void isListedInTheDocumentation() throws IOException {
    StringBuilder table = new StringBuilder();
    for (ChangeCase each : bodies()) {
      table.append(row(each, changes(each)));
    }
    for (ChangeCase each : services()) {
      table.append(row(each, serviceChanges(each)));
    }
    String text = Files.readString(DOCUMENTATION);
    int begin = text.indexOf("|---|---|---|---|\n") + "|---|---|---|---|\n".length();
    int end = text.length();
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(DOCUMENTATION, text.substring(0, begin) + table + text.substring(end));
    } else {
      assertThat(text.substring(begin, end)).isEqualTo(table.toString());
    }
    assertThat(table.toString().lines()).hasSizeGreaterThanOrEqualTo(60);
  }

  private static String row(ChangeCase each, List<Change> changes) {
    String reasons =
        changes.stream()
            .filter(change -> change.breaks() == changes.stream().anyMatch(Change::breaks))
            .map(Change::reason)
            .distinct()
            .collect(Collectors.joining(" "));
    return "| "
        + each.title()
        + " | "
        + (each.line("what").isEmpty() ? "no change" : each.line("what"))
        + " | "
        + switch (verdict(changes)) {
          case "both" -> "senders, receivers";
          case "nothing" -> "nobody";
          default -> verdict(changes);
        }
        + " | "
        + reasons
        + " |\n";
  }

  @Test
  void namesThePlaceInTheCode() {
    Contract code = ContractReader.read(Desk.class).contract();
    String document =
        ContractDocuments.write(code, "http://a/")
            .replace("name=\"nights\" type=\"xsd:int\"", "name=\"nights\" type=\"xsd:long\"");
    assertThat(ContractDiff.of(Documents.read(document), code))
        .singleElement()
        .satisfies(
            change -> {
              assertThat(change.path()).isEqualTo("Stay/nights");
              assertThat(change.breaksSenders()).isTrue();
              assertThat(change.breaksReceivers()).isFalse();
              assertThat(change.place()).contains("Stay").contains("nights");
              assertThat(change.was()).isEqualTo("long");
              assertThat(change.is()).isEqualTo("int");
            });
  }

  record Stay(String berth, int nights) {}

  @PortType(namespace = "urn:lanternquay:stays")
  static class Desk {
    @Operation
    public Stay amend(Stay stay) {
      return stay;
    }
  }
}
