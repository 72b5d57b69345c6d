package org.calmanchor.core.lexical;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.IOException;
import java.io.StringReader;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.util.List;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.calmanchor.core.model.Facet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.xml.sax.SAXException;

/** Every lexical form judged by the JDK's validator. */
class LexicalsTest {
  private static final Schema SCHEMA = schema();

  /** One element for each row of the table, of the type that is published for it. */
  private static Schema schema() {
    StringBuilder xsd =
        new StringBuilder("<x:schema xmlns:x='" + XMLConstants.W3C_XML_SCHEMA_NS_URI + "'>");
    for (TypeMapping<?> row : TypeMappings.rows()) {
      xsd.append("<x:element name='")
          .append(name(row))
          .append("'><x:simpleType><x:restriction base='x:");
      xsd.append(row.base().getLocalPart()).append("'>");
      if (row.restriction() != null) {
        for (Facet facet : row.restriction().facets()) {
          xsd.append("<x:").append(facet.kind().element()).append(" value='");
          xsd.append(facet.value()).append("'/>");
        }
      }
      xsd.append("</x:restriction></x:simpleType></x:element>");
    }
    try {
      return SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
          .newSchema(new StreamSource(new StringReader(xsd + "</x:schema>")));
    } catch (SAXException wrong) {
      throw new AssertionError(wrong);
    }
  }

  private static String name(TypeMapping<?> row) {
    return row.javaType().getSimpleName();
  }

  private static boolean isValid(TypeMapping<?> row, String text) {
    String escaped = text.replace("&", "&amp;").replace("<", "&lt;").replace("\r", "&#13;");
    String document = "<" + name(row) + ">" + escaped + "</" + name(row) + ">";
    try {
      SCHEMA.newValidator().validate(new StreamSource(new StringReader(document)));
      return true;
    } catch (SAXException refused) {
      return false;
    } catch (IOException impossible) {
      throw new AssertionError(impossible);
    }
  }

  private static boolean parses(TypeMapping<?> row, String text) {
    try {
      row.lexical().parse(text);
      return true;
    } catch (LexicalException refused) {
      return false;
    }
  }

  @Provide
  Arbitrary<TypeMapping<?>> rows() {
    return Arbitraries.of(TypeMappings.rows());
  }

  /** Texts that look like values, most of them slightly wrong. */
  @Provide
  Arbitrary<String> texts() {
    Arbitrary<String> near =
        Arbitraries.of(
            "1",
            "0",
            "-0",
            "+1",
            "007",
            "-128",
            "128",
            "32768",
            "2147483648",
            "1.",
            ".5",
            "1.5",
            "1E3",
            "1e-3",
            "INF",
            "-INF",
            "NaN",
            "+INF",
            "Infinity",
            "1d",
            "0x10",
            "true",
            "false",
            "TRUE",
            "2027-06-11",
            "2027-06-11Z",
            "2027-6-11",
            "0000-01-01",
            "-0001-01-01",
            "2027-02-29",
            "2028-02-29",
            "10000-01-01",
            "010000-01-01",
            "2027-13-01",
            "+2027-06-11",
            "1 2",
            "",
            "-",
            "+",
            ".",
            "E3",
            "1E",
            "1E+3",
            "1E1.0",
            "--1",
            "٣",
            "9223372036854775808");
    Arbitrary<String> digits =
        Arbitraries.strings().withChars("0123456789+-.EeZ: \t").ofMaxLength(12);
    return Arbitraries.oneOf(near, near.map(text -> " \t" + text + "\n"), digits);
  }

  @Property(tries = 4_000)
  void acceptsExactlyWhatTheValidatorAccepts(
      @ForAll("rows") TypeMapping<?> row, @ForAll("texts") String text) {
    assertThat(parses(row, text))
        .as(name(row) + " of \"" + text + "\"")
        .isEqualTo(isValid(row, text));
  }

  @Property
  void bringsDecimalsBack(@ForAll BigDecimal value) {
    TypeMapping<?> row = TypeMappings.forJava("java.math.BigDecimal");
    String text = NumberLexicals.DECIMAL.print(value);
    assertThat(isValid(row, text)).isTrue();
    assertThat(NumberLexicals.DECIMAL.parse(text)).isEqualByComparingTo(value);
  }

  @Property
  void bringsFloatingNumbersBack(@ForAll double value, @ForAll float small) {
    String text = NumberLexicals.DOUBLE.print(value);
    assertThat(isValid(TypeMappings.forJava("double"), text)).isTrue();
    assertThat(NumberLexicals.DOUBLE.parse(text)).isEqualTo(value);
    assertThat(NumberLexicals.FLOAT.parse(NumberLexicals.FLOAT.print(small))).isEqualTo(small);
  }

  @Property
  void bringsDaysBack(@ForAll("days") LocalDate day) {
    String text = Lexicals.DATE.print(day);
    assertThat(isValid(TypeMappings.forJava("java.time.LocalDate"), text)).as(text).isTrue();
    assertThat(Lexicals.DATE.parse(text)).isEqualTo(day);
  }

  @Provide
  Arbitrary<LocalDate> days() {
    return Arbitraries.longs()
        .between(LocalDate.of(-20_000, 1, 1).toEpochDay(), LocalDate.of(20_000, 1, 1).toEpochDay())
        .map(LocalDate::ofEpochDay)
        .filter(day -> day.getYear() != 0);
  }

  @ParameterizedTest
  @CsvSource({"INF", "-INF", "NaN"})
  void knowsTheSpecialNumbers(String text) {
    assertThat(NumberLexicals.DOUBLE.print(NumberLexicals.DOUBLE.parse(text))).isEqualTo(text);
    assertThat(NumberLexicals.FLOAT.print(NumberLexicals.FLOAT.parse(text))).isEqualTo(text);
  }

  @Test
  void knowsNoYearZeroEitherWay() {
    assertThatExceptionOfType(LexicalException.class)
        .isThrownBy(() -> Lexicals.DATE.print(LocalDate.of(0, 12, 31)))
        .withMessage("XML Schema 1.0 has no year 0000");
    assertThatExceptionOfType(LexicalException.class)
        .isThrownBy(() -> Lexicals.DATE.parse("0000-12-31"))
        .withMessage("there is no year 0000");
    assertThat(Lexicals.DATE.print(LocalDate.of(-4, 2, 29))).isEqualTo("-0004-02-29");
  }

  @Test
  void refusesNumbersOfTooManyDigitsBothWaysWithoutWork() {
    List<Runnable> huge =
        List.of(
            () -> NumberLexicals.DECIMAL.print(new BigDecimal("1E+999999999")),
            () -> NumberLexicals.DECIMAL.print(new BigDecimal("1E-999999999")),
            () -> NumberLexicals.INTEGER.print(BigInteger.ONE.shiftLeft(100_000_000)),
            () -> NumberLexicals.DECIMAL.parse("1".repeat(1_001)),
            () -> NumberLexicals.INTEGER.parse("1".repeat(1_001)));
    for (Runnable attempt : huge) {
      assertThatExceptionOfType(LexicalException.class)
          .isThrownBy(attempt::run)
          .withMessage("more than 1000 digits");
    }
  }

  @Property
  void collapsesWhiteSpaceAsXmlDoes(@ForAll("spaced") String text) {
    assertThat(Lexical.collapse(text))
        .isEqualTo(text.replaceAll("[ \t\r\n]+", " ").replaceAll("^ | $", ""));
  }

  @Provide
  Arbitrary<String> spaced() {
    return Arbitraries.strings().withChars("ab \t\r\n").ofMaxLength(10);
  }
}
