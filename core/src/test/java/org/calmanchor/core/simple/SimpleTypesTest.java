package org.calmanchor.core.simple;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.xml.validation.Schema;
import org.calmanchor.core.Documents;
import org.calmanchor.core.Standards;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.TypeUse;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Texts get the verdict of the JDK's schema validator, for built-in types and for all facets. */
class SimpleTypesTest {
  private static final List<String> BUILT_IN =
      List.of(
          ("string normalizedString token language Name NCName NMTOKEN NMTOKENS boolean decimal"
                  + " integer nonPositiveInteger negativeInteger nonNegativeInteger positiveInteger"
                  + " long int short byte unsignedLong unsignedInt unsignedShort unsignedByte float"
                  + " double duration dateTime time date gYearMonth gYear gMonthDay gDay gMonth"
                  + " hexBinary base64Binary anyURI anySimpleType")
              .split(" "));

  private static final List<String> TEXTS =
      Stream.of(
              ("a|A b| a  b |\ta\n|1|-1|+1|01|0|-0|+0|1.0|1.50|.5|5.|-.5|.|1e3|1E3|1E+3|1.5e-3|INF"
                      + "|-INF|+INF|NaN|nan|true|false|TRUE|1 2|2147483647|2147483648|-2147483648"
                      + "|-2147483649|255|256|65535|65536|4294967295|4294967296"
                      + "|18446744073709551615|18446744073709551616|9223372036854775808|127|128"
                      + "|-129|2027-06-11|2027-06-11Z|2027-06-11+14:00|2027-06-11+14:01|2027-02-29"
                      + "|2028-02-29|2027-13-01|0000-01-01|-0001-01-01|12027-01-01|02027-01-01"
                      + "|2027-06-11T14:30:00|2027-06-11T14:30:00Z|2027-06-11T24:00:00"
                      + "|2027-06-11T24:00:01|2027-06-11T14:30|2027-06-11T14:30:00.123456789"
                      + "|2027-06-11T14:30:60|14:30:00|14:30:00-05:00|24:00:00|25:00:00|2027-06|2027"
                      + "|--06-11|--02-30|--06|---11|---32|--13|P1Y|P1M|-P1D|PT1S|P1DT|P|PT|P1S|PT1.5S"
                      + "|P1Y2M3DT4H5M6.7S|P-1Y|0A|0a|0|0G|AAAA|AAA=|AA==|A===|AAB=|AA AA|YWJj"
                      + "|http://lanternquay.test/|a b c|%zz|%20|http://[|:|1:2|urn:x|äöü|x:y|1a|-a|a.b"
                      + "|_a|en|en-GB|en-|toolongtag-x|abcdefgh-ijklmnop|a,b|<|42.50|00042.5000"
                      + "|123456.789|berth|H-07|Heron|HERON| Heron |heron kittiwake")
                  .split("\\|"))
          .toList();

  private static final String FACETS =
      """
      <xs:simpleType name="code"><xs:restriction base="xs:string">
        <xs:pattern value="[A-Z]-\\d{2}"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="either"><xs:restriction base="xs:token">
        <xs:pattern value="[a-z-[aeiou]]+"/><xs:pattern value="\\d+|\\p{Lu}\\i\\c*"/>
        </xs:restriction></xs:simpleType>
      <xs:simpleType name="short"><xs:restriction base="xs:string">
        <xs:minLength value="2"/><xs:maxLength value="4"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="exact"><xs:restriction base="xs:token">
        <xs:length value="1"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="pier"><xs:restriction base="xs:token">
        <xs:enumeration value="Heron"/><xs:enumeration value="Kittiwake"/>
        </xs:restriction></xs:simpleType>
      <xs:simpleType name="money"><xs:restriction base="xs:decimal">
        <xs:totalDigits value="5"/><xs:fractionDigits value="2"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="some"><xs:restriction base="xs:decimal">
        <xs:enumeration value="1.0"/><xs:enumeration value="42.5"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="range"><xs:restriction base="xs:int">
        <xs:minInclusive value="1"/><xs:maxExclusive value="128"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="open"><xs:restriction base="xs:double">
        <xs:minExclusive value="0"/><xs:maxInclusive value="1000"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="season"><xs:restriction base="xs:date">
        <xs:minInclusive value="2027-06-01"/><xs:maxInclusive value="2027-06-11Z"/>
        </xs:restriction></xs:simpleType>
      <xs:simpleType name="moment"><xs:restriction base="xs:dateTime">
        <xs:maxExclusive value="2027-06-11T14:30:00Z"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="stay"><xs:restriction base="xs:duration">
        <xs:maxInclusive value="P1M"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="bytes"><xs:restriction base="xs:base64Binary">
        <xs:length value="3"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="hex"><xs:restriction base="xs:hexBinary">
        <xs:enumeration value="0a"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="ints"><xs:list itemType="xs:int"/></xs:simpleType>
      <xs:simpleType name="two"><xs:restriction base="t:ints">
        <xs:length value="2"/><xs:pattern value="1 .*"/></xs:restriction></xs:simpleType>
      <xs:simpleType name="anon"><xs:list><xs:simpleType><xs:restriction base="xs:token">
        <xs:enumeration value="heron"/><xs:enumeration value="kittiwake"/></xs:restriction>
        </xs:simpleType></xs:list></xs:simpleType>
      <xs:simpleType name="union"><xs:union memberTypes="xs:int t:pier"><xs:simpleType>
        <xs:restriction base="xs:boolean"/></xs:simpleType></xs:union></xs:simpleType>
      <xs:simpleType name="narrow"><xs:restriction base="t:union">
        <xs:enumeration value="1"/><xs:enumeration value="Heron"/><xs:enumeration value="true"/>
        </xs:restriction></xs:simpleType>
      <xs:simpleType name="lists"><xs:list itemType="t:union"/></xs:simpleType>
      <xs:simpleType name="spaced"><xs:restriction base="xs:string">
        <xs:whiteSpace value="collapse"/><xs:maxLength value="3"/></xs:restriction></xs:simpleType>
      """;

