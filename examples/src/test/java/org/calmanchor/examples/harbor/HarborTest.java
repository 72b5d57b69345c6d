package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The harbor as a partner meets it: envelopes written by hand, over HTTP. */
class HarborTest {
  private final BerthStore store = BerthStore.seeded();
  private final HttpClient client = HttpClient.newHttpClient();
  private RunningHost host;

  @BeforeEach
  void start() {
    host = SoapHost.onPort(0).serve("/berths", new BerthDesk(store)).start();
  }

  @AfterEach
  void stop() {
    host.close();
    store.close();
  }

  private HttpRequest request(String body, String version) {
    return request("", body, version);
  }

  private HttpRequest request(String block, String body, String version) {
    boolean is11 = version.equals("1.1");
    String namespace = is11 ? Envelopes.SOAP_11 : Envelopes.SOAP_12;
    String envelope =
        "<?xml version=\"1.0\"?>\n<s:Envelope xmlns:s=\""
            + namespace
            + "\"\n  xmlns:b=\"urn:lanternquay:berths\">\n"
            + (block.isEmpty() ? "" : "  <s:Header>" + block + "</s:Header>\n")
            + "  <s:Body>"
            + body
            + "</s:Body>\n</s:Envelope>\n";
    return HttpRequest.newBuilder(host.address("/berths"))
        .header("Content-Type", is11 ? "text/xml" : "application/soap+xml")
        .POST(BodyPublishers.ofString(envelope))
        .build();
  }

  private HttpResponse<String> call(String body, String version) throws Exception {
    return client.send(request(body, version), BodyHandlers.ofString());
  }

  @ParameterizedTest
  @CsvSource({"1.1", "1.2"})
  void quotesTheStayThatIsKnownByHand(String version) throws Exception {
    String stay = "<b:boatLength>12.35</b:boatLength><b:arrival>2027-06-11</b:arrival>";
    assertThat(
            call("<b:quoteStay>" + stay + "<b:nights>3</b:nights></b:quoteStay>", version).body())
        .contains("<tns:total>140.25</tns:total>");
    assertThat(
            call(
                    "<b:quoteStayByDates>"
                        + stay
                        + "<b:departure>2027-06-14</b:departure>"
                        + "</b:quoteStayByDates>",
                    version)
                .body())
        .contains("<tns:total>140.25</tns:total>");
  }

  /** Worked out by hand: nights times rate, a tenth more for each started metre above 12. */
  @ParameterizedTest
  @CsvSource({
    "12.00, 3, 42.50, 0.00, 127.50",
    "12.01, 3, 42.50, 12.75, 140.25",
    "13.00, 3, 42.50, 12.75, 140.25",
    "13.01, 3, 42.50, 25.50, 153.00",
    "7.20, 1, 24.00, 0.00, 24.00",
    "15.60, 2, 55.00, 44.00, 154.00",
    "12.35, 1, 0.15, 0.02, 0.17"
  })
  void chargesForEachStartedMetre(
      String length, int nights, String rate, String surcharge, String total) {
    Quote quote = Quote.of(new BigDecimal(length), nights, new BigDecimal(rate));
    assertThat(quote.lengthSurcharge()).isEqualTo(surcharge);
    assertThat(quote.total()).isEqualTo(total);
  }

  @Test
  void findsFreeBerthsCheapestFirstWithTheirNestedLimits() throws Exception {
    String body =
        call(
                "<b:findBerths><b:search><b:arrival>2027-06-11</b:arrival><b:nights>3</b:nights>"
                    + "<b:boatLength>7.20</b:boatLength><b:pier>SANDPIPER</b:pier></b:search>"
                    + "</b:findBerths>",
                "1.1")
            .body();
    assertThat(body)
        .doesNotContain("S-01")
        .containsSubsequence(
            "<tns:result code=\"S-02\"><tns:pier>SANDPIPER</tns:pier><tns:kind>MOORING_BUOY</tns:kind>"
                + "<tns:limits><tns:length>11.00</tns:length><tns:draught>2.20</tns:draught>"
                + "</tns:limits><tns:nightlyRate>16.50</tns:nightlyRate>"
                + "<tns:shorePower>false</tns:shorePower><tns:surveyed>2026-05-20</tns:surveyed>"
                + "<tns:note>Swings wide at springs</tns:note></tns:result>",
            "code=\"S-03\"");
  }

