package org.calmanchor.core.xml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class XmlInTest {
  private static final MessageOpener INPUTS = new MessageOpener(MessageLimits.DEFAULT);
  private static final String USUAL = "<?xml version=\"1.0\" encoding=\"utf-8\"?>";

  /** Goes through a message whose elements hold no text; what is wrong with it. */
  private static InputProblem problem(String message) {
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    return catchThrowableOfType(
            InvalidMessageException.class,
            () -> {
              try (XmlIn in = INPUTS.open(new ByteArrayInputStream(bytes), "utf-8", bytes.length)) {
                in.nextElement();
                while (in.nextElement()) {
                  in.skip();
                }
              }
            })
        .problem();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        USUAL,
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>",
        "<?xml version='1.0' encoding='utf-8'?>",
        "<?xml version='1.0' encoding='UTF-8'?>",
        "<?xml version=\"1.0\"?>",
        "<?xml version=\"1.0\" encoding=\"utf-8\" ?>",
        "<?xml version='1.0' encoding=\"Utf-8\" standalone='yes'?>",
      })
  void tellsWhereAMistakeIsWhateverTheDeclaration(String declaration) {
    for (String mistaken : new String[] {"<a><b/> text</a>", "<a><b><c></b></a>", "<a"}) {
      InputProblem bare = problem(mistaken);
      InputProblem behind = problem(declaration + mistaken);
      assertThat(behind.code()).isEqualTo(bare.code());
      assertThat(behind.line()).isEqualTo(1);
      assertThat(behind.column()).isEqualTo(bare.column() + declaration.length());
      for (String end : new String[] {"\n", "\r\n"}) {
        InputProblem below = problem(declaration + end + mistaken);
        assertThat(below.line()).isEqualTo(2);
        assertThat(below.column()).isEqualTo(bare.column());
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {USUAL, "\n" + USUAL, "\uFEFF", "<?xml?>", "x", "&lt;"})
  void refusesWhatMayNotFollowADeclaration(String between) {
    assertThat(problem(USUAL + between + "<a/>").code())
        .isEqualTo(InputProblem.Code.NOT_WELL_FORMED);
  }
}
