package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Facets;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.Standards;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Messages that are rare in tests of a service, and not in its life. */
class UnusualMessagesTest {
  private static final Endpoint LOCKER = Endpoint.of(new Locker());
  private static final String WSDL =
      ContractDocuments.write(LOCKER.contracts().get(0), "http://lanternquay.test/locker");

  private static String envelope(String header, String body) {
    return "<e:Envelope xmlns:e='"
        + Envelopes.SOAP_11
        + "' xmlns:p='urn:p' xmlns:s='http://www.w3.org/2001/XMLSchema'"
        + " xmlns='urn:lanternquay:locker' xmlns:xsi='http://www.w3.org/2001/XMLSchema-instance'>"
        + header
        + "<e:Body>"
        + body
        + "</e:Body></e:Envelope>";
  }

  private static String answer(String header, String body) {
    return Call.of(envelope(header, body), "text/xml").on(LOCKER).answer();
  }

  private static String answer(String body) {
    return answer("", body);
  }

  /** Takes secrets that have rules. */
  @PortType(namespace = "urn:lanternquay:locker")
  public static class Gate {
    @Operation
    public void open(int pin, @Facets(maxLength = 4) String passphrase, Login login, int berth) {}

    /** A secret in a structure, as an attribute and as an element. */
    @ComplexType
    public record Login(@Attribute int userToken, int[] keys, int locker) {}
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<pin>zulu</pin>                                  | open/pin              | •••",
        "<pin>1</pin><passphrase>zulu7</passphrase>       | open/passphrase       | •••",
        "FIRST<login userToken='zulu'></login>            | open/login/@userToken | •••",
        "FIRST<login userToken='1'><keys>zulu</keys></login> | open/login/keys[1] | •••",
        "FIRST<login userToken='1'><locker>zulu</locker></login> | open/login/locker | zulu",
        "FIRST<login userToken='1'><locker>1</locker></login><berth>zulu</berth> | open/berth | zulu"
      })
  void tellsNoSecretThatBreaksARule(String content, String path, String found) {
    String before = "<pin>1</pin><passphrase>moor</passphrase>";
    String message = envelope("", "<open>" + content.replace("FIRST", before) + "</open>");
    String answer = Call.of(message, "text/xml").on(Endpoint.of(new Gate())).answer();
    assertThat(answer).contains("path=\"" + path + "\"", "found=\"" + found + "\"");
    assertThat(answer.contains("zulu")).isEqualTo(found.equals("zulu"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"nulls", "empty", "noMap", "noList"})
  void writesContainersThatAreNullOrEmptyAsTheContractSays(String operation) throws Exception {
    String answer = answer("<" + operation + "/>");
    assertThat(answer).contains(operation + "Response").doesNotContain("Fault");
    assertThat(Standards.firstError(Standards.messages(WSDL), answer)).isEmpty();
  }

  @Test
  void tellsEmptyFromAbsentAndNil() {
    assertThat(answer("<nulls/>"))
        .contains(
            "<tns:result><tns:map></tns:map><tns:boxes></tns:boxes><tns:counts></tns:counts>"
                + "<tns:names></tns:names><tns:nilMap xsi:nil=\"true\"/><tns:lists></tns:lists>"
                + "</tns:result>");
    assertThat(answer("<empty/>"))
        .contains("<tns:maybeMap></tns:maybeMap><tns:nilMap></tns:nilMap>")
        .contains("<tns:nested></tns:nested><tns:nested></tns:nested><tns:lists><tns:entry>");
    assertThat(answer("<noMap/>")).contains("<tns:result></tns:result>");
    assertThat(answer("<emptyMap/>"))
        .contains("<tns:words></tns:words>", "<tns:result></tns:result>");
  }

  @Test
  void sendsAnEmptyMapOfTheJdkAsWhatItIs() {
    byte[] request =
        DynamicMessages.of(LOCKER.contracts().get(0))
            .request(
                "words",
                SoapVersion.SOAP_1_1,
                Map.of("words", Map.of()),
                DynamicMessages.Layout.COMPACT);
    assertThat(new String(request, StandardCharsets.UTF_8))
        .contains("<tns:words></tns:words>")
        .doesNotContain("nil");
  }

  @Test
  void callsMethodsWithAVariableNumberOfArguments() {
    assertThat(answer("<sum/>")).contains("<tns:result>0<");
    assertThat(answer("<sum><numbers>4</numbers><numbers>5</numbers></sum>"))
        .contains("<tns:result>9<");
    assertThat(answer("<joined><separator>-</separator><texts>a</texts><texts>b</texts></joined>"))
        .contains("<tns:result>a-b<");
  }

  @Test
  void keepsDeclarationsThatOnlyTextsUse() throws Exception {
    String content =
        "<open><content><x xmlns='' xmlns:u='urn:unused' kind='p:kind'><y xmlns:q='urn:q'>q:name</y>"
            + "<z xsi:type='s:string'>p:other u:word</z></x></content></open>";
    String answer = answer(content);
    assertThat(answer)
        .contains(
            "xmlns:p=\"urn:p\" xmlns:s=\"http://www.w3.org/2001/XMLSchema\" xmlns:u=\"urn:unused\"",
            "kind=\"p:kind\"",
            "xsi:type=\"s:string\"")
        .contains("<y xmlns:q=\"urn:q\">q:name</y>");
    assertThat(Standards.firstError(Standards.messages(WSDL), answer)).isEmpty();
  }

  /** Three operations ask different things of one header block, whichever was planned first. */
  @ParameterizedTest
  @CsvSource({
    "strict, ABC, true",
    "strict, abc, false",
    "lax, ABC, true",
    "lax, a b, true",
    "lowercase, abc, true",
    "lowercase, ABC, false"
  })
  void holdsASharedHeaderBlockToTheOperationsOwnConstraints(
      String operation, String pass, boolean isFine) {
    String header = "<e:Header><Pass e:mustUnderstand='1'>" + pass + "</Pass></e:Header>";
    String answer = answer(header, "<" + operation + "/>");
    if (isFine) {
      assertThat(answer).contains("<tns:result>" + operation + " " + pass + "<");
    } else {
      assertThat(answer)
          .contains("<soap:Header><ca:problem", "path=\"Header/Pass\"", "code=\"value\"");
    }
    String nil = header.replace("<Pass ", "<Pass xsi:nil='true' ");
    assertThat(answer(nil, "<" + operation + "/>")).contains("Header/Pass is nil");
  }

  /** A body; what the answer says of it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<tag><tag y='1'>abc</tag></tag>|<tns:result>abc1<",
        "<tag><tag p:y='1'>abc</tag></tag>|@y is missing",
        "<tag><tag xsi:y='1'>abc</tag></tag>|@y is missing",
        "<tag><tag y='1' p:y='2'>abc</tag></tag>|tag/tag/@y does not belong here",
        "<tag><tag y='1' xsi:y='2'>abc</tag></tag>|tag/tag/@y does not belong here",
        "<tag><tag y='1' xsi:Nil='true'>abc</tag></tag>|tag/tag/@Nil does not belong here",
        "<tag xsi:schemaLocation='a b' xsi:noNamespaceSchemaLocation='c'><tag y='1'>abc</tag></tag>|abc1",
        "<tag><tag y='1'>a</tag></tag>|tag/tag is \"a\"; expected 2 to 5 characters",
        "<tag xsi:nil='true'/>|tag is nil; expected a value",
        "<tag xsi:nil='true'><tag y='1'>abc</tag></tag>|tag is nil; expected a value",
        "<tag xsi:nil='maybe'><tag y='1'>abc</tag></tag>|tag/@xsi:nil is \"maybe\"; expected true or false",
        "<tag xsi:nil='false'><tag y='1'>abc</tag></tag>|<tns:result>abc1<",
        "<tag xsi:odd='1'><tag y='1'>abc</tag></tag>|tag/@odd does not belong here",
        "<tag odd='1'><tag y='1'>abc</tag></tag>|tag/@odd does not belong here",
        "<name><name>p:x</name></name>|q:x<",
        "<name><name>:x</name></name>|name/name is \":x\"; expected a name, with or without a prefix",
        "<name><name>p:</name></name>|name/name is \"p:\"; expected a name, with or without a prefix",
        "<name><name>p:x:y</name></name>|expected a name, with or without a prefix",
        "<name><name>p:x\uFFFD</name></name>|expected a name, with or without a prefix",
        "<name><name>unknown:x</name></name>|expected a name whose prefix is declared",
        "<badName/>|ca:incident",
      })
  void readsNamesAndAttributesAsAValidatorDoes(String body, String words) {
    assertThat(answer(body)).contains(words);
  }

  /** Bytes that are no UTF-8, as a fast parser would read them or not. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "C0 B1",
        "C1 BF",
        "C0 BC",
        "E0 80 B1",
        "E0 9F BF",
        "ED A0 80",
        "F0 80 80 B1",
        "F4 90 80 80",
        "F5 80 80 80",
        "80",
        "BF",
        "C3",
        "E2 82",
        "F0 9F 98",
        "FF",
        "FE",
        "C3 28",
        "E2 28 A1"
      })
  void refusesBytesThatAreNotUtf8(String hex) {
    for (int filler : new int[] {0, 7, 20_000, 1_500_000}) {
      ByteArrayOutputStream message = new ByteArrayOutputStream();
      String text = envelope("", "<joined><separator>#</separator></joined>");
      message.writeBytes(text.substring(0, text.indexOf('#')).getBytes(StandardCharsets.UTF_8));
      message.writeBytes("é".repeat(filler).getBytes(StandardCharsets.UTF_8));
      for (String each : hex.split(" ", -1)) {
        message.write(Integer.parseInt(each, 16));
      }
      message.writeBytes(text.substring(text.indexOf('#') + 1).getBytes(StandardCharsets.UTF_8));
      for (boolean isLengthKnown : new boolean[] {true, false}) {
        Call call = Call.of(message.toByteArray(), "text/xml; charset=utf-8");
        call.isLengthKnown = isLengthKnown;
        assertThat(call.on(LOCKER).answer())
            .contains("soap:Client", "not well-formed XML: it has bytes that are not UTF-8");
      }
    }
  }
}
