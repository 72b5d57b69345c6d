package org.calmanchor.core.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.nio.charset.StandardCharsets;
import javax.xml.namespace.QName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class XmlNodeTest {
  private static XmlNode.Document read(String text) {
    return XmlNode.read(text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void keepsNamesPlacesAndPrefixes() {
    XmlNode.Document document =
        read(
            """
            <?xml version="1.0" encoding="UTF-8"?>
            <a:root xmlns:a="urn:a" id="1">
              <?look here?>
              <child xmlns="urn:b" xmlns:a="urn:c">a:x<a:leaf/></child>
              <child/>
            </a:root>
            """);
    XmlNode root = document.root();
    assertThat(document.encoding()).isEqualTo("UTF-8");
    assertThat(document.instruction()).isEqualTo(3);
    assertThat(root.name()).isEqualTo(new QName("urn:a", "root"));
    assertThat(root.attributeOr("id", "")).isEqualTo("1");
    assertThat(root.attribute("none")).isNull();
    assertThat(root.resolve("a:x")).isEqualTo(new QName("urn:a", "x"));
    XmlNode child = root.child("urn:b", "child");
    assertThat(child.line()).isEqualTo(4);
    assertThat(child.text()).isEqualTo("a:x");
    assertThat(child.resolve(child.text())).isEqualTo(new QName("urn:c", "x"));
    assertThat(child.resolve("x")).isEqualTo(new QName("urn:b", "x"));
    assertThat(child.resolve("z:x")).isEqualTo(new QName("x"));
    assertThat(root.children("", "child")).hasSize(1);
    assertThat(root.child("", "none")).isNull();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<a>%<b></a>|2|it is not well-formed XML",
        "?|1|it is not well-formed XML",
        "<!DOCTYPE a [<!ENTITY b SYSTEM 'file:/etc/hosts'>]><a>&b;</a>|1|it has a document type",
        "<a>&b;</a>|1|it is not well-formed XML",
      })
  void refusesWhatItWillNotRead(String text, int line, String words) {
    assertThatExceptionOfType(XmlNode.UnreadableException.class)
        .isThrownBy(() -> read(text.replace("%", "\n").replaceFirst("^\\?$", "")))
        .withMessageStartingWith(words)
        .satisfies(unreadable -> assertThat(unreadable.line()).isEqualTo(line));
  }

  @Test
  void refusesDepthsThatNobodyNeeds() {
    assertThatExceptionOfType(XmlNode.UnreadableException.class)
        .isThrownBy(() -> read("<a>".repeat(500)));
  }
}
