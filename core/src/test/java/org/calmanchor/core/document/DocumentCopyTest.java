package org.calmanchor.core.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.Documents;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Documents in all forms that XML allows: locations are replaced, and no other byte. */
class DocumentCopyTest {
  private static final String WSDL =
      """
      <?xml version='1.0' encoding='%s'?>
      <?note <soap:address location="http://old.test/?a&amp;b"/>?>
      <!-- é <soap:address location="http://old.test/?a&amp;b"/> -->
      <w:definitions xmlns:w="http://schemas.xmlsoap.org/wsdl/" xmlns:t='urn:saltmere:pilots'
          xmlns:soap="http://schemas.xmlsoap.org/wsdl/soap/" targetNamespace="urn:saltmere:pilots"
          name='a">b'><w:documentation>é <![CDATA[<soap:address location="x"/>]]><b/>
        <soap:address location="http://old.test/?a&amp;b"/></w:documentation>
      <w:types><xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema"
          targetNamespace="urn:saltmere:pilots"><xs:include  schemaLocation = 'a&#38;b.xsd'  id="i"/>
      </xs:schema></w:types>
      <w:message name="send"><w:part name="body" element="t:message"/></w:message>
      <w:portType name="Pilots"><w:operation name="send"><w:input message="t:send"/>
        </w:operation></w:portType>
      <w:portType name="Others"><w:operation name="other"><w:input message="t:send"/>
        </w:operation></w:portType>
      <w:binding name="Other" type="t:Others">
        <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
        <w:operation name="other"><w:input><soap:body use="literal"/></w:input></w:operation>
      </w:binding>
      <w:binding name="B" type="t:Pilots">
        <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
        <w:operation name="send"><w:input><soap:body use="literal"/></w:input></w:operation>
      </w:binding>
      <w:service name="S"><w:port name="p" binding="t:B"
        ><soap:address
          location="http://old.test/?a&amp;b"
        /></w:port><w:port name="q" binding="t:Other"><soap:address location='http://q.test'/></w:port>
      </w:service></w:definitions>
      """;
  private static final String SCHEMA =
      "<xs:schema xmlns:xs='http://www.w3.org/2001/XMLSchema'>"
          + "<xs:element name='message' type='xs:string'/></xs:schema>";

  @ParameterizedTest
  @ValueSource(strings = {"UTF-8", "UTF-16", "ISO-8859-1"})
  void nothingButLocationsChanges(String encoding) throws IOException {
    Charset charset = Charset.forName(encoding);
    String text = WSDL.formatted(encoding);
    Map<String, byte[]> contents =
        Map.of(
            "partner.wsdl",
            text.getBytes(charset),
            "a&b.xsd",
            SCHEMA.getBytes(StandardCharsets.UTF_8));
    DocumentSource source =
        location -> {
          byte[] content =
              contents.get(URI.create("/").resolve(location.getPath()).getPath().substring(1));
          if (content == null) {
            throw new IOException("there is no " + location);
          }
          return new ByteArrayInputStream(content);
        };
    DocumentProblems problems = new DocumentProblems();
    DocumentSet documents =
        DocumentLoader.load(
            Documents.ROOT, source, SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT, problems);
    assertThat(problems.all()).isEmpty();
    Contract contract = ContractDocuments.read(documents).contract().of(Documents.name("Pilots"));

    List<DocumentSet.Document> published =
        DocumentCopy.published(documents, contract, "http://new.test/<'\"&", n -> "?n=" + n);

    int at = text.lastIndexOf("location=\"http://old.test/?a&amp;b\"");
    String expected =
        text.substring(0, at)
            + "location=\"http://new.test/&lt;&apos;&quot;&amp;\""
            + text.substring(at + "location=\"http://old.test/?a&amp;b\"".length());
    expected = expected.replace("'a&#38;b.xsd'", "'?n=1'");
    assertThat(published.get(0).text()).isEqualTo(expected);
    assertThat(published.get(0).bytes()).isEqualTo(expected.getBytes(charset));
    assertThat(published.get(1).text()).isEqualTo(SCHEMA);
    Iterator<String> names = DocumentCopy.of(documents).keySet().iterator();
    assertThat(names.next()).isEqualTo("partner.wsdl");
    assertThat(names.next()).isEqualTo("a-b.xsd");
  }
}
