package org.calmanchor.core.sample;

import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.MinimumDepth;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;

/** Sample values: valid, recognisable as samples, and always the same. */
public final class Samples {
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

  private final Contract contract;
  private final Set<ComplexType> open = Collections.newSetFromMap(new IdentityHashMap<>());

  private Samples(Contract contract) {
    this.contract = contract;
  }

  /**
   * Sample values for a request: every member has a value, lists are as short as possible, and
   * recursion ends early.
   */
  public static Map<String, Object> request(Contract contract, Operation operation) {
    ElementDeclaration element = contract.bodyElement(operation.input().message());
    return new Samples(contract).fields((ComplexType) element.type());
  }

  /**
   * Sample values for a response: every member has a value, lists are as short as possible, and
   * recursion ends early; empty for a one-way operation.
   */
  public static Map<String, Object> response(Contract contract, Operation operation) {
    if (operation.output() == null) {
      return Map.of();
    }
    ElementDeclaration element = contract.bodyElement(operation.output().message());
    return new Samples(contract).fields((ComplexType) element.type());
  }

  /** Sample values for the header blocks that a request must carry, by local name. */
  public static Map<String, Object> headers(Contract contract, String operation) {
    Map<String, Object> headers = new LinkedHashMap<>();
    contract.portTypes().stream()
        .flatMap(portType -> portType.operations().stream())
        .filter(each -> each.name().equals(operation))
        .flatMap(each -> contract.requiredHeaders(each).stream())
        .forEach(element -> new Samples(contract).add(headers, new Member(element, 1, 1)));
    return headers;
  }

  /** A sample text for a simple type; a free text uses {@code name}. */
  public static String text(Contract contract, TypeUse type, String name) {
    return text(contract, type, name, List.of());
  }

  private static String text(Contract contract, TypeUse type, String name, List<Facet> below) {
    String local = type instanceof TypeUse.Named named ? named.name().getLocalPart() : "";
    String example = BY_TYPE.get(local);
    if (example == null
        && contract.definition(type) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      List<Facet> all = Stream.concat(below.stream(), restriction.facets().stream()).toList();
      return text(contract, restriction.base(), name, all);
    }
    SampleText chosen = new SampleText(below);
    if (local.equals("base64Binary") && example != null) {
      return chosen.ofBytes(example);
    }
    return chosen.from(example == null ? BY_BUILT_IN.getOrDefault(local, name) : example);
  }

  private Map<String, Object> fields(ComplexType type) {
    Map<String, Object> fields = new LinkedHashMap<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      String name = attribute.name().getLocalPart();
      fields.put(
          DynamicMessages.key(contract, type, attribute), text(contract, attribute.type(), name));
    }
    if (type.content() instanceof ComplexType.Text content) {
      fields.put(DynamicMessages.textKey(type), text(contract, content.type(), "text"));
    } else {
      contract.members(type).forEach(member -> add(fields, member));
    }
    return fields;
  }

  private void add(Map<String, Object> fields, Member member) {
    String name = member.name();
    TypeDefinition definition = contract.definition(member.element().type());
    Object value;
    if (contract.holdsAny(member.element().type())) {
      value = "<any xmlns=\"urn:example\"/>";
    } else if (definition instanceof ComplexType declared) {
      ComplexType complex = concrete(declared);
      boolean isWithinItself = open.contains(complex);
      if (isWithinItself && !member.isRequired()) {
        return;
      }
      value =
          isWithinItself && member.element().nillable()
              ? Map.of(DynamicMessages.NIL_KEY, "true")
              : structure(declared, complex);
    } else {
      value = text(contract, member.element().type(), name);
    }
    fields.put(
        name, member.repeats() ? Collections.nCopies(Math.max(1, member.min()), value) : value);
  }

  private Map<String, Object> structure(ComplexType declared, ComplexType type) {
    Map<String, Object> inner = new LinkedHashMap<>();
    if (type.name() != null && !type.equals(declared)) {
      inner.put(DynamicMessages.TYPE_KEY, type.name().getLocalPart());
    }
    boolean isOutermost = open.add(type);
    inner.putAll(fields(type));
    if (isOutermost) {
      open.remove(type);
    }
    return inner;
  }

  /** The type itself, or for an abstract type the first subtype that does not lead to recursion. */
  private ComplexType concrete(ComplexType type) {
    if (!type.isAbstract()) {
      return type;
    }
    List<ComplexType> able =
        contract.derived(type).stream().filter(derived -> !derived.isAbstract()).toList();
    return able.stream()
        .filter(derived -> !open.contains(derived))
        .findFirst()
        // If all subtypes are recursive, the one with the least depth ends the recursion first.
        .or(() -> able.stream().min(Comparator.comparingInt(new MinimumDepth(contract)::of)))
        .orElse(type);
  }
}
