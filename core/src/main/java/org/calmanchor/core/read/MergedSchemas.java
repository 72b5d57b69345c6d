package org.calmanchor.core.read;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/**
 * Replaces types of the code by those of documents. Types of the code that only replaced ones used
 * are left out. Used once.
 */
final class MergedSchemas {
  private final Contract merged;
  private final Set<QName> given = new HashSet<>();
  private final Set<QName> used = new HashSet<>();
  private final Deque<TypeUse> open = new ArrayDeque<>();

  private MergedSchemas(Contract merged) {
    this.merged = merged;
  }

  /** The code's contract with the schemas of documents. */
  static Contract in(Contract code, List<Schema> documents) {
    Map<String, Schema> schemas = new LinkedHashMap<>();
    code.schemas().forEach(schema -> schemas.put(schema.targetNamespace(), schema));
    Set<QName> given = new HashSet<>();
    for (Schema each : documents) {
      each.types().forEach(type -> given.add(type.name()));
      schemas.merge(each.targetNamespace(), each, (own, other) -> joined(other, own));
    }
    MergedSchemas merging = new MergedSchemas(with(code, List.copyOf(schemas.values())));
    merging.given.addAll(given);
    code.schemas().forEach(schema -> schema.elements().forEach(merging::use));
    merging.follow();
    return with(code, schemas.values().stream().map(merging::pruned).toList());
  }

  private static Contract with(Contract code, List<Schema> schemas) {
    return new Contract(
        code.targetNamespace(),
        schemas,
        code.messages(),
        code.portTypes(),
        code.bindings(),
        code.services());
  }

  /** The components of both; those of {@code first} count where both have one name. */
  private static Schema joined(Schema first, Schema second) {
    List<ElementDeclaration> elements = new ArrayList<>(first.elements());
    second.elements().stream()
        .filter(each -> elements.stream().noneMatch(e -> e.name().equals(each.name())))
        .toList()
        .forEach(elements::add);
    List<TypeDefinition> types = new ArrayList<>(first.types());
    second.types().stream()
        .filter(
            each ->
                types.stream().noneMatch(t -> each.name() != null && each.name().equals(t.name())))
        .toList()
        .forEach(types::add);
    List<AttributeUse> attributes = new ArrayList<>(first.attributes());
    second.attributes().stream()
        .filter(each -> !attributes.contains(each))
        .forEach(attributes::add);
    List<Schema.NamedGroup> groups = new ArrayList<>(first.groups());
    second.groups().stream().filter(each -> !groups.contains(each)).forEach(groups::add);
    return new Schema(first.targetNamespace(), elements, types, attributes, groups);
  }

  private Schema pruned(Schema schema) {
    return new Schema(
        schema.targetNamespace(),
        schema.elements(),
        schema.types().stream()
            .filter(type -> given.contains(type.name()) || used.contains(type.name()))
            .toList(),
        schema.attributes(),
        schema.groups());
  }

  private void use(ElementDeclaration element) {
    open.add(element.type());
  }

  private void follow() {
    while (!open.isEmpty()) {
      TypeUse next = open.remove();
      if (next instanceof TypeUse.Named named && !used.add(named.name())) {
        continue;
      }
      TypeDefinition definition = merged.definition(next);
      if (definition instanceof ComplexType complex) {
        follow(complex);
      } else if (definition instanceof SimpleType simple) {
        follow(simple.variety());
      }
    }
  }

  private void follow(ComplexType type) {
    if (type.base() != null) {
      open.add(TypeUse.named(type.base()));
    }
    type.attributes().forEach(attribute -> open.add(attribute.type()));
    merged.derived(type).stream()
        .map(ComplexType::name)
        .filter(name -> name != null)
        .forEach(name -> open.add(TypeUse.named(name)));
    if (type.content() instanceof ComplexType.Text text) {
      open.add(text.type());
    } else if (type.content() instanceof ComplexType.Elements elements) {
      follow(elements.particle());
    }
  }

  private void follow(@Nullable Particle particle) {
    if (particle == null) {
      return;
    }
    Term term = particle.term();
    if (term instanceof ElementDeclaration element) {
      use(element);
    } else if (term instanceof Term.Group group) {
      group.particles().forEach(this::follow);
    } else if (term instanceof Term.GroupReference reference) {
      merged.group(reference.name()).particles().forEach(this::follow);
    }
  }

  private void follow(SimpleType.Variety variety) {
    if (variety instanceof SimpleType.Restriction restriction) {
      open.add(restriction.base());
    } else if (variety instanceof SimpleType.ListOf list) {
      open.add(list.item());
    } else if (variety instanceof SimpleType.UnionOf union) {
      open.addAll(union.members());
    }
  }
}
