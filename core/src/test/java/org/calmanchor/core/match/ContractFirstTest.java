package org.calmanchor.core.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.xml.transform.dom.DOMSource;
import javax.xml.validation.Schema;
import org.calmanchor.core.Standards;
import org.calmanchor.core.content.JdkSchemas;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** A contract that came first as a document, and a class that serves it. */
class ContractFirstTest {
  private final TugDesk desk = new TugDesk();
  private final Endpoint endpoint = Endpoint.of(desk);

  private String answer(String header, String body) {
    String message =
        Envelopes.envelope(
            Envelopes.SOAP_11,
            "xmlns:g='urn:saltmere:tugs' xmlns:v='urn:saltmere:vessels'"
                + " xmlns:xsi='http://www.w3.org/2001/XMLSchema-instance'",
            header,
            body);
    byte[] sent = message.getBytes(StandardCharsets.UTF_8);
    return new String(Calls.answer(endpoint, SoapVersion.SOAP_1_1, sent), StandardCharsets.UTF_8);
  }

  private static String order(String vessel, String rest) {
    return "<g:order><g:vessel "
        + vessel
        + "</g:vessel><g:from>2027-06-11T08:00:00</g:from>"
        + rest
        + "</g:order>";
  }

  @Test
  void callsTheMethodsWithWhatTheDocumentDescribes() {
    String tug =
        "<g:tugs standby='1'><g:name>Bear</g:name><g:pull>60.5</g:pull></g:tugs>"
            + "<g:tugs><g:name>Bull</g:name><g:pull xsi:nil='true'/></g:tugs>";
    String answer =
        answer(
            "<g:customer>K-1</g:customer>",
            order(
                "xsi:type='v:Liner' flag='SM'><name>Nordlys</name><callSign>SM12</callSign>",
                tug + "<g:notes><g:note by='Ada'>slowly</g:note></g:notes>"));

    assertThat(desk.last)
        .hasToString(
            "[K-1, 2027-06-11T08:00, OceanLiner[name=Nordlys, callSign=SM12, flag=Optional[SM]],"
                + " [Tug[name=Bear, pull=60.5, standby=true], Tug[name=Bull, pull=null,"
                + " standby=false]], [Note[text=slowly, by=Ada]]]");
    assertThat(answer)
        .contains(":cost xmlns:tns=\"urn:saltmere:tugs\">140.25<")
        .contains("<tns:number>2</tns:number>");
  }

  @Test
  void declaredFaultsHaveTheDetailsOfTheDocument() {
    String barge = "xsi:type='v:Barge'><name>Heron</name><load>40</load>";
    assertThat(answer("<g:customer>K-1</g:customer>", order(barge, "")))
        .contains(">None is free.</faultstring>")
        .contains("<tns:earliest>2027-06-11T09:00:00</tns:earliest>");
    assertThat(answer("", "<g:status language='en'><g:number>10</g:number></g:status>"))
        .contains("<faultcode>soap:Client</faultcode>")
        .contains("<tns:unknownNumber xmlns:tns=\"urn:saltmere:tugs\">10</tns:unknownNumber>");
  }

  @Test
  void aBodyThatIsNoWrapperIsTheOnlyArgument() {
    String answer = answer("", "<g:status language='en'><g:name>Bear</g:name></g:status>");

    assertThat(desk.last)
        .isEqualTo(new TugDesk.StatusQuery(null, Optional.of("Bear"), Locale.ENGLISH));
    assertThat(answer)
        .contains("<tns:state>on the way</tns:state><tns:position>Bear</tns:position>")
        .contains("<tns:speeds>1.5 2.5</tns:speeds>")
        .contains("<tns:team><tns:leader>Bo</tns:leader></tns:team>");
    answer("", "<g:released>2027-06-11Z</g:released>");
    answer("", "<g:released>2027-06-31</g:released>");
    assertThat(desk.last).isInstanceOf(TugDesk.StatusQuery.class);
    answer("", "<g:released>2027-06-11</g:released>");
    assertThat(desk.last).isEqualTo(LocalDate.of(2027, 6, 11));
  }

  @Test
  void anElementMayContainItselfAndStandForAnother() {
    String inner = "<g:convoy><g:light>free</g:light></g:convoy>";
    assertThat(answer("", "<g:convoy>" + inner + "<g:horn>3</g:horn></g:convoy>"))
        .contains("<tns:light>free</tns:light></tns:convoy><tns:horn>3</tns:horn></tns:convoy>");
    assertThat(desk.last)
        .hasToString(
            "Convoy[convoy=[Convoy[convoy=[], horn=Optional.empty, light=FREE]],"
                + " horn=Optional[3], light=null]");
    assertThat(answer("", "<g:convoy><g:signal/></g:convoy>"))
        .contains("expected one of convoy, horn, light");
    assertThat(answer("", "<g:convoy><g:horn>99</g:horn></g:convoy>"))
        .contains("<faultcode>soap:Server</faultcode>");
  }

