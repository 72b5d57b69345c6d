package org.calmanchor.core.conformance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.core.Documents;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each rule with a document that keeps it, and one change that breaks it. */
class ConformanceTest {
  private static final String BASE = base();
  private static final String ENVELOPE =
      "<s:Envelope xmlns:s='"
          + Envelopes.SOAP_11
          + "' xmlns:b='urn:b'>"
          + "<s:Header><b:pass s:mustUnderstand='1'/></s:Header><s:Body><s:Fault>"
          + "<faultcode>s:Client</faultcode><faultstring>no</faultstring></s:Fault></s:Body>"
          + "</s:Envelope>";

  private static String base() {
    try (InputStream in = ConformanceTest.class.getResourceAsStream("/profile/berths.wsdl")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException impossible) {
      throw new AssertionError(impossible);
    }
  }

  record Change(Rule rule, UnaryOperator<String> change) {
    @Override
    public String toString() {
      return rule.toString();
    }

    Change and(UnaryOperator<String> more) {
      return new Change(rule, document -> more.apply(change.apply(document)));
    }

    String of(String document) {
      String changed = change.apply(document);
      assertThat(changed).as("the change changes something").isNotEqualTo(document);
      return changed;
    }
  }

  private static Change of(Rule rule, String from, String to) {
    return new Change(rule, document -> document.replace(from, to));
  }