  private static String reservation(String berth, String arrival, String draught) {
    return "<b:reserve><b:reservation><b:berth>"
        + berth
        + "</b:berth><b:arrival>"
        + arrival
        + "</b:arrival><b:nights>2</b:nights><b:boat><b:name>Second Breakfast</b:name><b:length>12.35"
        + "</b:length><b:draught>"
        + draught
        + "</b:draught></b:boat><b:skipper><b:name>Odo Marrow"
        + "</b:name><b:phone>555-0141</b:phone><b:notify>odo@lanternquay.test</b:notify></b:skipper>"
        + "</b:reservation></b:reserve>";
  }

  @Test
  void refusesATakenBerthWithADeclaredFault() throws Exception {
    HttpResponse<String> refused = call(reservation("H-07", "2027-07-02", "1.90"), "1.1");
    assertThat(refused.statusCode()).isEqualTo(500);
    assertThat(refused.body())
        .contains(
            "<faultcode>soap:Client</faultcode>",
            "H-07 is taken; it is free from 2027-07-08.",
            "<detail><tns:BerthTaken xmlns:tns=\"urn:lanternquay:berths\"><tns:berth>H-07</tns:berth><tns:freeFrom>2027-07-08"
                + "</tns:freeFrom></tns:BerthTaken></detail>");
  }

  @Test
  void reservesAndGivesBack() throws Exception {
    assertThat(call(reservation("H-07", "2027-08-01", "1.90"), "1.2").body())
        .contains(
            "<tns:number>1004</tns:number><tns:berth>H-07</tns:berth>",
            "<tns:departure>2027-08-03</tns:departure>",
            "<tns:total>93.50</tns:total>");
    String cancel = "<b:cancel><b:number>1004</b:number></b:cancel>";
    assertThat(call(cancel, "1.1").body()).contains("<tns:result>true</tns:result>");
    assertThat(call(cancel, "1.1").body()).contains("<tns:result>false</tns:result>");
  }

  @ParameterizedTest
  @CsvSource({
    "H-07, 2.50, Second Breakfast does not fit into H-07.",
    "H-99, 1.90, There is no berth H-99."
  })
  void refusesWhatCannotBe(String berth, String draught, String reason) throws Exception {
    assertThat(call(reservation(berth, "2027-09-01", draught), "1.1").body()).contains(reason);
  }

  private static final String CHANGE =
      "<b:amendStay><b:number>1001</b:number><b:change><b:berth>K-03</b:berth><b:arrival>"
          + "2027-07-02</b:arrival><b:departure>%s</b:departure></b:change></b:amendStay>";

  private HttpResponse<String> amended(String holder, String departure) throws Exception {
    String block = "<b:pass><b:holder>" + holder + "</b:holder></b:pass>";
    return client.send(request(block, CHANGE.formatted(departure), "1.1"), BodyHandlers.ofString());
  }

  @Test
  void letsTheSkipperAloneMoveAStay() throws Exception {
    assertThat(amended("Odo Marrow", "2027-07-05").body())
        .contains("<tns:result number=\"1001\"><tns:berth>K-03</tns:berth>");
    // The exception is a subclass of the fault that is declared.
    assertThat(amended("Ilse Fennimore", "2027-07-05").body())
        .contains(
            "not the pass holder's", "<tns:StayNotPossible xmlns:tns=\"urn:lanternquay:berths\"/>");
    assertThat(amended("Odo Marrow", "2027-07-02").body())
        .contains("A stay has at least one night, not 0.");
  }

  @Test
  void keepsASurveyAsItWas() throws Exception {
    String survey = "JVBERi0xLjcKJcOkw7zDtsOf";
    String attach =
        "<b:attachSurvey><b:number>1001</b:number><b:survey>%s</b:survey></b:attachSurvey>";
    assertThat(call(attach.formatted(survey), "1.1").body())
        .contains("<tns:attachSurveyResponse xmlns:tns=\"urn:lanternquay:berths\"/>");
    assertThat(call("<b:readSurvey><b:number>1001</b:number></b:readSurvey>", "1.2").body())
        .contains("<tns:result>" + survey + "</tns:result>");
    assertThat(call("<b:readSurvey><b:number>1003</b:number></b:readSurvey>", "1.2").body())
        .doesNotContain("tns:result");
    assertThat(call(attach.formatted(""), "1.1").body()).contains("expected 1 to 1000000 bytes");
  }

  @Test
  void givesABerthToOneOfManyWhoAskAtOnce() {
    List<CompletableFuture<HttpResponse<String>>> calls = new ArrayList<>();
    for (int i = 0; i < 16; i++) {
      calls.add(
          client.sendAsync(
              request(reservation("K-03", "2027-08-01", "1.90"), "1.1"), BodyHandlers.ofString()));
    }
    List<Integer> statuses = calls.stream().map(call -> call.join().statusCode()).toList();
    assertThat(statuses).containsOnly(200, 500).containsOnlyOnce(200);
  }
}
