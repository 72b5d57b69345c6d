package org.calmanchor.core.codec;

import java.util.HashMap;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.simple.SimpleRule;
import org.calmanchor.core.simple.SimpleTypes;
import org.jspecify.annotations.Nullable;

/**
 * The simple types of a contract that {@code xsi:type} may name in the place of another one (XML
 * Schema 1.0 part 1, section 3.14.6). Used while planning.
 */
final class NarrowerTypes {
  private final Contract contract;
  private final SimpleTypes rules;
  private final Map<QName, Map<QName, Lexical<Object>>> byBase = new HashMap<>();
  private boolean isComplete;

  NarrowerTypes(Contract contract) {
    this.contract = contract;
    this.rules = new SimpleTypes(contract);
  }

  /** The types derived from {@code declared}, by name; empty for an anonymous type. */
  Map<QName, Lexical<Object>> of(TypeUse declared) {
    if (!isComplete) {
      isComplete = true;
      for (Schema schema : contract.schemas()) {
        schema.types().forEach(this::add);
      }
      BuiltIns.simpleTypes().forEach(this::addBuiltIn);
    }
    if (contract.definition(declared) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.UnionOf union) {
      return ofUnion(declared, union);
    }
    QName name =
        declared instanceof TypeUse.Named named ? named.name() : ((TypeDefinition) declared).name();
    return name == null ? Map.of() : byBase.getOrDefault(name, Map.of());
  }

  /** A member of a union, and what is derived from it, may take the place of the union. */
  private Map<QName, Lexical<Object>> ofUnion(TypeUse declared, SimpleType.UnionOf union) {
    Map<QName, Lexical<Object>> all = new HashMap<>();
    if (declared instanceof TypeUse.Named named) {
      all.putAll(byBase.getOrDefault(named.name(), Map.of()));
    }
    for (TypeUse member : union.members()) {
      if (member instanceof TypeUse.Named named) {
        all.put(named.name(), lexical(member));
      }
      all.putAll(of(member));
    }
    return all;
  }

  private void add(TypeDefinition type) {
    if (type instanceof SimpleType simple && simple.name() != null) {
      add(simple.name(), lexical(simple), baseOf(simple));
    }
  }

  private void addBuiltIn(QName name) {
    QName base = BuiltIns.base(name);
    if (base != null) {
      add(name, lexical(TypeUse.named(name)), TypeUse.named(base));
    }
  }

  private void add(QName name, Lexical<Object> lexical, TypeUse base) {
    TypeUse at = base;
    while (at != null) {
      if (at instanceof TypeUse.Named named) {
        byBase.computeIfAbsent(named.name(), key -> new HashMap<>()).put(name, lexical);
      }
      at = next(at);
    }
  }

  private @Nullable TypeUse next(TypeUse use) {
    if (contract.definition(use) instanceof SimpleType simple) {
      return baseOf(simple);
    }
    QName base = use instanceof TypeUse.Named named ? BuiltIns.base(named.name()) : null;
    return base == null ? null : TypeUse.named(base);
  }

  private static TypeUse baseOf(SimpleType type) {
    return type.variety() instanceof SimpleType.Restriction restriction
        ? restriction.base()
        : TypeUse.named(Names.xsd("anySimpleType"));
  }

  /** The lexical forms of a simple type, whose values are texts. */
  Lexical<Object> lexical(TypeUse type) {
    SimpleRule rule = rules.of(type);
    return new Lexical<>(rule.form(), rule.whiteSpace(), rule::check, Object::toString);
  }
}
