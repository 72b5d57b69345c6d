package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import javax.xml.validation.Schema;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.Standards;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class EndpointTest {
  private static final Endpoint ENDPOINT = Endpoint.of(new SignalBook());
  private static Schema schema;

  @BeforeAll
  static void compileSchema() throws Exception {
    schema =
        Standards.messages(ContractDocuments.write(ENDPOINT.contracts().get(0), "http://x.test/"));
  }

  private static String envelope(SoapVersion version, String body) {
    return "<e:Envelope xmlns:e='"
        + version.envelopeNamespace()
        + "' xmlns='"
        + SignalBook.NAMESPACE
        + "' xmlns:xsi='http://www.w3.org/2001/XMLSchema-instance'><e:Body>"
        + body
        + "</e:Body></e:Envelope>";
  }

  private static Call call(String body) {
    return Call.of(envelope(SoapVersion.SOAP_1_1, body), "text/xml; charset=utf-8").on(ENDPOINT);
  }

  private static final String SCALARS =
      "<echo><value flag=' 1 ' hue='sea green'><text> a&lt;b&#xD; é€😀 </text><tiny>-128</tiny>"
          + "<small>+7</small><whole>007</whole><big>-9223372036854775808</big>"
          + "<huge>123456789012345678901234567890</huge><exact>.50</exact><rough>INF</rough>"
          + "<fine>-1.5E3</fine><day>-0044-03-15</day><maybeNil xsi:nil='true'/></value></echo>";

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void answersEveryScalarInEachVersionWithValidMessages(SoapVersion version) throws Exception {
    String request = envelope(version, SCALARS);
    assertThat(Standards.firstError(schema, request)).isEmpty();
    Call call = Call.of(request, version.mediaType()).on(ENDPOINT);
    assertThat(call.answer())
        .contains(
            "<tns:result flag=\"true\" hue=\"sea green\"><tns:text> a&lt;b&#xD; é€😀 </tns:text>",
            "<tns:whole>7</tns:whole>",
            "<tns:exact>0.50</tns:exact><tns:rough>INF</tns:rough><tns:fine>-1500.0</tns:fine>",
            "<tns:day>-0044-03-15</tns:day><tns:maybeNil xsi:nil=\"true\"/></tns:result>");
    assertThat(call.status).isEqualTo(200);
    assertThat(call.answerType).isEqualTo(version.mediaType() + "; charset=utf-8");
    assertThat(Standards.firstError(schema, call.answer())).isEmpty();
  }

  @Test
  void answersRecursiveValuesAndLists() throws Exception {
    String hoist =
        "<hoist><flags>A</flags><answers><flags>B</flags><answers><flags>C</flags></answers>"
            + "</answers><answers><flags>D</flags></answers></hoist>";
    assertThat(plain(call("<mirror>" + hoist + "</mirror>")))
        .contains(">" + hoist + "</mirrorResponse>");
    String lists =
        "<hues>RED</hues><hues>sea green</hues><numbers>3</numbers><numbers>3</numbers>"
            + "<words>one</words>";
    assertThat(plain(call("<lists><value>" + lists + "</value></lists>"))).contains(lists);
    assertThat(plain(call("<strike/>")))
        .contains("<strikeResponse xmlns:tns=\"http://signals.lanternquay.test/2027/\"/>");
  }

  private static String plain(Call call) throws Exception {
    assertThat(Standards.firstError(schema, call.answer())).isEmpty();
    assertThat(call.status).isEqualTo(200);
    return call.answer().replace("tns:", "");
  }

  @ParameterizedTest
  @CsvSource({"SOAP_1_1, 500, Client", "SOAP_1_2, 400, Sender"})
  void answersADeclaredFaultWithItsDetail(SoapVersion version, int status, String code)
      throws Exception {
    Call call =
        Call.of(envelope(version, "<read><flags>Q</flags></read>"), version.mediaType())
            .on(ENDPOINT);
    assertThat(call.status).isEqualTo(status);
    assertThat(call.answer())
        .contains(
            "soap:" + code + "<",
            ">Q is not in the book<",
            "<tns:UnknownFlag xmlns:tns=\"http://signals.lanternquay.test/2027/\"><tns:flag>Q</tns:flag><tns:position>1</tns:position>"
                + "</tns:UnknownFlag>");
    assertThat(Standards.firstError(schema, call.answer())).isEmpty();
    assertThat(call("<read><flags>mast</flags></read>").answer())
        .contains(
            "soap:Server", "<tns:Dismasted xmlns:tns=\"http://signals.lanternquay.test/2027/\"/>");
  }

  @ParameterizedTest
  @CsvSource({"boom", "null"})
  void hidesWhatWentWrongInsideBehindAnIncident(String flags) throws Exception {
    Call call = call("<read><flags>" + flags + "</flags></read>");
    assertThat(call.status).isEqualTo(500);
    assertThat(call.answer())
        .contains("<faultcode>soap:Server</faultcode>")
        .containsPattern("<ca:incident xmlns:ca=\"urn:calm-anchor:fault\" id=\"\\w{4}-\\w{4}\"/>")
        .doesNotContain("secret", "Exception", "null", "org.", ".java");
    assertThat(Standards.firstError(schema, call.answer())).isEmpty();
  }

  /** Body, what the reason says of it; a null XSD verdict is what both of us must refuse. */
  static List<List<String>> badBodies() {
    List<List<String>> rows = new ArrayList<>();
    rows.add(
        List.of(
            "<read><flags/>x</read>",
            "read/text() does not belong here; expected elements, no text between them."));
    rows.add(List.of("<read/>", "read/flags is missing; expected one."));
    rows.add(
        List.of(
            "<read><flags>A</flags><flags>B</flags></read>",
            "read/flags occurs too often; expected at most 1."));
    rows.add(
        List.of(
            "<read><flag>A</flag></read>", "read/flag does not belong here; expected only flags."));
    rows.add(
        List.of(
            "<read><flags>A</flags><x/></read>",
            "read/x does not belong here; expected only flags."));
    rows.add(
        List.of(
            "<read><flags><b/></flags></read>",
            "read/flags/b does not belong here; expected text only."));
    rows.add(
        List.of(
            "<read><flags a='1'>A</flags></read>",
            "read/flags/@a does not belong here; expected no attribute."));
    rows.add(
        List.of("<read><flags xsi:nil='true'/></read>", "read/flags is nil; expected a value."));
    rows.add(
        List.of(
            "<read><flags xsi:type='Hoist'>A</flags></read>",
            "read/flags/@xsi:type is \"Hoist\"; expected string."));
    rows.add(
        List.of(
            "<measure><length><metres>1.0</metres></length></measure>",
            "measure/length/metres is \"1.0\"; expected a whole number from -2147483648 to 2147483647."));
    rows.add(
        List.of(
            "<measure><length><metres>9999999999</metres></length></measure>",
            "is \"9999999999\"; expected a whole number"));
    rows.add(
        List.of(
            SCALARS.replace("flag=' 1 '", ""),
            "echo/value/@flag is missing; expected true, false, 1 or 0."));
    rows.add(
        List.of(
            SCALARS.replace("sea green", " green"),
            "echo/value/@hue is \" green\"; expected one of RED, sea green."));
    rows.add(
        List.of(
            SCALARS.replace("-0044-03-15", "2027-02-29"),
            "echo/value/day is \"2027-02-29\"; expected a day"));
    rows.add(List.of(SCALARS.replace("-0044-03-15", "2027-06-11Z"), "echo/value/day"));
    rows.add(
        List.of(
            SCALARS.replace("<exact>.50", "<exact>1E3"),
            "echo/value/exact is \"1E3\"; expected a decimal number"));
    rows.add(
        List.of("<lists><value/></lists>", "lists/value/words is missing; expected at least 1."));
    rows.add(
        List.of(
            "<mirror><hoist><flags>A</flags><answers/></hoist></mirror>",
            "mirror/hoist/answers[1]/flags is missing"));
    return rows;
  }

  @ParameterizedTest
  @MethodSource("badBodies")
  void refusesWhatTheSchemaRefusesAndSaysWhere(List<String> row) throws Exception {
    assertThat(Standards.firstError(schema, envelope(SoapVersion.SOAP_1_1, row.get(0))))
        .as("the JDK's validator refuses it too")
        .isNotEmpty();
    Call call = call(row.get(0));
    Call inPieces = Call.of(envelope(SoapVersion.SOAP_1_1, row.get(0)), "text/xml");
    inPieces.isLengthKnown = false;
    String place = " (line|column)=\"\\d+\"";
    assertThat(inPieces.on(ENDPOINT).answer().replaceAll(place, ""))
        .as("both parsers lead to the same words")
        .isEqualTo(call.answer().replaceAll(place, ""));
    assertThat(call.answer())
        .contains("<faultcode>soap:Client</faultcode>", "<ca:problem ")
        .contains(row.get(1).replace("<", "&lt;"));
    assertThat(call.status).isEqualTo(500);
    assertThat(Standards.firstError(schema, call.answer())).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "<unknown/>|expected one of the operations echo, lists, measure, mirror, read, strike.",
        "``|Body is missing; expected one of echo",
        "<strike/><strike/>|strike does not belong here; expected one element in the body.",
        "<strike><?pi x?></strike>|The message holds a processing instruction",
        "<measure><length><metres>-1</metres></length></measure>|measure/length is \"refused\"",
        "<lists><value><hues>RED</hues><hues>RED</hues><words>a</words></value></lists>"
            + "|lists/value/hues is \"the same value twice\"; expected each value once.",
        "<read xmlns=''><flags>A</flags></read>"
            + "|expected it in namespace \"http://signals.lanternquay.test/2027/\"",
        "<strike></strik>|The message is not well-formed XML: parsing failed at line 1",
        "<read><flags>&undeclared;</flags></read>|well-formed"
      })
  void refusesMoreThanTheSchemaSays(String body, String reason) {
    Call call = call(body);
    assertThat(call.status).isEqualTo(500);
    assertThat(call.answer()).contains("soap:Client", reason).doesNotContain("secret", "ctc.wstx");
  }

  @Test
  void refusesDocumentTypesBeforeTheyDoAnything() {
    String message =
        "<!DOCTYPE x [<!ENTITY e SYSTEM 'file:///etc/hostname'>]>"
            + envelope(SoapVersion.SOAP_1_1, "<read><flags>&e;</flags></read>");
    assertThat(Call.of(message, "text/xml").on(ENDPOINT).answer())
        .contains("a document type (DOCTYPE), which SOAP does not allow");
  }

  @Test
  void acceptsWhatEveryValidatorAccepts() throws Exception {
    String body =
        "<!-- a --><read xsi:schemaLocation='urn:a b.xsd'><flags xsi:nil='false'"
            + " xmlns:x='http://www.w3.org/2001/XMLSchema' xsi:type='x:string'>"
            + "A<!-- c --><![CDATA[<B>]]>&amp;C</flags></read>";
    assertThat(call(body).answer())
        .contains("<tns:result>meaning of A&lt;B&gt;&amp;C</tns:result>");
  }

  @ParameterizedTest
  @CsvSource({
    "application/soap+xml, 415, SOAP 1.1 envelopes travel as text/xml",
    "application/json, 415, Send text/xml for SOAP 1.1",
    ", 415, Send text/xml for SOAP 1.1"
  })
  void refusesAContentTypeThatDoesNotFit(String type, int status, String reason) {
    Call call = Call.of(envelope(SoapVersion.SOAP_1_1, "<strike/>"), type).on(ENDPOINT);
    assertThat(call.status).isEqualTo(status);
    assertThat(call.answer()).contains(reason);
  }

  @ParameterizedTest
  @CsvSource({"UTF-8", "UTF-16", "ISO-8859-1"})
  void readsTheCharsetOfTheContentType(String charset) throws Exception {
    byte[] message =
        envelope(SoapVersion.SOAP_1_1, "<read><flags>é</flags></read>").getBytes(charset);
    assertThat(Call.of(message, "text/xml; charset=\"" + charset + "\"").on(ENDPOINT).answer())
        .contains("meaning of é");
  }

  @Test
  void namesHeaderBlocksThatItMustUnderstandAndDoesNot() {
    String header =
        "<e:Header><a:Pass xmlns:a='urn:a' e:mustUnderstand='1'/><b:Note xmlns:b='urn:b'/>"
            + "<c:Far xmlns:c='urn:c' e:mustUnderstand='1' e:actor='urn:elsewhere'/></e:Header>";
    String message =
        envelope(SoapVersion.SOAP_1_1, "<strike/>").replace("<e:Body>", header + "<e:Body>");
    assertThat(Call.of(message, "text/xml").on(ENDPOINT).answer())
        .contains("<faultcode>soap:MustUnderstand</faultcode>", "are not: {urn:a}Pass.")
        .doesNotContain("<detail");
    assertThat(Call.of(message.replace("'1'/>", "'0'/>"), "text/xml").on(ENDPOINT).status)
        .isEqualTo(200);
  }

  @Test
  void refusesEnvelopesOfNoKnownVersion() {
    assertThat(Call.of("<Envelope xmlns='urn:other'/>", "text/xml").on(ENDPOINT).answer())
        .contains("soap:VersionMismatch", "SOAP 1.1 and SOAP 1.2 are understood");
  }

  @Test
  void doesNotLetASenderFillTheAnswer() throws Exception {
    String huge = "😀".repeat(100_000);
    String name = "n".repeat(1_000_000);
    for (String body :
        List.of(
            "<measure><length><metres>" + huge + "</metres></length></measure>",
            "<measure><length><metres>a" + huge + "</metres></length></measure>",
            "<measure><" + name + "/></measure>",
            "<" + name + "/>",
            "<read xmlns='" + huge + "'/>")) {
      Call call = call(body);
      assertThat(call.answer()).hasSizeLessThan(2_000).contains("soap:Client");
      assertThat(Standards.firstError(schema, call.answer())).isEmpty();
    }
  }

  @Test
  void doesNotBeginWorkThatNobodyWaitsFor() {
    Call late = Call.of(envelope(SoapVersion.SOAP_1_1, "<strike/>"), "text/xml");
    late.deadline = Instant.now().minusSeconds(1);
    assertThat(late.on(ENDPOINT).answer()).contains("The time for an answer was over.");
    Call gone = Call.of(envelope(SoapVersion.SOAP_1_1, "<strike/>"), "text/xml");
    gone.cancelled = true;
    assertThat(gone.on(ENDPOINT).aborted).isTrue();
    assertThat(gone.answer()).isEmpty();
  }

  @Test
  void dispatchesByTheBodyWhateverTheActionSays() {
    Call call = Call.of(envelope(SoapVersion.SOAP_1_1, "<strike/>"), "text/xml");
    call.action = "urn:something:else";
    assertThat(call.on(ENDPOINT).answer()).contains("strikeResponse");
  }
}