  @Test
  void elementsOfAnyNameAreDomElements() {
    String other = "<x:seal xmlns:x='urn:saltmere:seals' x:no='7'><x:by/></x:seal>";
    String answer = answer("", "<g:extension><g:topic>a</g:topic>" + other + "</g:extension>");

    assertThat(desk.last).isEqualTo(1);
    assertThat(answer).contains("seal").contains("no=\"7\"");
    assertThat(answer("", "<g:extension><g:topic>a</g:topic><g:topic>b</g:topic></g:extension>"))
        .contains("topic");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<g:status language='en'/> | one of number, name",
        "<g:status language='en'><g:number>1</g:number><g:name>a</g:name></g:status>"
            + " | nothing more",
        "<g:status><g:number>1</g:number></g:status> | status/@language",
        "<g:status language='en'><g:number>0</g:number></g:status> | status/number",
        "<g:status language='en' other=''><g:number>1</g:number></g:status> | status/@other",
        "<g:order/> | vessel",
        "<g:orderResponse/> | one of the operations",
      })
  void refusesWhatTheDocumentDoesNotAllow(String body, String said) {
    String answer = answer("<g:customer>K-1</g:customer>", body);

    assertThat(answer).contains("<faultcode>soap:Client</faultcode>").contains(said);
    assertThat(desk.last).isEqualTo("");
  }

  @ParameterizedTest
  @ValueSource(strings = {"<g:pull>0</g:pull>", "<g:pull>120.5</g:pull>", "<g:pull>1.25</g:pull>"})
  void checksTheFacetsOfTheDocument(String pull) {
    String tug = "<g:tugs><g:name>Bear</g:name>" + pull + "</g:tugs>";
    String barge = "xsi:type='v:Barge'><name>Heron</name><load>40</load>";

    assertThat(answer("<g:customer>K-1</g:customer>", order(barge, tug)))
        .contains("order/tugs[1]/pull");
  }

  @Test
  void anAnswerThatTheDocumentDoesNotAllowIsNotSent() {
    assertThat(answer("", "<g:status language='en'><g:name>nowhere</g:name></g:status>"))
        .contains("<faultcode>soap:Server</faultcode>")
        .doesNotContain("fast");
  }

  @Test
  void everyAnswerIsValid() throws Exception {
    Reading reading = ContractReader.read(TugDesk.class);
    Map<String, String> texts = new LinkedHashMap<>();
    DocumentCopy.of(reading.documents())
        .forEach((name, content) -> texts.put(name, new String(content, StandardCharsets.UTF_8)));
    texts.put("partner.wsdl", texts.remove("tugs.wsdl"));
    Schema schema = JdkSchemas.of(texts, reading.contract());
    Samples samples = Samples.of(reading.contract(), reading.examples());
    for (Operation operation : reading.contract().portTypes().get(0).operations()) {
      byte[] request =
          DynamicMessages.of(reading.contract())
              .request(
                  operation.name(),
                  SoapVersion.SOAP_1_1,
                  samples.request(operation),
                  samples.headerBlocks(operation),
                  DynamicMessages.Layout.INDENTED);
      String answer =
          new String(Calls.answer(endpoint, SoapVersion.SOAP_1_1, request), StandardCharsets.UTF_8);
      if (operation.output() != null) {
        NodeList bodies = Standards.parse(answer).getElementsByTagNameNS("*", "Body");
        Node body = bodies.item(0).getFirstChild();
        assertThat(body.getLocalName()).as(answer).isNotEqualTo("Fault");
        assertThat(Standards.firstError(schema, new DOMSource(body))).isEmpty();
      }
    }
  }

  @Test
  void theDocumentIsPublishedAsItIsButForLocations() {
    Reading reading = ContractReader.read(TugDesk.class);
    DocumentSet documents = reading.documents();
    List<DocumentSet.Document> published =
        DocumentCopy.published(
            documents, reading.contract(), "http://here.test/tugs?x&y", n -> "?document=" + n);

    String original = documents.root().text();
    assertThat(published.get(0).text())
        .isEqualTo(
            original
                .replace("types/vessels.xsd", "?document=1")
                .replace(
                    "'http://tugs.saltmere.test/soap?a=1&amp;b=2'",
                    "'http://here.test/tugs?x&amp;y'"));
    assertThat(published.get(1).text()).contains("name=\"Vessel\"");
    assertThat(ContractDocuments.write(reading, "http://here.test/"))
        .contains("schemaLocation=\"types/vessels.xsd\"")
        .contains("location = 'http://here.test/'");
  }
}
