package org.calmanchor.core.limits;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import org.junit.jupiter.api.Test;

/** The table in docs/limits.md is that of the code. */
class LimitsDocumentTest {
  private static final Path DOC = Path.of("../docs/limits.md");
  private static final String HEAD = "|---|--:|---|---|---|\n";

  private static String rows() {
    StringBuilder rows = new StringBuilder();
    for (Limit limit : Limit.values()) {
      rows.append(
          String.format(
              Locale.ROOT,
              "| `%s` | %s | %s | %s | %s |%n",
              limit.title(),
              byDefault(limit),
              limit.doc(),
              limit.reply().fault(),
              limit.reply().status()));
    }
    return rows.toString();
  }

  private static String byDefault(Limit limit) {
    return limit.isTime()
        ? Limits.DEFAULT.time(limit).toSeconds() + " s"
        : String.format(Locale.ROOT, "%,d", Limits.DEFAULT.value(limit));
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
