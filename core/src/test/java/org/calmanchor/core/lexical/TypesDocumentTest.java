package org.calmanchor.core.lexical;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** The table of simple types in docs/types.md is that of the code. */
class TypesDocumentTest {
  private static final Path DOC = Path.of("../docs/types.md");
  private static final String HEAD =
      "| Java | published as | form | further |\n|---|---|---|---|\n";

  private static String table() {
    StringBuilder table = new StringBuilder(HEAD);
    for (TypeMapping<?> row : TypeMappings.rows()) {
      boolean isDefault = row.equals(TypeMappings.forJava(row.javaType().getName()));
      String java = "`" + row.javaType().getSimpleName() + "`";
      String primitive = row.primitive() == null ? "" : ", `" + row.primitive() + "`";
      String published =
          row.restriction() == null
              ? "`xsd:" + row.base().getLocalPart() + "`"
              : "`"
                  + row.publishedName()
                  + "`, a restriction of `xsd:"
                  + row.base().getLocalPart()
                  + "`";
      String further =
          isDefault ? "" : "on request: `@Element(type = \"" + row.base().getLocalPart() + "\")`";
      table
          .append("| ")
          .append(String.join(" | ", java + primitive, published, row.lexical().form(), further))
          .append(" |\n");
    }
    return table.toString();
  }

  /** Run with -Dcalm.anchor.rewrite=true to write the table anew; read the diff. */
  @Test
  void hasTheTableOfTheCode() throws IOException {
    String doc = Files.readString(DOC);
    int begin = doc.indexOf(HEAD);
    int end = doc.indexOf("\n\n", begin) + 1;
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(DOC, doc.substring(0, begin) + table() + doc.substring(end));
    } else {
      assertThat(doc.substring(begin, end)).isEqualTo(table());
    }
  }
}
