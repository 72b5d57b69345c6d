package org.calmanchor.core.diff;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.Wildcard;

/**
 * A part of a content in a form in which two of them can be compared: group references and
 * substitutions are resolved, and groups that mean nothing are left out.
 */
sealed interface Item {
  int min();

  int max();

  /** What makes it the same item in both contracts. */
  String key();

  /** An element. */
  record Element(ElementDeclaration declaration, int min, int max) implements Item {
    @Override
    public String key() {
      return declaration.name().toString();
    }
  }

  /** Elements of any name. */
  record Any(Wildcard wildcard, int min, int max) implements Item {
    @Override
    public String key() {
      return "#any";
    }
  }

  /** A group that cannot be left out. */
  record Group(Term.Compositor compositor, List<Item> items, int min, int max) implements Item {
    @Override
    public String key() {
      return "#" + compositor;
    }

    boolean standsOnce() {
      return min == 1 && max == 1;
    }
  }

  /** Whether nothing may stand for it. */
  default boolean isEmptiable() {
    if (min() == 0) {
      return true;
    }
    if (this instanceof Group group) {
      return group.compositor() == Term.Compositor.CHOICE
          ? group.items().isEmpty() || group.items().stream().anyMatch(Item::isEmptiable)
          : group.items().stream().allMatch(Item::isEmptiable);
    }
    return false;
  }

  /** The content as a group; an empty sequence for none. */
  static Group of(Contract contract, ComplexType.Elements content) {
    Particle particle = content.particle();
    Item item = particle == null ? null : item(contract, particle);
    return item instanceof Group group
        ? group
        : new Group(Term.Compositor.SEQUENCE, item == null ? List.of() : List.of(item), 1, 1);
  }

  private static Item item(Contract contract, Particle particle) {
    Term term = particle.term();
    int min = particle.min();
    int max = particle.max();
    if (term instanceof ElementDeclaration element) {
      return new Element(element, min, max);
    }
    if (term instanceof Wildcard wildcard) {
      return new Any(wildcard, min, max);
    }
    if (term instanceof Term.ElementReference reference) {
      return substitutable(contract, contract.element(reference.name()), min, max);
    }
    Term.Group group =
        term instanceof Term.GroupReference reference
            ? contract.group(reference.name())
            : (Term.Group) term;
    List<Item> items = new ArrayList<>();
    for (Particle each : group.particles()) {
      Item item = item(contract, each);
      boolean isNested =
          item instanceof Group inner
              && inner.standsOnce()
              && inner.compositor() == group.compositor();
      if (isNested) {
        items.addAll(((Group) item).items());
      } else if (!(item instanceof Group inner && inner.items().isEmpty())) {
        items.add(item);
      }
    }
    if (items.isEmpty()) {
      // Validators take an empty choice for empty content, too.
      return new Group(Term.Compositor.SEQUENCE, items, 1, 1);
    }
    boolean isAlone = items.size() == 1 && min == 1 && max == 1;
    return isAlone ? items.get(0) : new Group(group.compositor(), items, min, max);
  }

  private static Item substitutable(Contract contract, ElementDeclaration head, int min, int max) {
    List<ElementDeclaration> others = contract.substitutes(head);
    if (others.isEmpty()) {
      return new Element(head, min, max);
    }
    List<Item> branches = new ArrayList<>();
    if (!head.substitution().isAbstract()) {
      branches.add(new Element(head, 1, 1));
    }
    others.forEach(each -> branches.add(new Element(each, 1, 1)));
    return new Group(Term.Compositor.CHOICE, branches, min, max);
  }
}
