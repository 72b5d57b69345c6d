package org.calmanchor.core.lexical;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.IOException;
import java.io.StringReader;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Period;
import java.time.ZoneOffset;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.namespace.QName;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.Tuple;
import org.calmanchor.annotations.Binary;
import org.calmanchor.core.Values;
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
    return "row" + TypeMappings.rows().indexOf(row);
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
            "9223372036854775808",
            "4294967295",
            "18446744073709551616",
            "14:30:00",
            "24:00:00",
            "24:00:00.000",
            "24:00:01",
            "23:59:60",
            "14:30:00.1234567890",
            "14:30:00.",
            "14:30:00Z",
            "14:30:00-14:00",
            "14:30:00+14:01",
            "14:30:00+13:60",
            "14:30:00-00:00",
            "2027-06-11T14:30:00",
            "2027-06-11T14:30:00.5Z",
            "2027-06-11T24:00:00+02:00",
            "2027-06-11T24:00:00",
            "-0001-12-31T24:00:00",
            "2027-06-11t14:30:00",
            "2027-06-11T14:30",
            "2027",
            "-0044",
            "0000",
            "12345",
            "2027-06",
            "2027-00",
            "--06-11",
            "--02-29",
            "--02-30",
            "--13-01",
            "P1D",
            "-P1DT2H3M4.5S",
            "P",
            "PT",
            "P1DT",
            "PT.5S",
            "PT1.S",
            "P1.5D",
            "P1Y2M3D",
            "P1M",
            "-P0Y",
            "P1Y2MT3S",
            "PT1M",
            "QQ==",
            "QR==",
            "QQ=",
            "QQ",
            "QUI=",
            "Q U I =",
            "QUJD",
            "QUJDRA==",
            "====",
            "0aFF",
            "0aF",
            "0a FF",
            "3f2504e0-4f89-41d3-9a0c-0305e82c3301",
            "3f2504e0-4f89-41d3-9a0c-0305e82c330",
            "3F2504E0-4F89-41D3-9A0C-0305E82C3301",
            "pier-3",
            "3-pier",
            "a:b",
            "a  b",
            "a\tb");
    Arbitrary<String> digits =
        Arbitraries.strings().withChars("0123456789+-.EeZ: \tPTDHMSY=").ofMaxLength(12);
    Arbitrary<String> changed =
        Combinators.combine(
                near.filter(text -> !text.isEmpty()),
                Arbitraries.integers().between(0, 30),
                Arbitraries.strings().withChars("0129+-.:ZTPDSYA= ").ofMaxLength(1))
            .as(
                (text, at, with) -> {
                  int index = at % text.length();
                  return text.substring(0, index) + with + text.substring(index + 1);
                });
    return Arbitraries.oneOf(near, near.map(text -> " \t" + text + "\n"), digits, changed);
  }

  /**
   * Types of Java that hold less than can be said by a pattern; docs/types.md lists them. Names
   * with prefixes are judged where prefixes are.
   */
  private static final Set<Class<?>> NARROWER =
      Set.of(URI.class, Locale.class, Currency.class, QName.class);

  @Property(tries = 10_000)
  void acceptsExactlyWhatTheValidatorAccepts(
      @ForAll("rows") TypeMapping<?> row, @ForAll("texts") String text) {
    requireSameQuickly(row, text);
    boolean parses = parses(row, text);
    if (!NARROWER.contains(row.javaType())) {
      assertThat(parses)
          .as(row.publishedName() + " of \"" + text + "\"")
          .isEqualTo(isValid(row, text));
    } else if (row.javaType() != QName.class) {
      assertThat(!parses || isValid(row, text)).as(text).isTrue();
    }
  }

  @Property(tries = 4_000)
  void bringsEveryValueBack(@ForAll("rowsWithValue") Tuple.Tuple2<TypeMapping<?>, Object> each) {
    TypeMapping<?> row = each.get1();
    String text = printed(row, each.get2());
    requireSameQuickly(row, text);
    byte[] bytes = new byte[Lexical.QUICK_BYTES + 1];
    int end = quicklyPrinted(row, each.get2(), bytes);
    assertThat(end < 0 ? text : new String(bytes, 1, end - 1, StandardCharsets.US_ASCII))
        .isEqualTo(text);
    if (row.javaType() != QName.class) {
      assertThat(isValid(row, text)).as(text).isTrue();
    }
    Object read = row.lexical().parse(text);
    if (read instanceof Binary binary) {
      assertThat(binary.bytes()).isEqualTo(((Binary) each.get2()).bytes());
    } else {
      assertThat(read).as(text).isEqualTo(each.get2());
    }
  }

  @SuppressWarnings("unchecked") // the value was made for the row
  private static int quicklyPrinted(TypeMapping<?> row, Object value, byte[] bytes) {
    return ((Lexical<Object>) row.lexical()).print(value, bytes, 1);
  }

  /** The short way, where it answers, agrees with the long one. */
  private static void requireSameQuickly(TypeMapping<?> row, String text) {
    Object quick = row.lexical().quick(text.toCharArray(), text.length());
    if (quick != null) {
      assertThat(quick).as(text).isEqualTo(row.lexical().parse(text));
    }
  }

  @SuppressWarnings("unchecked") // the value was made for the row
  private static String printed(TypeMapping<?> row, Object value) {
    return ((Lexical<Object>) row.lexical()).print(value);
  }

  @Provide
  Arbitrary<Tuple.Tuple2<TypeMapping<?>, Object>> rowsWithValue() {
    return rows()
        .flatMap(
            row -> Values.of(row).map(value -> Tuple.of((TypeMapping<?>) row, (Object) value)));
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
        .isThrownBy(() -> TimeLexicals.DATE.print(LocalDate.of(0, 12, 31)))
        .withMessage("XML Schema 1.0 has no year 0");
    assertThatExceptionOfType(LexicalException.class)
        .isThrownBy(() -> TimeLexicals.DATE.parse("0000-12-31"))
        .withMessage("there is no year 0000");
    assertThat(TimeLexicals.DATE.print(LocalDate.of(-4, 2, 29))).isEqualTo("-0004-02-29");
  }

  @Test
  void refusesValuesThatXmlSchemaCannotHold() {
    List<Runnable> attempts =
        List.of(
            () -> TimeLexicals.OFFSET_DATE_TIME.print(OffsetDateTime.MAX),
            () -> TimeLexicals.ZONED_TIME.print(OffsetTime.of(1, 1, 1, 1, ZoneOffset.ofHours(15))),
            () ->
                TimeLexicals.ZONED_TIME.print(
                    OffsetTime.of(1, 1, 1, 1, ZoneOffset.ofHoursMinutesSeconds(1, 0, 30))),
            () -> TimeLexicals.INSTANT.print(Instant.MIN),
            () -> TimeLexicals.INSTANT.parse("999999999-12-31T24:00:00Z"),
            () -> DurationLexicals.DURATION.print(Duration.ofSeconds(Long.MAX_VALUE)),
            () -> DurationLexicals.PERIOD.print(Period.of(1, -1, 0)),
            () -> DurationLexicals.PERIOD.print(Period.ofDays(Integer.MAX_VALUE)),
            () -> Lexicals.TOKEN.print(" a"),
            () -> Lexicals.NORMALIZED_STRING.print("a\n"),
            () -> NumberLexicals.UNSIGNED_BYTE.print((short) 256),
            () -> NumberLexicals.POSITIVE_INTEGER.print(BigInteger.ZERO));
    for (Runnable attempt : attempts) {
      assertThatExceptionOfType(LexicalException.class).isThrownBy(attempt::run);
    }
  }

  @Test
  void refusesNumbersOfTooManyDigitsBothWaysWithoutWork() {
    List<Runnable> huge =
        List.of(
            () -> NumberLexicals.DECIMAL.print(new BigDecimal("1E+999999999")),
            () -> NumberLexicals.DECIMAL.print(new BigDecimal("1E-999999999")),
            () -> NumberLexicals.INTEGER.print(BigInteger.ONE.shiftLeft(100_000_000)),
            () -> NumberLexicals.DECIMAL.parse("1".repeat(10_001)),
            () -> NumberLexicals.INTEGER.parse("1".repeat(10_001)));
    for (Runnable attempt : huge) {
      assertThatExceptionOfType(LexicalException.class)
          .isThrownBy(attempt::run)
          .withMessage("more than 10000 digits");
    }
  }

  @Property
  void collapsesWhiteSpaceAsXmlDoes(@ForAll("spaced") String text) {
    assertThat(WhiteSpace.collapse(text))
        .isEqualTo(text.replaceAll("[ \t\r\n]+", " ").replaceAll("^ | $", ""));
  }

  @Provide
  Arbitrary<String> spaced() {
    return Arbitraries.strings().withChars("ab \t\r\n").ofMaxLength(10);
  }
}
