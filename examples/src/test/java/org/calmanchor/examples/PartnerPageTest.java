package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The test page of the partner's service, by its WSDL alone. */
class PartnerPageTest {
  private static final String PILOTS =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/pilots/pilots.wsdl")
          .toAbsolutePath()
          .toString();

  private static final String ORDERED =
      Envelopes.soap11(
          """
          <p:orderPilotResponse xmlns:p="urn:saltmere:pilots" order="12"><p:pilot>Bram Oakes</p:pilot>
          <p:boards>2027-06-11T14:00:00Z</p:boards></p:orderPilotResponse>
          """);

  @TempDir private Path folder;
  private HttpServer partner;
  private volatile String received = "";

  @BeforeEach
  void start() throws IOException {
    partner = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    partner.createContext(
        "/",
        exchange -> {
          received = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
          byte[] answer = ORDERED.getBytes(StandardCharsets.UTF_8);
          exchange.getResponseHeaders().set("Content-Type", "text/xml; charset=utf-8");
          exchange.sendResponseHeaders(200, answer.length);
          exchange.getResponseBody().write(answer);
          exchange.close();
        });
    partner.start();
  }

  @AfterEach
  void stop() {
    partner.stop(0);
  }

  private static URI pageIn(String said) {
    Matcher page = Pattern.compile("Page +(\\S+)").matcher(said);
    assertThat(page.find()).as(said).isTrue();
    return URI.create(page.group(1));
  }

  @Test
  void callsThePartnerAndShowsItsAnswer() throws Exception {
    String address = "http://127.0.0.1:" + partner.getAddress().getPort() + "/soap";
    try (Tool.Running running =
            new Tool.Running(folder, "page", PILOTS, "--address", address, "--port", "0");
        Browser browser = Browser.in(folder)) {
      URI page = pageIn(running.until("Page  "));
      PageDriver driver = new PageDriver(browser, page);
      driver.open("orderPilot");
      browser.textOf(
          ".facts-box summary", "forwards to 127.0.0.1:" + partner.getAddress().getPort());
      driver.click("example-values");
      assertThat(browser.all(field("shipName"))).hasSize(1);
      browser.click("section:not([hidden]) .field[data-key=callSign] [data-include]");
      // Of a choice, one branch is sent.
      assertThat(browser.all(field("shipName"))).isEmpty();
      driver.type(field("callSign"), "LQ77");
      assertThat(driver.send("Bram Oakes")).contains("Bram Oakes", "12");
      assertThat(received).contains("<tns:callSign>LQ77</tns:callSign>").contains("reference");
      assertThat(received).doesNotContain("shipName");
      driver.open("announce");
      // The body's type is abstract, so its kinds are to be chosen from.
      assertThat(browser.textOf("section:not([hidden]) [data-kind]", "Ferry")).contains("Yacht");
      assertThat(browser.complaints()).isEmpty();
    }
  }

  /** A document with so many operations that the page loads their forms one by one. */
  private static String large() {
    StringBuilder elements = new StringBuilder();
    StringBuilder messages = new StringBuilder();
    StringBuilder operations = new StringBuilder();
    StringBuilder bound = new StringBuilder();
    for (int i = 1; i <= 301; i++) {
      elements.append(
          "<x:element name='op%d'><x:complexType><x:sequence><x:element name='ship' type='t:Ship'/>"
                  .formatted(i)
              + "</x:sequence></x:complexType></x:element>");
      messages.append(
          "<message name='m%d'><part name='p' element='t:op%<d'/></message>".formatted(i));
      operations.append(
          "<operation name='op%d'><input message='t:m%<d'/><output message='t:m%<d'/></operation>"
              .formatted(i));
      bound.append(
          "<operation name='op%d'><s:operation soapAction=''/><input><s:body use='literal'/></input>"
                  .formatted(i)
              + "<output><s:body use='literal'/></output></operation>");
    }
    return """
        <definitions xmlns="http://schemas.xmlsoap.org/wsdl/" targetNamespace="urn:saltmere:all"
            xmlns:s="http://schemas.xmlsoap.org/wsdl/soap/" xmlns:t="urn:saltmere:all">
        <types><x:schema xmlns:x="http://www.w3.org/2001/XMLSchema"
            targetNamespace="urn:saltmere:all" elementFormDefault="qualified">
        <x:complexType name="Ship"><x:sequence><x:element name="name" type="x:string"/>
        <x:element name="tow" type="t:Ship" minOccurs="0"/></x:sequence></x:complexType>%s
        </x:schema></types>%s<portType name="All">%s</portType>
        <binding name="B" type="t:All">
        <s:binding transport="http://schemas.xmlsoap.org/soap/http"/>%s</binding>
        </definitions>
        """
        .formatted(elements, messages, operations, bound);
  }

