package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.web.ForwardedService;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Pages of services elsewhere, whose messages are forwarded. */
class ForwardingTest {
  private static final Path PILOTS =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/pilots/pilots.wsdl");
  private static final Path CORPUS = Path.of("../core/src/test/resources/corpus");

  private static final HttpClient CLIENT = HttpClient.newHttpClient();

  private HttpServer partner;
  private String received = "";
  private int status = 200;

  @BeforeEach
  void start() throws IOException {
    partner = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    partner.createContext("/", this::answer);
    partner.start();
  }

  @AfterEach
  void stop() {
    partner.stop(0);
  }

  private void answer(HttpExchange exchange) throws IOException {
    received =
        exchange.getRequestHeaders().getFirst("Content-Type")
            + " "
            + exchange.getRequestHeaders().getFirst("SOAPAction")
            + " "
            + new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    byte[] answer = "<answer/>".getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", "text/xml; charset=utf-8");
    exchange.getResponseHeaders().set("Location", "http://elsewhere.test/");
    exchange.sendResponseHeaders(status, answer.length);
    exchange.getResponseBody().write(answer);
    exchange.close();
  }

  private static RunningHost host(Contract contract, String document, URI address) {
    PortType portType = contract.portTypes().get(0);
    ForwardedService service =
        new ForwardedService(
            contract.of(portType.name()), document, Map.of(SoapVersion.SOAP_1_1, address));
    return SoapHost.onPort(0).forward("/partner", service).start();
  }

  private RunningHost pilots() throws IOException {
    URI address = URI.create("http://127.0.0.1:" + partner.getAddress().getPort() + "/pilots");
    return host(ContractDocuments.read(PILOTS).contract(), Files.readString(PILOTS), address);
  }

  private static HttpResponse<String> get(RunningHost host, String target) throws Exception {
    return CLIENT.send(
        HttpRequest.newBuilder(host.address(target)).build(), HttpResponse.BodyHandlers.ofString());
  }

