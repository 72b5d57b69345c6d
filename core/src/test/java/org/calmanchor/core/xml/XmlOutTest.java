package org.calmanchor.core.xml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import javax.xml.parsers.DocumentBuilderFactory;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;

class XmlOutTest {
  private static final Tag TAG = Tag.of("t");

  /** What any parser reads is what was written, to the last carriage return. */
  @Property(tries = 2_000)
  void textAndAttributesComeBackExactly(@ForAll @StringLength(max = 30) String text)
      throws Exception {
    XmlOut out = XmlOut.held(false);
    boolean isXml =
        text.codePoints()
            .allMatch(
                c ->
                    c == 9
                        || c == 10
                        || c == 13
                        || (c >= 0x20 && c <= 0xD7FF)
                        || (c >= 0xE000 && c <= 0xFFFD)
                        || c >= 0x10000);
    if (!isXml) {
      assertThatExceptionOfType(EncodeException.class)
          .isThrownBy(() -> out.element(TAG, text))
          .withMessageContaining("cannot stand in XML");
      return;
    }
    out.open(TAG);
    out.attribute(Tag.encode(" a=\""), text);
    out.content();
    out.text(text);
    out.close(TAG);
    Element read =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(out.bytes()))
            .getDocumentElement();
    assertThat(read.getTextContent()).isEqualTo(text);
    assertThat(read.getAttribute("a")).isEqualTo(text);
  }

  @Test
  void handsOnWhatItHoldsOnlyBeyondItsLimit() {
    ByteArrayOutputStream taken = new ByteArrayOutputStream();
    XmlOut out = new XmlOut((bytes, length) -> taken.write(bytes, 0, length), 2_000, false);
    out.element(TAG, "x".repeat(1_900));
    assertThat(taken.size()).isZero();
    out.element(TAG, "y".repeat(1_900));
    assertThat(taken.size()).isPositive();
    out.flush();
    assertThat(taken.toString(StandardCharsets.UTF_8))
        .isEqualTo("<t>" + "x".repeat(1_900) + "</t><t>" + "y".repeat(1_900) + "</t>");
  }

  @Test
  void takesEndlessNestingForACycle() {
    XmlOut out = XmlOut.held(false);
    assertThatExceptionOfType(EncodeException.class)
        .isThrownBy(
            () -> {
              while (true) {
                out.open(TAG);
              }
            })
        .withMessageContaining("is it a cycle?");
  }
}