  static List<Change> descriptions() {
    String types = BASE.substring(BASE.indexOf("  <wsdl:types>"), BASE.indexOf("  <wsdl:message"));
    String http = "http://schemas.xmlsoap.org/soap/http";
    String input = "<wsdl:input message=\"tns:moor\"/>";
    String output = "<wsdl:output message=\"tns:moorResponse\"/>";
    return List.of(
        of(Rule.R4003, "encoding=\"UTF-8\"", "encoding=\"ISO-8859-1\""),
        of(Rule.R4004, "xml version=\"1.0\"", "xml version=\"1.1\""),
        of(Rule.R2028, "<wsdl:portType name", "<wsdl:portType nome"),
        of(Rule.R2028, "wsdl:definitions", "wsdl:description"),
        of(Rule.R2028, "</wsdl:types>", ""),
        of(Rule.R2028, "<wsdl:definitions", "<!DOCTYPE a><wsdl:definitions"),
        of(Rule.R2803, "  <wsdl:types>", "<wsdl:import namespace='a' location='b'/><wsdl:types>"),
        of(Rule.R2007, "  <wsdl:types>", "<wsdl:import namespace='urn:a'/><wsdl:types>"),
        of(
            Rule.R2022,
            "  <wsdl:binding",
            "<wsdl:import namespace='urn:a' location='b'/><wsdl:binding"),
        of(Rule.R2023, types, "")
            .and(t -> t.replace("</wsdl:portType>", "</wsdl:portType>" + types)),
        of(Rule.R2003, "<wsdl:types>", "<wsdl:types><xsd:import namespace='urn:a'/>"),
        of(Rule.R2101, "type=\"tns:BerthDesk\"", "type=\"soap:BerthDesk\""),
        of(Rule.R2101, "message=\"tns:tie\"", "message=\"tns:tye\""),
        of(Rule.R2101, "binding=\"tns:Berths\"", "binding=\"tns:Moorings\""),
        of(Rule.R2101, "message=\"tns:passHeader\"", "message=\"tns:noHeader\""),
        of(Rule.R2102, "type=\"tns:MoorAnswer\"", "type=\"soap:MoorAnswer\""),
        of(
            Rule.R2105,
            "<xsd:schema elementFormDefault=\"qualified\" targetNamespace=\"urn:lanternquay:berths\">",
            "<xsd:schema>"),
        of(
            Rule.R2110,
            "type=\"tns:MoorAnswer\"",
            "xmlns:e='http://schemas.xmlsoap.org/soap/encoding/' type='e:Array'"),
        of(Rule.R2111, "name=\"boat\"", "name=\"boat\" wsdl:arrayType=\"xsd:string[]\""),
        of(Rule.R2112, "MoorAnswer", "ArrayOfAnswer"),
        of(Rule.R2303, input + "\n      " + output, output + "\n      " + input),
        of(Rule.R2304, "<wsdl:operation name=\"tie\">", "<wsdl:operation name=\"moor\">"),
        of(
                Rule.R2305,
                "<wsdl:part name=\"parameters\" element=\"tns:moorResponse\"/>",
                "<wsdl:part name='a' type='xsd:int'/><wsdl:part name='b' type='xsd:int'/>")
            .and(
                t ->
                    t.replaceFirst(
                        "<wsdl:operation name=\"moor\">",
                        "<wsdl:operation name='moor' parameterOrder='x'>")),
        of(Rule.R2306, "element=\"tns:tie\"", "element=\"tns:tie\" type=\"xsd:string\""),
        of(Rule.R2206, "element=\"tns:tie\"", "element=\"tns:MoorAnswer\""),
        of(Rule.R2401, "    <soap:binding style=\"document\" transport=\"" + http + "\"/>", ""),
        of(Rule.R2701, " transport=\"" + http + "\"", ""),
        of(Rule.R2702, http, "http://schemas.xmlsoap.org/soap/smtp"),
        of(Rule.R2705, "soapAction=\"urn:a\"", "soapAction=\"urn:a\" style=\"rpc\""),
        of(Rule.R2706, "<soap:body use=\"literal\"", "<soap:body use=\"encoded\""),
        of(Rule.R2710, "element=\"tns:tie\"", "element=\"tns:moor\""),
        of(Rule.R2716, "<soap:body use", "<soap:body namespace=\"urn:a\" use"),
        of(Rule.R2716, "<soap:fault name", "<soap:fault namespace=\"urn:a\" name"),
        of(Rule.R2717, "style=\"document\"", "style=\"rpc\""),
        of(Rule.R2726, "<soap:header message", "<soap:header namespace='urn:a' message")
            .and(t -> t.replace("style=\"document\"", "style=\"rpc\"")),
        of(Rule.R2718, "<soap:operation soapAction=\"urn:b\"/>", "")
            .and(
                t ->
                    t.replaceFirst(
                        "(?s)(.*)<wsdl:operation name=\"tie\">", "$1<wsdl:operation name=\"ty\">")),
        of(Rule.R2720, "part=\"header\"", "part=\"a b\""),
        of(Rule.R2749, "part=\"header\"", "part=\"header\" parts=\"header\""),
        of(Rule.R2721, "<soap:fault name=\"Taken\"", "<soap:fault"),
        of(Rule.R2754, "<soap:fault name=\"Taken\"", "<soap:fault name=\"Gone\""),
        of(Rule.R2201, "<soap:body use", "<soap:body parts=\"a b\" use"),
        of(
            Rule.R2210,
            "element=\"tns:tie\"/>",
            "element=\"tns:tie\"/><wsdl:part name=\"more\" element=\"tns:pass\"/>"),
        of(Rule.R2203, "style=\"document\"", "style=\"rpc\""),
        of(Rule.R2204, "element=\"tns:tie\"", "type=\"xsd:string\""),
        of(
            Rule.R2205,
            "name=\"header\" element=\"tns:pass\"",
            "name=\"header\" type=\"xsd:string\""),
        of(
            Rule.R2205,
            "name=\"fault\" element=\"tns:Taken\"",
            "name=\"fault\" type=\"xsd:string\""),
        of(Rule.R2209, "<soap:body use", "<soap:body parts=\"\" use"),
        of(
            Rule.R2740,
            "<wsdl:fault name=\"Taken\"><soap:fault name=\"Taken\" use=\"literal\"/></wsdl:fault>",
            ""),
        of(
            Rule.R2711,
            "  </wsdl:service>",
            "<wsdl:port name=\"Second\" binding=\"tns:Berths\"><soap:address"
                + " location=\"http://lanternquay.test/\"/></wsdl:port></wsdl:service>"),
        of(Rule.NAMES_DIFFER_IN_CASE, "MoorAnswer", "moorREQUEST"),
        of(Rule.ELEMENT_LIKE_TYPE, "MoorAnswer", "Tie"),
        of(Rule.SERVICE_LIKE_PORT_TYPE, "BerthDeskService", "BerthDesk"),
        of(Rule.RESERVED_WORD, "name=\"boat\"", "name=\"class\""),
        of(Rule.NO_IDENTIFIER, "name=\"boat\"", "name=\"boat-name\""),
        of(Rule.FAULT_LIKE_EXCEPTION, "TakenFault", "Taken"),
        of(Rule.NAMESPACE_PLACEHOLDER, "urn:lanternquay:berths", "http://www.example.com/berths"),
        of(Rule.NAMESPACE_PLACEHOLDER, "urn:lanternquay:berths", "urn:your-organisation:berths"),
        of(
            Rule.NOT_FOLLOWED,
            "      <xsd:element name=\"moor\"",
            "<xsd:import namespace='urn:a' schemaLocation='a.xsd'/><xsd:element name=\"moor\""));
  }

