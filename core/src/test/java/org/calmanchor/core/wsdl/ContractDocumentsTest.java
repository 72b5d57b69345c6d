package org.calmanchor.core.wsdl;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.Standards;
import org.calmanchor.core.read.ContractReader;
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
  void isValidWsdl() throws Exception {
    assertThat(Standards.firstError(Standards.wsdl(), document)).isEmpty();
  }

  @Test
  void itsSchemaCompiles() throws Exception {
    assertThat(Standards.messages(document)).isNotNull();
  }
}
