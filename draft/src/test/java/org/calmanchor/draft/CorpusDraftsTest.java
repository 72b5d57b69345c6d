package org.calmanchor.draft;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ReadDocument;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each document of the corpus is drafted, compiled without warnings, served and called. */
class CorpusDraftsTest {
  @TempDir private Path folder;

  static Iterable<String> readable() throws IOException {
    return Drafted.corpus().keySet();
  }

  @ParameterizedTest
  @MethodSource("readable")
  void fitsItsDocument(String name) throws Exception {
    Map<String, String> texts = Drafted.corpus().get(name);
    ReadDocument document = Drafted.read(folder, texts);
    try (Drafted drafted = Drafted.compile(folder, Draft.service(document, Drafted.PACKAGE))) {
      assertThat(drafted.portTypes()).hasSameSizeAs(document.contract().portTypes());
      for (Class<?> each : drafted.portTypes()) {
        assertThat(ContractReader.readToCall(each).contract().portTypes()).hasSize(1);
      }
    }
  }
}