  @Test
  void loadsTheFormsOfALargeServiceWhenTheyAreOpened() throws Exception {
    Files.writeString(folder.resolve("all.wsdl"), large());
    String address = "http://127.0.0.1:" + partner.getAddress().getPort() + "/soap";
    try (Tool.Running running =
            new Tool.Running(folder, "page", "all.wsdl", "--address", address, "--port", "0");
        Browser browser = Browser.in(folder)) {
      PageDriver driver = new PageDriver(browser, pageIn(running.until("Page  ")));
      driver.open("op301");
      assertThat(browser.run("return document.querySelectorAll('form').length")).isEqualTo(1L);
      driver.click("example-values");
      driver.type(field("ship", "name"), "Heron");
      driver.click("send");
      browser.until(() -> received.contains("Heron"));
      assertThat(received).contains("<tns:name>Heron</tns:name>");
      // A new page has the values of the last visit.
      driver.open("op301");
      assertThat(browser.visible(field("ship", "name")).getAttribute("value")).isEqualTo("Heron");
      // A message of another operation is opened again, whose form is not there yet.
      browser.run(
          "document.dispatchEvent(new CustomEvent('reopen', {detail: {operation: 'op7', version:"
              + " 'SOAP 1.1', values: {ship: {name: 'Tern'}}}}))");
      browser.until(
          () ->
              Boolean.TRUE.equals(
                  browser.run(
                      "return document.querySelector('#operation-op7:not([hidden])"
                          + " [data-request-envelope]')?.textContent.includes('Tern')")));
      assertThat(browser.run("return document.querySelectorAll('form').length")).isEqualTo(2L);
      assertThat(browser.complaints()).isEmpty();
    }
  }

  @Test
  void copiesThePartnersDocuments() throws Exception {
    Tool copied = Tool.run(folder, "wsdl", PILOTS, "--out", "pilots");
    assertThat(copied.out())
        .isEqualTo("Wrote pilots/pilots.wsdl, pilots/ships.xsd, pilots/common.xsd\n");
    assertThat(folder.resolve("pilots/pilots.wsdl"))
        .content()
        .contains("schemaLocation=\"ships.xsd\"");
    Tool again = Tool.run(folder, "wsdl", "pilots/pilots.wsdl", "--out", "second");
    assertThat(again.exitCode()).isZero();
    assertThat(folder.resolve("second/common.xsd"))
        .hasSameTextualContentAs(folder.resolve("pilots/common.xsd"));
    Tool nowhere = Tool.run(folder, "wsdl", "pilots/pilots.wsdl");
    assertThat(nowhere.exitCode()).isEqualTo(2);
    assertThat(nowhere.err()).startsWith("A document is copied into a folder");
  }

  @Test
  void saysWhatIsWrongWithADocument() throws Exception {
    Files.writeString(
        folder.resolve("lost.wsdl"),
        Files.readString(Path.of(PILOTS)).replace("types/ships.xsd", "http://saltmere.test/s.xsd"));
    Tool refused = Tool.run(folder, "page", "lost.wsdl");
    assertThat(refused.exitCode()).isEqualTo(1);
    assertThat(refused.err())
        .startsWith("lost.wsdl has a contract problem:\nCALM-502 lost.wsdl:10:7: s.xsd could not")
        .contains("--allow http://saltmere.test/s.xsd");
    assertThat(Tool.run(folder, "page", "gone.wsdl").err())
        .isEqualTo("There is no file gone.wsdl that can be read.\n");
  }
}