  static List<Change> envelopes() {
    return List.of(
        of(Rule.R9980, "<s:Envelope", "<s:Letter").and(t -> t.replace("/s:Envelope", "/s:Letter")),
        of(Rule.R9980, "s:Body", "s:Torso"),
        of(Rule.R9980, "<faultcode>s:Client</faultcode>", ""),
        of(Rule.R9980, "</s:Envelope>", ""),
        of(Rule.R9981, "</s:Body>", "<b:more/></s:Body>"),
        of(Rule.R1014, "</s:Body>", "<more/></s:Body>"),
        of(Rule.R1011, "</s:Envelope>", "<b:more/></s:Envelope>"),
        of(Rule.R1008, "<s:Envelope", "<!DOCTYPE a><s:Envelope"),
        of(Rule.R1009, "<s:Body>", "<?go now?><s:Body>"),
        of(Rule.R1012, "<s:Envelope", "<?xml version='1.0' encoding='ISO-8859-1'?><s:Envelope"),
        of(Rule.R1032, "<s:Body>", "<s:Body s:id='1'>"),
        of(Rule.R1005, "<b:pass", "<b:pass s:encodingStyle='urn:a'"),
        of(Rule.R1013, "mustUnderstand='1'", "mustUnderstand='true'"),
        of(Rule.R1000, "</s:Fault>", "<more/></s:Fault>"),
        of(Rule.R1001, "</s:Fault>", "<s:detail/></s:Fault>"),
        of(Rule.R1004, "s:Client", "s:Caller"),
        of(Rule.R1031, "s:Client", "s:Client.Name"));
  }

