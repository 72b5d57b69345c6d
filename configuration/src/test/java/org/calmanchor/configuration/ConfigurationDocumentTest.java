package org.calmanchor.configuration;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** The table in docs/configuration.md is that of the code. */
final class ConfigurationDocumentTest {
  private static final Path DOC = Path.of("../docs/configuration.md");
  private static final String HEAD = "|---|---|---|---|\n";

  private static String rows() {
    StringBuilder rows = new StringBuilder();
    for (Setting<?> setting : Settings.all()) {
      rows.append("| `")
          .append(setting)
          .append("` | ")
          .append(setting.form().words())
          .append(" | ")
          .append(setting.byDefault())
          .append(" | ")
          .append(setting.doc())
          .append(" |\n");
    }
    return rows.toString();
  }

  /** Run with -Dcalm.anchor.rewrite=true to write the table anew; read the diff. */
  @Test
  void hasTheTableOfTheCode() throws IOException {
    String doc = Files.readString(DOC);
    int begin = doc.indexOf(HEAD) + HEAD.length();
    int end = doc.indexOf("\n\n", begin - 1) + 1;
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(DOC, doc.substring(0, begin) + rows() + doc.substring(end));
    } else {
      assertThat(doc.substring(begin, end)).isEqualTo(rows());
    }
  }
}