  private static HttpResponse<String> post(
      RunningHost host, String target, String type, String message) throws Exception {
    return CLIENT.send(
        HttpRequest.newBuilder(host.address(target))
            .header("Content-Type", type)
            .header("SOAPAction", "\"urn:order\"")
            .POST(HttpRequest.BodyPublishers.ofString(message))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  @Test
  void refusesACodingThatItDoesNotRead() throws Exception {
    try (RunningHost host = pilots()) {
      HttpRequest coded =
          HttpRequest.newBuilder(host.address("/partner"))
              .header("Content-Type", "text/xml")
              .header("Content-Encoding", "br")
              .POST(HttpRequest.BodyPublishers.ofString("<order/>"))
              .timeout(Duration.ofSeconds(60))
              .build();
      HttpResponse<String> refused = CLIENT.send(coded, HttpResponse.BodyHandlers.ofString());
      assertThat(refused.statusCode()).isEqualTo(415);
      assertThat(refused.body()).contains("gzip");
      assertThat(received).isEmpty();
      assertThat(order(host).statusCode()).isEqualTo(200);
    }
  }

  private static HttpResponse<String> order(RunningHost host) throws Exception {
    return post(host, "/partner", "text/xml", "<order/>");
  }

  @Test
  void sendsAndAnswersWhatItGets() throws Exception {
    try (RunningHost host = pilots()) {
      HttpResponse<String> answer = order(host);
      assertThat(received).isEqualTo("text/xml \"urn:order\" <order/>");
      assertThat(answer.statusCode()).isEqualTo(200);
      assertThat(answer.body()).isEqualTo("<answer/>");
      assertThat(answer.headers().firstValue("Content-Type")).hasValue("text/xml; charset=utf-8");
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {500, 302, 404})
  void givesFaultsAndRedirectsAsTheyAre(int code) throws Exception {
    status = code;
    try (RunningHost host = pilots()) {
      assertThat(order(host).statusCode()).isEqualTo(code);
    }
  }

  @Test
  void saysThatThePartnerIsNotThere() throws Exception {
    try (RunningHost host = pilots()) {
      int port = partner.getAddress().getPort();
      partner.stop(0);
      HttpResponse<String> answer = order(host);
      assertThat(answer.statusCode()).isEqualTo(502);
      assertThat(answer.body())
          .isEqualTo(
              "The service at http://127.0.0.1:%d/pilots could not be reached, or did not answer.\n"
                  .formatted(port));
    }
  }

  @Test
  void showsThePartnersDocumentAndItsPage() throws Exception {
    try (RunningHost host = pilots()) {
      assertThat(get(host, "/partner?wsdl").body()).isEqualTo(Files.readString(PILOTS));
      assertThat(get(host, "/partner").body())
          .contains("orderPilot", "data-branches=\"1.2\"", "or callSign instead")
          .doesNotContain("data-copy=\"java\"");
      String question =
          """
          {"operation": "orderPilot", "version": "SOAP 1.1", "values": {"callSign": "LQ77",
           "direction": "OUT", "at": "2027-06-11T14:30:00Z",
           "remark": {"content": [{"#text": "via "}, {"place": "Heron"}]}},
           "headerBlocks": {"reference": "A7"}}
          """;
      String asked = post(host, "/partner?page=request", "application/json", question).body();
      assertThat(asked)
          .contains("<tns:callSign>LQ77</tns:callSign>")
          .contains("<tns:remark>via <ns1:place>Heron</ns1:place></tns:remark>")
          .doesNotContain("\"java\"");
    }
  }

  @Test
  void refusesAddressesThatAreNone() {
    Contract contract = ContractDocuments.read(PILOTS).contract();
    assertThatIllegalArgumentException()
        .isThrownBy(() -> host(contract, "", URI.create("file:///pilots")))
        .withMessageContaining("is no address of a service");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new ForwardedService(contract, "", Map.of()));
  }

  static List<Path> readable() throws IOException {
    try (Stream<Path> files = Files.list(CORPUS)) {
      return files.filter(ForwardingTest::isReadable).sorted().toList();
    }
  }

  private static boolean isReadable(Path file) {
    try {
      return Files.readString(file).contains("\nexpect: read");
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** Each document of the corpus that can be read has a page, and is explained. */
  @ParameterizedTest
  @MethodSource("readable")
  void hasAPageForEveryContract(Path file) throws Exception {
    Map<String, String> texts = new LinkedHashMap<>();
    String[] parts = Files.readString(file).split("(?m)^--- ", -1);
    for (int i = 1; i < parts.length; i++) {
      String[] document = parts[i].split("\n", 2);
      texts.put(document[0].strip(), document[1]);
    }
    if (texts.containsKey("schema")) {
      texts.put("partner.wsdl", around(texts.get("schema")));
    }
    ReadDocument read =
        ContractDocuments.read(
            URI.create("memory:/partner.wsdl"),
            location ->
                new ByteArrayInputStream(
                    texts.get(location.getPath().substring(1)).getBytes(StandardCharsets.UTF_8)),
            SchemaCatalogue.STANDARDS,
            DocumentLimits.DEFAULT);
    URI nowhere = URI.create("http://127.0.0.1:9/");
    String operation = read.contract().portTypes().get(0).operations().get(0).name();
    try (RunningHost host = host(read.contract(), texts.get("partner.wsdl"), nowhere)) {
      HttpResponse<String> page = get(host, "/partner");
      assertThat(page.statusCode()).isEqualTo(200);
      assertThat(page.body()).contains(operation);
      assertThat(get(host, "/partner?explained").statusCode()).isEqualTo(200);
    }
  }

  private static String around(String components) {
    return """
        <w:definitions xmlns:w="http://schemas.xmlsoap.org/wsdl/" xmlns:t="urn:saltmere:pilots"
            xmlns:soap="http://schemas.xmlsoap.org/wsdl/soap/" targetNamespace="urn:saltmere:pilots">
        <w:types><xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema"
            targetNamespace="urn:saltmere:pilots" elementFormDefault="qualified">%s</xs:schema>
        </w:types>
        <w:message name="send"><w:part name="body" element="t:message"/></w:message>
        <w:portType name="P"><w:operation name="send"><w:input message="t:send"/>
          <w:output message="t:send"/></w:operation></w:portType>
        <w:binding name="B" type="t:P">
          <soap:binding transport="http://schemas.xmlsoap.org/soap/http"/>
          <w:operation name="send"><w:input><soap:body use="literal"/></w:input>
            <w:output><soap:body use="literal"/></w:output></w:operation></w:binding>
        </w:definitions>
        """
        .formatted(components);
  }
}
