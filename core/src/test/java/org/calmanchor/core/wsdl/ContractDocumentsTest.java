package org.calmanchor.core.wsdl;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.calmanchor.core.Documents;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.Standards;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.objects.MethodCodecPlanner;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.junit.jupiter.api.Test;

class ContractDocumentsTest {
  private static final String ADDRESS = "http://signals.lanternquay.test/book?a=1&b=2";

  /** Run with -Dcalm.anchor.rewrite=true to write the expected document anew; read the diff. */
  private static final Path EXPECTED = Path.of("src/test/resources/wsdl/SignalBook.wsdl");

  private final String document =
      ContractDocuments.write(ContractReader.read(SignalBook.class).contract(), ADDRESS);

  @Test
  void writesTheExpectedDocument() throws Exception {
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(EXPECTED, document);
    }
    assertThat(document).isEqualTo(Files.readString(EXPECTED, StandardCharsets.UTF_8));
  }

  @Test
  void writesTheSameDocumentEachTime() {
    assertThat(ContractDocuments.write(ContractReader.read(SignalBook.class).contract(), ADDRESS))
        .isEqualTo(document);
  }

  @Test
  void readsBackWhatItWrites() {
    Contract contract = ContractReader.read(SignalBook.class).contract();
    Documents.requireEqual(Documents.read(document), contract.withAddress(ADDRESS));
    ContractDocuments.Separate separate =
        ContractDocuments.writeSeparately(contract, ADDRESS, namespace -> name(namespace));
    Map<String, String> documents = new HashMap<>(Map.of("partner.wsdl", separate.wsdl()));
    separate.schemas().forEach((namespace, text) -> documents.put(name(namespace), text));
    Documents.requireEqual(Documents.read(documents).contract(), contract.withAddress(ADDRESS));
  }

  @Test
  void theCodeFitsItsOwnDocument() {
    Reading matched = Documents.matched(ContractReader.read(SignalBook.class));
    MethodCodecPlanner planner = new MethodCodecPlanner(matched);
    assertThat(matched.contract().portTypes().get(0).operations())
        .isNotEmpty()
        .allSatisfy(operation -> assertThat(planner.plan(operation).member()).isNotNull());
  }

  private static String name(String namespace) {
    return Integer.toHexString(namespace.hashCode()) + ".xsd";
  }

  @Test
  void isValidWsdl() throws Exception {
    assertThat(Standards.firstError(Standards.wsdl(), document)).isEmpty();
  }

  @Test
  void itsSchemaCompiles() throws Exception {
    assertThat(Standards.messages(document)).isNotNull();
  }
}
