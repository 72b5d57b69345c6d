package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentPosition.Alternative;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.Wildcard;
import org.jspecify.annotations.Nullable;

/** Makes the content model of one type. */
public final class ContentModelBuilder {
  private static final Expression NOTHING = new Expression.Sequence(List.of(), 0);

  private final Contract contract;
  private final List<Slot> slots = new ArrayList<>();
  private final Map<QName, Expression> groups = new HashMap<>();
  private boolean isOrdered;
  private int choices;

  /** A position before its key is known. */
  private record Slot(
      @Nullable ElementDeclaration element,
      @Nullable Wildcard wildcard,
      int min,
      int max,
      List<Alternative> branches) {}

  private ContentModelBuilder(Contract contract) {
    this.contract = contract;
  }

  /**
   * The content of {@code type}.
   *
   * @throws IllegalArgumentException when it has simple content
   */
  public static ContentModel build(Contract contract, ComplexType type) {
    return new ContentModelBuilder(contract).build(type);
  }

  private ContentModel build(ComplexType type) {
    if (!(contract.content(type) instanceof ComplexType.Elements content)) {
      throw new IllegalArgumentException(type.origin() + " has simple content");
    }
    isOrdered = content.mixed();
    Expression expression =
        content.particle() == null ? NOTHING : particle(content.particle(), List.of(), false);
    Set<QName> names = new HashSet<>();
    int wildcards = 0;
    for (Slot slot : slots) {
      boolean isNew = slot.element() == null || names.add(slot.element().name());
      wildcards += slot.wildcard() == null ? 0 : 1;
      isOrdered |= !isNew || wildcards > 1;
    }
    return new ContentModel(expression, positions(names), content.mixed(), isOrdered);
  }

  private List<ContentPosition> positions(Set<QName> names) {
    Map<String, Integer> locals = new HashMap<>();
    names.forEach(name -> locals.merge(name.getLocalPart(), 1, Integer::sum));
    List<ContentPosition> positions = new ArrayList<>();
    for (Slot slot : slots) {
      positions.add(
          new ContentPosition(
              key(slot, locals),
              slot.element(),
              slot.wildcard(),
              isOrdered ? 0 : slot.min(),
              isOrdered ? 1 : slot.max(),
              slot.branches()));
    }
    return positions;
  }

  private static String key(Slot slot, Map<String, Integer> locals) {
    if (slot.element() == null) {
      return ContentPosition.ANY;
    }
    QName name = slot.element().name();
    boolean isAlone = locals.getOrDefault(name.getLocalPart(), 0) == 1;
    return isAlone ? name.getLocalPart() : "{" + name.getNamespaceURI() + "}" + name.getLocalPart();
  }

  /**
   * The expression of a particle.
   *
   * @param branches the branches of choices in which it stands
   * @param isOptional whether what is around it can be absent
   */
  private Expression particle(Particle particle, List<Alternative> branches, boolean isOptional) {
    Term term = particle.term();
    int min = isOptional ? 0 : particle.min();
    Expression item;
    if (term instanceof ElementDeclaration element) {
      item = element(element, min, particle.max(), branches);
    } else if (term instanceof Term.ElementReference reference) {
      item = element(contract.element(reference.name()), min, particle.max(), branches);
    } else if (term instanceof Wildcard wildcard) {
      item = position(new Slot(null, wildcard, min, particle.max(), branches));
    } else {
      isOrdered |= particle.repeats();
      boolean mayBeAbsent = isOptional || particle.min() == 0;
      if (term instanceof Term.GroupReference reference) {
        Expression known = groups.get(reference.name());
        if (known == null) {
          known = group(contract.group(reference.name()), branches, mayBeAbsent);
          groups.put(reference.name(), known);
        } else {
          // A group that stands twice gives each of its names two places.
          isOrdered = true;
        }
        item = known;
      } else {
        item = group((Term.Group) term, branches, mayBeAbsent);
      }
    }
    return particle.min() == 1 && particle.max() == 1
        ? item
        : new Expression.Repeat(item, particle.min(), particle.max());
  }

  private Expression group(Term.Group group, List<Alternative> branches, boolean isOptional) {
    boolean isChoice = group.compositor() == Term.Compositor.CHOICE;
    int choice = isChoice ? ++choices : 0;
    List<Expression> items = new ArrayList<>();
    for (Particle particle : group.particles()) {
      List<Alternative> own =
          isChoice ? with(branches, new Alternative(choice, items.size() + 1)) : branches;
      items.add(particle(particle, own, isOptional || isChoice));
    }
    return switch (group.compositor()) {
      case SEQUENCE -> new Expression.Sequence(items, 0);
      case CHOICE -> items.isEmpty() ? NOTHING : new Expression.Choice(items);
      case ALL -> new Expression.All(items);
    };
  }

  private static List<Alternative> with(List<Alternative> branches, Alternative more) {
    List<Alternative> all = new ArrayList<>(branches);
    all.add(more);
    return all;
  }

  private Expression position(Slot slot) {
    slots.add(slot);
    return new Expression.Position(slots.size() - 1);
  }

  /** An element with those that may be substituted for it. */
  private Expression element(
      ElementDeclaration element, int min, int max, List<Alternative> branches) {
    List<ElementDeclaration> substitutes = contract.substitutes(element);
    boolean isAbstract = element.substitution().isAbstract();
    if (substitutes.isEmpty() && !isAbstract) {
      return position(new Slot(element, null, min, max, branches));
    }
    List<ElementDeclaration> all = new ArrayList<>(isAbstract ? List.of() : List.of(element));
    all.addAll(substitutes);
    isOrdered |= max > 1;
    int choice = ++choices;
    List<Expression> items = new ArrayList<>();
    for (ElementDeclaration each : all) {
      List<Alternative> own = with(branches, new Alternative(choice, items.size() + 1));
      items.add(position(new Slot(each, null, 0, max, own)));
    }
    return new Expression.Choice(items);
  }
}