  private static Set<Rule> rules(List<Finding> findings) {
    return findings.stream().map(Finding::rule).collect(Collectors.toSet());
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void findsNothingWhereNothingIsWrong() {
    assertThat(Conformance.check(bytes(BASE))).isEmpty();
    assertThat(EnvelopeConformance.check(bytes(ENVELOPE))).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("descriptions")
  void findsWhatADescriptionBreaks(Change change) {
    assertThat(rules(Conformance.check(bytes(change.of(BASE))))).contains(change.rule());
  }

  @ParameterizedTest
  @MethodSource("envelopes")
  void findsWhatAnEnvelopeBreaks(Change change) {
    assertThat(rules(EnvelopeConformance.check(bytes(change.of(ENVELOPE)))))
        .contains(change.rule());
  }

  @Test
  void triesEveryRule() {
    Set<Rule> tried =
        Stream.concat(descriptions().stream(), envelopes().stream())
            .map(Change::rule)
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(tried).containsExactly(Rule.values());
  }

  @Test
  void saysWhereAndWhatAndByWhichProfiles() {
    String document = BASE.replace("<soap:fault name=\"Taken\"", "<soap:fault name=\"Gone\"");
    assertThat(Conformance.check(bytes(document)))
        .singleElement()
        .hasToString(
            """
            R2754 line 36: it is named Gone within Taken.
              A soap:fault has the name of the wsdl:fault around it. \
            (Basic Profile 1.1, Basic Profile 1.2)\
            """);
  }

  @Test
  void judgesEachBindingByItsOwnProfile() {
    String wsdl =
        ContractDocuments.write(ContractReader.read(SignalBook.class).contract(), "http://x.test/")
            .replaceFirst("<soap12:body use=\"literal\"", "<soap12:body use=\"encoded\"");
    assertThat(Conformance.check(bytes(wsdl)))
        .filteredOn(finding -> finding.rule() == Rule.R2706)
        .singleElement()
        .extracting(Finding::profiles)
        .isEqualTo(List.of(Profile.BASIC_2_0));
  }

  @Test
  void ourOwnDocumentsConform() {
    String wsdl =
        ContractDocuments.write(ContractReader.read(SignalBook.class).contract(), "http://x.test/");
    assertThat(Conformance.check(bytes(wsdl)))
        .filteredOn(finding -> finding.rule().level() == Rule.Level.PROBLEM)
        .isEmpty();
  }

  @Test
  void judgesWhatADocumentImportsWithIt() {
    String bindings =
        """
        <w:definitions xmlns:w="http://schemas.xmlsoap.org/wsdl/" xmlns:t="urn:saltmere:pilots"
            xmlns:soap="http://schemas.xmlsoap.org/wsdl/soap/" targetNamespace="urn:saltmere:b"
            xmlns:b="urn:saltmere:b">
        <w:import namespace="urn:saltmere:pilots" location="types.wsdl"/>
        <w:binding name="PilotsSoap" type="t:Pilots">
          <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
          <w:operation name="send"><soap:operation soapAction=""/>
            <w:input><soap:body use="literal"/></w:input>
            <w:output><soap:body use="literal"/></w:output></w:operation></w:binding>
        <w:binding name="LostSoap" type="t:Lost">
          <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/></w:binding>
        </w:definitions>
        """;
    String types =
        Documents.around("<xs:include schemaLocation='more.xsd'/>")
            .replace("t:xs-string", "t:none")
            .replaceFirst("(?s)<w:binding.*</w:service>", "");
    DocumentSet documents =
        Documents.load(
            Map.of(
                "partner.wsdl",
                bindings,
                "types.wsdl",
                types,
                "more.xsd",
                "<s:schema xmlns:s='http://www.w3.org/2001/XMLSchema' xmlns:o='urn:other'>"
                    + "<s:element name='some' type='o:Other'/></s:schema>"));

    assertThat(Conformance.profilesOf(documents)).contains(Profile.BASIC_1_1);
    assertThat(
            Conformance.check(documents).stream()
                .map(each -> each.toString().lines().findFirst().orElse("")))
        .containsExactly(
            "R2101 line 10: type \"t:Lost\" is not there.",
            "R2206 types.wsdl line 8: there is no element {urn:saltmere:pilots}none.",
            "R2102 more.xsd line 1: \"o:Other\" is in namespace \"urn:other\", which this schema"
                + " does not import.");
    assertThat(Conformance.check(bytes(bindings)))
        .singleElement()
        .extracting(Finding::rule)
        .isEqualTo(Rule.NOT_FOLLOWED);
  }

  @Test
  void theDocumentListsEveryRule() throws IOException {
    String doc = Files.readString(Path.of("../docs/conformance.md"));
    assertThat(Arrays.stream(Rule.values()))
        .allSatisfy(rule -> assertThat(doc).contains("| " + rule + " | " + rule.text() + " |"));
  }
}
