package org.calmanchor.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.FileNotFoundException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentLoader;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.match.ContractMatcher;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;

/** Reads documents that are held as texts. */
public final class Documents {
  public static final URI ROOT = URI.create("memory:/partner.wsdl");

  public static final String NAMESPACE = "urn:saltmere:pilots";

  private Documents() {}

  public static QName name(String local) {
    return new QName(NAMESPACE, local);
  }

  /** A schema with these components; its prefixes are xs and t. */
  public static String schema(String components) {
    return """
        <xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema" xmlns:t="urn:saltmere:pilots"
            targetNamespace="urn:saltmere:pilots" elementFormDefault="qualified">
        %s
        </xs:schema>
        """
        .formatted(components);
  }

  /** A WSDL document with these components, whose operation {@code send} takes {@code string}. */
  public static String around(String components) {
    return around(components, "xs-string");
  }

  /** A WSDL document with these components, whose operation {@code send} takes an element. */
  public static String around(String components, String element) {
    return """
        <w:definitions xmlns:w="http://schemas.xmlsoap.org/wsdl/" xmlns:t="urn:saltmere:pilots"
            xmlns:soap="http://schemas.xmlsoap.org/wsdl/soap/" targetNamespace="urn:saltmere:pilots">
        <w:types>%s</w:types>
        <w:message name="send"><w:part name="body" element="t:%s"/></w:message>
        <w:portType name="Pilots"><w:operation name="send">
          <w:input message="t:send"/><w:output message="t:send"/></w:operation></w:portType>
        <w:binding name="PilotsSoap" type="t:Pilots">
          <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
          <w:operation name="send"><soap:operation soapAction="send"/>
            <w:input><soap:body use="literal"/></w:input>
            <w:output><soap:body use="literal"/></w:output></w:operation></w:binding>
        <w:service name="PilotOffice"><w:port name="Pilots" binding="t:PilotsSoap">
          <soap:address location="http://saltmere.test/pilots"/></w:port></w:service>
        </w:definitions>
        """
        .formatted(schema(components), element);
  }

  /** The contract in one document. */
  public static Contract read(String wsdl) {
    return readWithin(DocumentLimits.DEFAULT, wsdl);
  }

  /** The contract in one document that may need no more than {@code limits}. */
  public static Contract readWithin(DocumentLimits limits, String wsdl) {
    DocumentSource source = source(Map.of("partner.wsdl", wsdl));
    return ContractDocuments.read(ROOT, source, SchemaCatalogue.STANDARDS, limits).contract();
  }

  /** What {@code partner.wsdl} says, with the other documents beside it. */
  public static ReadDocument read(Map<String, String> documents) {
    return ContractDocuments.read(
        ROOT, source(documents), SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT);
  }

  /** The documents themselves; what cannot be loaded is left out. */
  public static DocumentSet load(Map<String, String> documents) {
    return DocumentLoader.load(
        ROOT,
        source(documents),
        SchemaCatalogue.STANDARDS,
        DocumentLimits.DEFAULT,
        new DocumentProblems());
  }

  /** What would be read of the same code if its own document had come first. */
  public static Reading matched(Reading reading) {
    ReadDocument document =
        read(Map.of("partner.wsdl", ContractDocuments.write(reading, "http://saltmere.test/")));
    Problems problems = new Problems(() -> true);
    ContractMatcher matcher =
        new ContractMatcher(
            reading.service().signature(),
            reading.contract(),
            reading.members(),
            reading.examples(),
            document.contract(),
            problems);
    Members members = matcher.match();
    assertThat(problems.all()).isEmpty();
    return new Reading(
        reading.service(), document.contract(), members, matcher.examples(), document.documents());
  }

  /** Compares part by part, so that a failure shows the part that differs. */
  public static void requireEqual(Contract actual, Contract expected) {
    assertThat(actual.schemas()).isEqualTo(expected.schemas());
    assertThat(actual.messages()).isEqualTo(expected.messages());
    assertThat(actual.portTypes()).isEqualTo(expected.portTypes());
    assertThat(actual.bindings()).isEqualTo(expected.bindings());
    assertThat(actual.services()).isEqualTo(expected.services());
    assertThat(actual).isEqualTo(expected);
  }

  public static DocumentSource source(Map<String, String> documents) {
    return location -> {
      String text = documents.get(location.getPath().substring(1));
      if (text == null) {
        throw new FileNotFoundException(location.toString());
      }
      return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
    };
  }
}
