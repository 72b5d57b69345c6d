package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.client.TypedClient;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.match.ContractMatcher;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthPort;
import org.calmanchor.examples.pilots.DepthDesk;
import org.calmanchor.examples.pilots.Depths;
import org.calmanchor.examples.tides.TideTable;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A service whose contract came first as a document: host, client, documents and commands. */
class ContractFirstServiceTest {
  private static final Path DOCUMENT =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/pilots/pilots.wsdl");

  private static RunningHost host;

  @TempDir private Path folder;

  @BeforeAll
  static void start() {
    host = SoapHost.onPort(0).serve("/depths", new DepthDesk()).start();
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  @Test
  void clientAndServiceFollowTheDocument() {
    TypedClient<Depths> client = TypedClient.of(Depths.class, host.address("/depths"));

    Depths.Depth depth = client.proxy().draughtAt("Nordlys", 3);

    assertThat(depth.draught()).isEqualByComparingTo("5.25");
    assertThat(depth.limits().length()).isEqualTo(new BigDecimal("135"));
    assertThat(client.lastExchange().orElseThrow().toString()).doesNotContain("tns:ship");
  }

  @Test
  void whoReadsTheWsdlOfTheHostReadsTheSameContract() {
    URI address = host.address("/depths");
    Contract published =
        ContractDocuments.read(
                URI.create(address + "?wsdl"),
                location -> location.toURL().openStream(),
                SchemaCatalogue.STANDARDS,
                DocumentLimits.DEFAULT)
            .contract();
    Contract original = ContractDocuments.read(DOCUMENT.toAbsolutePath()).contract();
    QName depths = new QName("urn:saltmere:pilots", "Depths");

    assertThat(published.of(depths)).isEqualTo(original.of(depths).withAddress(address.toString()));
    assertThat(published.services().get(0).ports().get(0).address())
        .isEqualTo("http://pilots.saltmere.test/soap");
  }

  @ParameterizedTest
  @ValueSource(classes = {BerthPort.class, BerthDesk.class, TideTable.class})
  void everyExampleIsReadBackAndFitsItsOwnDocument(Class<?> service) throws Exception {
    Reading reading = ContractReader.read(service);
    String address = "https://lanternquay.test/";
    Path file = folder.resolve("service.wsdl");
    Files.writeString(file, ContractDocuments.write(reading, address));
    Contract read = ContractDocuments.read(file).contract();
    Problems problems = new Problems(() -> true);

    assertThat(read).isEqualTo(reading.contract().withAddress(address));
    new ContractMatcher(
            service.getSimpleName(),
            reading.contract(),
            reading.members(),
            reading.examples(),
            read,
            problems)
        .match();
    assertThat(problems.all()).isEmpty();
  }

  @Test
  void thereAreTheDocumentsThatItImportsAndNoOthers() throws Exception {
    HttpClient http = HttpClient.newHttpClient();
    for (String query : new String[] {"?document=0", "?document=3", "?document=x", "?document"}) {
      var answer =
          http.send(
              HttpRequest.newBuilder(URI.create(host.address("/depths") + query)).build(),
              BodyHandlers.ofString());
      assertThat(answer.statusCode()).as(query).isEqualTo(404);
      assertThat(answer.body()).contains("?document=1 to ?document=2");
    }
  }

  @Test
  void theCommandWritesTheDocumentWithAllThatItImports() throws Exception {
    Tool said =
        Tool.run(
            folder,
            "wsdl",
            Depths.class.getName(),
            "--address",
            "https://saltmere.test/depths",
            "--out",
            "depths.wsdl");

    assertThat(said.out()).contains("Wrote depths.wsdl", "1 operation,");
    try (Stream<Path> files = Files.list(folder)) {
      assertThat(files.map(file -> file.getFileName().toString()))
          .filteredOn(name -> name.endsWith("l") || name.endsWith("d"))
          .containsExactlyInAnyOrder("depths.wsdl", "ships.xsd", "common.xsd");
    }
    assertThat(Files.readString(folder.resolve("depths.wsdl"), StandardCharsets.UTF_8))
        .isEqualTo(
            Files.readString(DOCUMENT)
                .replace("types/ships.xsd", "ships.xsd")
                .replace("http://pilots.saltmere.test/depths", "https://saltmere.test/depths"));
  }
}