  private static final Contract CONTRACT = Documents.read(Documents.around(FACETS + elements()));
  private static final Schema SCHEMA = schema();

  private static Schema schema() {
    try {
      return Standards.schema(Documents.schema(FACETS + elements()));
    } catch (Exception invalid) {
      throw new IllegalStateException(invalid);
    }
  }

  private static List<String> types() {
    List<String> types = new ArrayList<>();
    BUILT_IN.forEach(type -> types.add("xs:" + type));
    FACETS
        .lines()
        .filter(line -> line.contains("simpleType name="))
        .forEach(line -> types.add("t:" + line.replaceAll(".*?name=\"(\\w+)\".*", "$1")));
    return types;
  }

  private static String elements() {
    StringBuilder elements = new StringBuilder();
    for (String type : types()) {
      elements.append(
          "<xs:element name='%s' type='%s'/>\n".formatted(type.replace(':', '-'), type));
    }
    return elements.toString();
  }

  @ParameterizedTest
  @MethodSource("types")
  void judgesAsTheValidatorDoes(String type) throws Exception {
    TypeUse use = CONTRACT.element(Documents.name(type.replace(':', '-'))).type();
    SimpleRule rule = new SimpleTypes(CONTRACT).of(use);
    List<String> differing = new ArrayList<>();
    for (String text : TEXTS) {
      String element = type.replace(':', '-');
      String message =
          "<t:%s xmlns:t='%s'>%s</t:%s>"
              .formatted(element, Documents.NAMESPACE, text.replace("<", "&lt;"), element);
      boolean isValid = Standards.firstError(SCHEMA, message).isEmpty();
      if (isValid != takes(rule, text)) {
        differing.add(text + (isValid ? " is valid" : " is invalid"));
      }
    }
    assertThat(differing).isEmpty();
  }

  private static boolean takes(SimpleRule rule, String text) {
    try {
      rule.check(text);
      return true;
    } catch (LexicalException refused) {
      return false;
    }
  }

  @ParameterizedTest
  @CsvSource({
    "[a, 3, ] is missing",
    "a**, 3, must be escaped",
    "(a, 3, is missing",
    "a), 2, has no counterpart",
    "'a{2,1}', 7, ends before it begins",
    "[z-a], 5, ends before it begins",
    "\\p{IsNowhere}, 14, there is no block",
    "\\q, 3, there is no escape",
    "a{100000}, 10, is not supported"
  })
  void saysWhereAPatternIsInvalid(String pattern, int at, String why) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> RegularExpressionParser.parse(pattern))
        .withMessageContaining("at character " + at)
        .withMessageContaining(why.replace("]", "\"]\"").replace("\"]\" is", "\"]\" is"));
  }

  @Test
  void endsPatternsThatWouldTakeForEver() {
    SimpleRule rule =
        FacetChecks.restrict(
            SimpleRule.any(),
            List.of(
                new org.calmanchor.core.model.Facet(
                    org.calmanchor.core.model.Facet.Kind.PATTERN, "(a|aa)+")));
    assertThat(takes(rule, "a".repeat(60) + "b")).isFalse();
    assertThat(takes(rule, "a".repeat(200_000))).isFalse();
    assertThat(takes(rule, "a".repeat(60))).isTrue();
  }
}
