package org.calmanchor.core.tree;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeUse;

/** The members of a structure as maps and lists hold them, named by their keys. */
public final class ValueMembers {
  private static final TypeUse TEXT = TypeUse.named(Names.xsd("string"));

  private ValueMembers() {}

  /** The elements of a structure, each named by its key; ordered content is one list. */
  public static List<Member> of(Contract contract, ComplexType type) {
    if (contract.isPlain(type)) {
      return contract.members(type);
    }
    ContentModel model = ContentModelBuilder.build(contract, type);
    if (!model.isOrdered()) {
      return model.positions().stream()
          .map(position -> new Member(keyed(position), position.min(), position.max()))
          .toList();
    }
    // A list of structures, each of which has one member.
    Map<String, Particle> entries = new LinkedHashMap<>();
    if (model.isMixed()) {
      entries.put(TreeValueModel.MIXED_KEY, optional(TreeValueModel.MIXED_KEY));
    }
    for (ContentPosition position : model.positions()) {
      entries.putIfAbsent(position.key(), new Particle(keyed(position), 0, 1));
    }
    TypeUse entry = ComplexType.sequence(new ArrayList<>(entries.values()), type.origin());
    return List.of(
        new Member(
            element(TreeValueModel.CONTENT_KEY, entry, type.origin()), 0, Particle.UNBOUNDED));
  }

  private static Particle optional(String key) {
    return new Particle(element(key, TEXT, Origin.NONE), 0, 1);
  }

  private static ElementDeclaration keyed(ContentPosition position) {
    ElementDeclaration element = position.element();
    return element == null
        ? element(position.key(), TEXT, Origin.NONE)
        : element(position.key(), element.type(), element.origin());
  }

  private static ElementDeclaration element(String key, TypeUse type, Origin origin) {
    return new ElementDeclaration(new QName(key), type, false, "", origin);
  }
}
