package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.xml.namespace.QName;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.w3c.dom.Element;

/** What SOAP, HTTP and XML Schema ask of any message, whatever its contract. */
class EnvelopeRulesTest {
  private static final Endpoint ENDPOINT = Endpoint.of(new Works());
  private static final String TEXT = "<text><text>é</text></text>";

  /** Content type, the bytes' charset, the declaration, then the status. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "text/xml|UTF-8|-|200",
        "text/xml; charset=utf-8|UTF-8|-|200",
        "text/xml; charset=UTF-8|UTF-8|<?xml version='1.0' encoding='ISO-8859-1'?>|200",
        "text/xml|UTF-8|<?xml version='1.0' encoding='utf-8'?>|200",
        "text/xml|ISO-8859-1|<?xml version='1.0' encoding='ISO-8859-1'?>|200",
        "text/xml|windows-1252|<?xml version=\"1.0\" encoding=\"windows-1252\"?>|200",
        "text/xml; charset=\"iso-8859-1\"|ISO-8859-1|-|200",
        "text/xml|UTF-16|-|200",
        "text/xml; charset=utf-8|UTF-16|-|200",
        "text/xml; charset=utf-16|UTF-16|<?xml version='1.0' encoding='utf-16'?>|200",
        "text/xml; charset=utf-16le|UTF-16LE|-|200",
        "text/xml|UTF-16BE|<?xml version='1.0' encoding='utf-16'?>|200",
        "text/xml; charset=utf-8|ISO-8859-1|-|500",
        "text/xml; charset=klingon|UTF-8|-|415",
        "text/xml; charset=ebcdic-cp-us|UTF-8|-|415",
        "text/xml|UTF-8|<?xml version='1.0' encoding='klingon'?>|415",
        "text/xml|GBK|<?xml version='1.0' encoding='GBK'?>|415",
        "text/xml|ISO-2022-JP|<?xml version='1.0' encoding='ISO-2022-JP'?>|415",
        "text/xml; charset=GBK|GBK|-|415",
        "text/xml|UTF-32|-|415",
        "text/xml|UTF-32LE|-|415",
        "text/xml; charset=utf-32|UTF-32|-|415",
        "text/xml|CESU-8|<?xml version='1.0' encoding='CESU-8'?>|415",
        "text/xml; charset=utf-8|UTF-8|<?xml version='1.0' encoding='GBK'?>|200",
        "text/xml; charset=us-ascii|UTF-8|-|500",
        "text/xml; charset=utf-16|UTF-16LE|-|200",
        "TEXT/XML ; Charset='x' ; charset=utf-8|UTF-8|-|200",
        "text/xmlx|UTF-8|-|415",
      })
  void readsEachCharsetAsTheRulesHaveIt(String type, String charset, String declared, int status) {
    String message = (declared == null ? "" : declared) + Works.envelope(TEXT);
    byte[] bytes = message.getBytes(Charset.forName(charset));
    for (boolean isLengthKnown : new boolean[] {true, false}) {
      Call call = Call.of(bytes, type);
      call.isLengthKnown = isLengthKnown;
      assertThat(call.on(ENDPOINT).status).as(call.answer()).isEqualTo(status);
      assertThat(call.answer().contains("<tns:result>é</tns:result>")).isEqualTo(status == 200);
      assertThat(call.answer()).doesNotContain("aalto", "wstx", "Exception");
    }
  }

  @Test
  void saysWhichVersionsItUnderstands() {
    String unknown = "<Envelope xmlns='urn:soap:next'/>";
    String upgrade = "<s12:Upgrade xmlns:s12=\"" + Envelopes.SOAP_12 + "\"><s12:SupportedEnvelope";
    Call in12 = Call.of(unknown, "application/soap+xml").on(ENDPOINT);
    assertThat(in12.answer())
        .contains("<soap:Value>soap:VersionMismatch</soap:Value>", "<soap:Header>" + upgrade)
        .contains(" xmlns:q=\"" + Envelopes.SOAP_12 + "\" qname=\"q:Envelope\"/>");
    assertThat(in12.status).isEqualTo(500);
    assertThat(Call.of(unknown, "text/xml").on(ENDPOINT).answer())
        .contains("<faultcode>soap:VersionMismatch</faultcode>", upgrade)
        .doesNotContain("<detail");
  }

  @Test
  void namesInSoap12WhatItDidNotUnderstand() {
    String header =
        "<e:Header><a:Pass xmlns:a='urn:a' e:mustUnderstand='true' e:relay='true'/>"
            + "<b:Far xmlns:b='urn:b' e:mustUnderstand='1' e:role='"
            + Envelopes.SOAP_12
            + "/role/none'/></e:Header>";
    String message = Envelopes.asSoap12(Works.envelope(header, TEXT));
    assertThat(Call.of(message, "application/soap+xml").on(ENDPOINT).answer())
        .contains("soap:MustUnderstand", "<soap:Header><s12:NotUnderstood")
        .contains(" xmlns:q=\"urn:a\" qname=\"q:Pass\"/></soap:Header>")
        .doesNotContain("urn:b");
  }

  /** An answer must not be as long as a message that is meant to harm. */
  @Test
  void namesOnlySomeOfManyBlocksThatItDidNotUnderstand() {
    String blocks =
        IntStream.range(0, 400)
            .mapToObj(i -> "<a:Pass" + i + " xmlns:a='urn:a' e:mustUnderstand='1'/>")
            .collect(Collectors.joining("", "<e:Header>", "</e:Header>"));
    assertThat(Call.of(Works.envelope(blocks, TEXT), "text/xml").on(ENDPOINT).answer())
        .contains("soap:MustUnderstand", "{urn:a}Pass0", "{urn:a}Pass19")
        .doesNotContain("{urn:a}Pass20");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<area/>|ca:missing",
        "<exact><value>x</value></exact>|ca:value",
        "<nothing/>|ca:unexpected",
        "<fail/>|ca:incident",
        "<text>|ca:not-well-formed"
      })
  void givesSubcodesInSoap12Only(String body, String subcode) {
    Call in12 =
        Call.of(Envelopes.asSoap12(Works.envelope(body)), "application/soap+xml").on(ENDPOINT);
    assertThat(in12.answer())
        .contains(
            "<soap:Subcode xmlns:sub=\"urn:calm-anchor:fault\"><soap:Value>"
                + subcode.replace("ca:", "sub:")
                + "<")
        .contains("<soap:Detail>")
        .contains(" xml:lang=\"en\">");
    assertThat(Works.call(body).on(ENDPOINT).answer())
        .doesNotContain("ubcode")
        .contains("<faultstring xml:lang=\"en\">", "<detail>");
  }

  @ParameterizedTest
  @CsvSource({
    "x:int, 7, 7",
    "x:byte, ' 7 ', 7",
    "x:decimal, 7.50, 7.50",
    "x:int, 7.5, ",
    "x:byte, 200, ",
    "x:string, 7, ",
    "x:double, 7, ",
    "x:nothing, 7, "
  })
  void takesXsiTypesThatRestrictTheDeclaredOne(String type, String text, String result) {
    String body = "<exact><value xsi:type='" + type + "'>" + text + "</value></exact>";
    String answer = Works.call(body).on(ENDPOINT).answer();
    assertThat(answer)
        .contains(result == null ? "soap:Client" : "<tns:result>" + result + "</tns:result>");
  }

  @Test
  void collapsesWhatIsATokenByItsType() {
    String body = "<text><text xsi:type='x:token'> a  b </text></text>";
    assertThat(Works.call(body).on(ENDPOINT).answer()).contains("<tns:result>a b</tns:result>");
    String name = "<text><text xsi:type='x:NCName'>a:b</text></text>";
    assertThat(Works.call(name).on(ENDPOINT).answer()).contains("a name without colon");
  }

  @Test
  void readsLenientlyOnRequestOnly() {
    String body =
        "<area xmlns:u='urn:u'><u:odd><u:more/></u:odd><sizes u:a='1'><height b='1'>2</height>"
            + "<unknown/><width>3</width></sizes></area>";
    Endpoint lenient =
        ENDPOINT.with(
            new EndpointSettings(
                Limits.DEFAULT, true, List.of(), List.of(), RunningCalls.UNWATCHED));
    assertThat(Works.call(body).on(lenient).answer()).contains("<tns:result>6</tns:result>");
    assertThat(Works.call(body).on(ENDPOINT).answer()).contains("soap:Client");
    String twice = body.replace("<unknown/>", "<height>2</height>");
    assertThat(Works.call(twice).on(lenient).answer()).contains("occurs too often");
    assertThat(Works.call("<area><sizes/></area>").on(lenient).answer())
        .contains("area/sizes/width is missing");
  }

  @Test
  void hasHandlersUnderstandHeaderBlocks() {
    List<String> read = new ArrayList<>();
    HeaderHandler handler =
        new HeaderHandler() {
          @Override
          public Set<QName> blocks() {
            return Set.of(new QName("urn:lanternquay:trace", "Trace"));
          }

          @Override
          public void handle(List<Element> blocks, CallContext call) {
            read.add(blocks.stream().map(Element::getTextContent).toList() + call.operation());
            blocks.forEach(call::addHeaderBlock);
          }
        };
    Endpoint handling =
        ENDPOINT.with(
            new EndpointSettings(
                Limits.DEFAULT, false, List.of(), List.of(handler), RunningCalls.UNWATCHED));
    String header =
        "<e:Header><t:Trace xmlns:t='urn:lanternquay:trace' e:mustUnderstand='1'>A7</t:Trace>"
            + "</e:Header>";
    for (String body : List.of(TEXT, "<fail/>")) {
      assertThat(Call.of(Works.envelope(header, body), "text/xml").on(handling).answer())
          .contains("<soap:Header><t:Trace", ">A7</t:Trace></soap:Header><soap:Body>");
    }
    assertThat(Works.call(TEXT).on(handling).status).isEqualTo(200);
    String twice = header.replaceAll("<t:.*</t:Trace>", "$0$0");
    Call.of(Works.envelope(twice, TEXT), "text/xml").on(handling);
    assertThat(read).containsExactly("[A7]", "[A7]", "[]", "[A7, A7]");
    assertThat(Call.of(Works.envelope(header, TEXT), "text/xml").on(ENDPOINT).answer())
        .contains("soap:MustUnderstand");
  }
}
