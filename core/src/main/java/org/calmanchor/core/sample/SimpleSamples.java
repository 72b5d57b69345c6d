package org.calmanchor.core.sample;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.simple.SimpleExamples;
import org.jspecify.annotations.Nullable;

/** Sample texts for simple types: declared examples, else made-up ones. */
record SimpleSamples(Contract contract, Examples examples, SimpleExamples found) {
  private static final Map<String, String> BY_BUILT_IN =
      Map.of(
          "boolean", "true",
          "byte", "1",
          "short", "1",
          "int", "1",
          "long", "1",
          "integer", "1",
          "decimal", "1.50",
          "float", "1.5",
          "double", "1.5",
          "date", "2027-06-11");

  private static final Map<String, String> BY_TYPE =
      Map.ofEntries(
          Map.entry("TimeWithoutZone", "14:30:00"),
          Map.entry("TimeWithZone", "14:30:00Z"),
          Map.entry("DateTimeWithoutZone", "2027-06-11T14:30:00"),
          Map.entry("DateTimeWithZone", "2027-06-11T14:30:00Z"),
          Map.entry("DayTimeDuration", "PT1H30M"),
          Map.entry("YearMonthDayDuration", "P14D"),
          Map.entry("YearWithoutZone", "2027"),
          Map.entry("YearMonthWithoutZone", "2027-06"),
          Map.entry("MonthDayWithoutZone", "--06-11"),
          Map.entry("Uuid", "3f2504e0-4f89-41d3-9a0c-0305e82c3301"),
          Map.entry("CurrencyCode", "EUR"),
          Map.entry("anyURI", "https://lanternquay.test/"),
          Map.entry("language", "en-GB"),
          Map.entry("base64Binary", "QWhveQ=="),
          Map.entry("hexBinary", "41686F79"),
          Map.entry("QName", "{urn:example}name"),
          Map.entry("unsignedByte", "1"),
          Map.entry("unsignedShort", "1"),
          Map.entry("unsignedInt", "1"),
          Map.entry("unsignedLong", "1"),
          Map.entry("nonNegativeInteger", "1"),
          Map.entry("positiveInteger", "1"),
          Map.entry("nonPositiveInteger", "-1"),
          Map.entry("negativeInteger", "-1"));

  /** The declared example of a simple element, or a sample text. */
  String text(ElementDeclaration element) {
    String example = examples.of(element.origin());
    return example == null
        ? text(element.type(), element.value(), element.name().getLocalPart())
        : example;
  }

  /** The declared example of an attribute, or a sample text. */
  String text(AttributeUse attribute) {
    String example = examples.of(attribute.origin());
    return example == null
        ? text(attribute.type(), attribute.value(), attribute.name().getLocalPart())
        : example;
  }

  private String text(TypeUse type, @Nullable ValueConstraint value, String name) {
    return value != null && value.isFixed() ? value.lexical() : text(type, name);
  }

  /** A sample text for a simple type; a free text is {@code name}. */
  String text(TypeUse type, String name) {
    String usual = text(type, name, List.of());
    String other = found.isValid(type, usual) ? null : found.find(type);
    return other == null ? usual : other;
  }

  private String text(TypeUse type, String name, List<Facet> below) {
    String local = type instanceof TypeUse.Named named ? named.name().getLocalPart() : "";
    String example = BY_TYPE.get(local);
    if (example == null
        && contract.definition(type) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      List<Facet> all = Stream.concat(below.stream(), restriction.facets().stream()).toList();
      return text(restriction.base(), name, all);
    }
    SampleText chosen = new SampleText(below);
    if (local.equals("base64Binary") && example != null) {
      return chosen.ofBytes(example);
    }
    return chosen.from(example == null ? BY_BUILT_IN.getOrDefault(local, name) : example);
  }
}
