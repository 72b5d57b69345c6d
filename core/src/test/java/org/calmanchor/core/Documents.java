package org.calmanchor.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.FileNotFoundException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;

/** Reads documents that are held as texts. */
public final class Documents {
  public static final URI ROOT = URI.create("memory:/partner.wsdl");

  private Documents() {}

  /** The contract in one document. */
  public static Contract read(String wsdl) {
    return readWithin(DocumentLimits.DEFAULT, wsdl);
  }

  /** The contract in one document that may need no more than {@code limits}. */
  public static Contract readWithin(DocumentLimits limits, String wsdl) {
    DocumentSource source = source(Map.of("partner.wsdl", wsdl));
    return ContractDocuments.read(ROOT, source, SchemaCatalogue.STANDARDS, limits).contract();
  }

  /** What {@code partner.wsdl} says, with the other documents beside it. */
  public static ReadDocument read(Map<String, String> documents) {
    return ContractDocuments.read(
        ROOT, source(documents), SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT);
  }

  /** Compares part by part, so that a failure shows the part that differs. */
  public static void requireEqual(Contract actual, Contract expected) {
    assertThat(actual.schemas()).isEqualTo(expected.schemas());
    assertThat(actual.messages()).isEqualTo(expected.messages());
    assertThat(actual.portTypes()).isEqualTo(expected.portTypes());
    assertThat(actual.bindings()).isEqualTo(expected.bindings());
    assertThat(actual.services()).isEqualTo(expected.services());
    assertThat(actual).isEqualTo(expected);
  }

  public static DocumentSource source(Map<String, String> documents) {
    return location -> {
      String text = documents.get(location.getPath().substring(1));
      if (text == null) {
        throw new FileNotFoundException(location.toString());
      }
      return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
    };
  }
}
