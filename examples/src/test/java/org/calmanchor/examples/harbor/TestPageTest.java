package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** The test page in a real browser, on the real harbor. */
class TestPageTest extends HarborPage {
  private static void open(String operation) {
    page.open(operation);
  }

  private static void send() {
    page.click("send");
  }

  @Test
  void quotesTheStayThatIsKnownByHand() {
    open("quoteStay");
    browser.fill(field("boatLength"), "12.35");
    browser.fill(field("arrival"), "2027-06-11");
    browser.fill(field("nights"), "3");
    assertThat(browser.textOf("[data-request-envelope]", ">3<"))
        .contains(
            "<tns:boatLength>12.35</tns:boatLength>", "<tns:arrival>2027-06-11</tns:arrival>");
    send();
    assertThat(browser.textOf("[data-outcome] tr[data-result=total]", "140.25"))
        .isEqualTo("total\ndecimal\n140.25");
    assertThat(browser.visible("[data-response-headers]").getText())
        .contains("HTTP 200", "bytes in", "content-type: text/xml; charset=utf-8");
    assertThat(browser.visible("[data-response-body]").getText())
        .contains("<tns:total>140.25</tns:total>");
  }

  @Test
  void sendsSoap12() {
    open("quoteStay");
    browser.click("section:not([hidden]) input[value='SOAP 1.2']");
    browser.textOf("[data-request-headers]", "application/soap+xml; charset=utf-8; action=");
    send();
    assertThat(browser.textOf("[data-response-headers]", "HTTP"))
        .contains("content-type: application/soap+xml");
  }

  @Test
  void showsAListAsATableWithNestedRecords() {
    open("findBerths");
    browser.fill(field("search", "nights"), "2");
    send();
    assertThat(browser.textOf("[data-outcome]", "items"))
        .contains("result: 9 items", "nightlyRate\ndecimal", "S-02");
    assertThat(browser.all("[data-outcome] .list-of-items > .scroll > table > tbody > tr"))
        .hasSize(9);
    assertThat(browser.visible("[data-outcome] [data-result=length]").getText())
        .isEqualTo("length 11.00");
  }

  @Test
  void sendsOptionalMembersOnlyWhenAskedTo() {
    open("findBerths");
    assertThat(browser.visible("[data-request-envelope]").getText()).doesNotContain("pier");
    browser.choose(field("search", "pier"), "HERON");
    browser.textOf("[data-request-envelope]", "<tns:pier>HERON</tns:pier>");
    browser.choose(field("search", "pier"), "not sent");
    browser.click(".field[data-key=boatLength] [data-include]");
    browser.textOf("[data-request-envelope]", "<tns:boatLength>9.80</tns:boatLength>");
    browser.click(".field[data-key=boatLength] [data-include]");
    browser.fill(field("search", "nights"), "5");
    assertThat(browser.textOf("[data-request-envelope]", ">5<"))
        .doesNotContain("pier", "boatLength");
  }

  @Test
  void fillsNestedRecordsAndListsAndShowsADeclaredFault() {
    open("reserve");
    browser.fill(field("reservation", "berth"), "H-07");
    browser.fill(field("reservation", "arrival"), "2027-07-02");
    browser.fill(field("reservation", "boat", "length"), "12.35");
    String notify = "section:not([hidden]) .field[data-key=notify]";
    browser.click(notify + " > .more > [data-add]");
    browser.click(notify + " > .more > [data-add]");
    browser.fill(notify + " .item:nth-child(2) textarea", "odo@lanternquay.test");
    browser.textOf("[data-request-envelope]", "<tns:notify>odo@lanternquay.test</tns:notify>");
    browser.click(notify + " .item:nth-child(1) .item-tools button:last-child");
    send();
    assertThat(browser.textOf("[data-outcome]", "BerthTaken"))
        .contains(
            "Declared fault BerthTaken (Client)",
            "H-07 is taken; it is free from 2027-07-08.",
            "freeFrom\ndate\n2027-07-08");
  }

  @Test
  void sendsHeadersAndChoosesAmongTypes() {
    open("amendStay");
    browser.fill(field("holder"), "Ilse Fennimore");
    browser.fill(field("number"), "1002");
    browser.fill(field("change", "berth"), "S-01");
    browser.fill(field("change", "arrival"), "2027-06-10");
    browser.fill(field("change", "departure"), "2027-06-12");
    browser.textOf("[data-request-envelope]", "2027-06-12");
    send();
    assertThat(browser.textOf("[data-outcome]", "departure"))
        .contains("departure\ndate\n2027-06-12");
    browser.fill(field("holder"), " ");
    send();
    assertThat(browser.textOf("[data-outcome]", "Header/"))
        .contains("Header/pass/holder is \" \"; expected a text that is not blank.");
    assertThat(browser.textOf(".field[data-key=holder] > .mistake", "expected"))
        .isEqualTo("expected a text that is not blank");

    open("reserve");
    browser.choose("section:not([hidden]) [data-kind]", "SailingBoat");
    assertThat(browser.textOf("[data-request-envelope]", "airDraught"))
        .contains("xsi:type=\"tns:SailingBoat\"");
    browser.fill(field("reservation", "boat", "airDraught"), "0");
    send();
    assertThat(browser.textOf(".field[data-key=airDraught] > .mistake", "expected"))
        .isEqualTo("expected more than 0");
  }

  @Test
  void saysThatAOneWayMessageArrived() {
    open("reportPosition");
    send();
    assertThat(browser.textOf("[data-outcome]", "Arrived")).contains("There is no answer to it.");
    open("lastPosition");
    browser.fill(field("boat"), "Patient Otter");
    send();
    assertThat(browser.textOf("[data-outcome]", "at"))
        .contains("at\ndateTime\n2027-06-11T06:30:00Z");
  }

  @Test
  void showsAMapAndAPageOfAShape() {
    open("lowestRates");
    send();
    assertThat(browser.textOf("[data-outcome]", "HERON")).contains("SANDPIPER", "12.00");
    open("listStays");
    send();
    assertThat(browser.textOf("[data-outcome]", "isLast")).contains("H-07", "1001");
  }

  @Test
  void marksTheFieldThatTheServerRefused() {
    open("reserve");
    browser.fill(field("reservation", "boat", "draught"), "deep");
    send();
    assertThat(browser.textOf(".field[data-key=draught] > .mistake", "expected"))
        .isEqualTo("expected a decimal number as in 42.50, without exponent");
    assertThat(browser.all(".mistake")).hasSize(1);
    assertThat(browser.visible("[data-outcome]").getText())
        .contains("Fault (Client)", "reserve/reservation/boat/draught is \"deep\"");
  }

  @Test
  void listsTheServicesAndLeadsToTheirOperations() {
    browser.open(host.address("/"));
    assertThat(browser.visible("h1").getText())
        .isEqualTo("The server is up at http://localhost:" + host.port());
    browser.click("a[href='./berths#cancel']");
    assertThat(browser.textOf("section:not([hidden]) h2", "cancel")).isEqualTo("cancel");
    assertThat(browser.run("return scrollY")).isEqualTo(0L);
  }

  @Test
  void worksByKeyboardAlone() {
    open("cancel");
    browser.run("document.querySelector('section:not([hidden]) form input').focus()");
    browser.visible(field("number")).sendKeys("9", Keys.ENTER);
    assertThat(browser.textOf("[data-outcome]", "result")).contains("result\nboolean\nfalse");
  }
}
