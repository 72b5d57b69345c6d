package org.calmanchor.draft;

import com.palantir.javapoet.ArrayTypeName;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.TypeName;
import java.time.OffsetDateTime;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.simple.SimpleTypes;
import org.jspecify.annotations.Nullable;

/** The Java types of a contract's simple types. */
final class SimpleForms {
  /** An enum of more constants would be no help to anybody. */
  private static final int MOST_CONSTANTS = 1_000;

  private static final QName STRING = Names.xsd("string");
  private static final TypeName TEXT = ClassName.get(String.class);

  /** Where the first row of the type table is not what most partners send. */
  private static final Map<String, TypeName> PREFERRED =
      Map.of("dateTime", ClassName.get(OffsetDateTime.class));

  private final Contract contract;
  private final SimpleTypes rules;

  SimpleForms(Contract contract) {
    this.contract = contract;
    this.rules = new SimpleTypes(contract);
  }

  /** The type that lists the values of an enumeration of texts; null for another simple type. */
  @Nullable SimpleType enumeration(TypeUse use) {
    TypeUse at = use;
    while (contract.definition(at) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      if (restriction.facets().stream().anyMatch(f -> f.kind() == Facet.Kind.ENUMERATION)) {
        return isText(contract.builtIn(at)) && canBeConstants(values(simple)) ? simple : null;
      }
      at = restriction.base();
    }
    return null;
  }

  private static boolean isText(QName builtIn) {
    for (QName at = builtIn; at != null && BuiltIns.isSimple(at); at = BuiltIns.base(at)) {
      if (at.equals(STRING)) {
        return true;
      }
    }
    return false;
  }

  private static boolean canBeConstants(Set<String> values) {
    return values.size() <= MOST_CONSTANTS
        && values.stream().allMatch(value -> !value.isBlank() && value.equals(value.strip()));
  }

  /** The values of an enumeration, as they are after white space was removed. */
  Set<String> values(SimpleType enumeration) {
    Set<String> values = new LinkedHashSet<>();
    for (Facet facet : facets(enumeration)) {
      values.add(normal(enumeration, facet));
    }
    return values;
  }

  /** What a value of an enumeration means; may be empty. */
  String doc(SimpleType enumeration, String value) {
    return facets(enumeration).stream()
        .filter(facet -> normal(enumeration, facet).equals(value))
        .map(Facet::doc)
        .findFirst()
        .orElse("");
  }

  private String normal(SimpleType enumeration, Facet facet) {
    SimpleType.Restriction restriction = (SimpleType.Restriction) enumeration.variety();
    return rules.of(restriction.base()).whiteSpace().apply(facet.value());
  }

  private static List<Facet> facets(SimpleType enumeration) {
    return ((SimpleType.Restriction) enumeration.variety())
        .facets().stream().filter(each -> each.kind() == Facet.Kind.ENUMERATION).toList();
  }

  /** The Java type of a simple type that is no enumeration; primitive if there is such a one. */
  TypeName of(TypeUse use) {
    QName builtIn = contract.builtIn(use);
    for (QName at = builtIn; at != null && BuiltIns.isSimple(at); at = BuiltIns.base(at)) {
      TypeName preferred = PREFERRED.get(at.getLocalPart());
      if (preferred != null) {
        return preferred;
      }
      for (TypeMapping<?> row : TypeMappings.rows()) {
        boolean isOfTexts = row.restriction() != null && row.base().equals(STRING);
        if (row.base().equals(at) && !isOfTexts) {
          return nameOf(row);
        }
      }
    }
    return TEXT;
  }

  private static TypeName nameOf(TypeMapping<?> row) {
    Class<?> type = row.primitive() == null ? row.javaType() : row.primitive();
    return type.isArray() ? ArrayTypeName.of(type.getComponentType()) : TypeName.get(type);
  }
}
