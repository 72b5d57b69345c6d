package org.calmanchor.core.outline;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.NamespaceConstraint;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.outline.OutlineLine.Kind;
import org.jspecify.annotations.Nullable;

/** Writes the lines of one message or type. */
final class OutlineLines {
  /** Messages do not nest deeper either. */
  private static final int DEEPEST = 100;

  private static final Particle ONCE = new Particle(Wildcard.ANY, 1, 1);

  private final Contract contract;
  private final TypeNames names;
  private final OutlineDepth depth;
  private final List<OutlineLine> lines = new ArrayList<>();

  /** The structures whose members are among the lines. A type is itself only. */
  private final Set<ComplexType> shown = Collections.newSetFromMap(new IdentityHashMap<>());

  OutlineLines(Contract contract, TypeNames names, OutlineDepth depth) {
    this.contract = contract;
    this.names = names;
    this.depth = depth;
  }

  List<OutlineLine> element(ElementDeclaration element) {
    element(element, ONCE, 0);
    return lines;
  }

  List<OutlineLine> members(ComplexType type) {
    shown.add(type);
    structure(type, 0);
    return lines;
  }

  private void structure(ComplexType type, int at) {
    boolean addsOnly = depth == OutlineDepth.NAMED_TYPES && isExtension(type);
    if (addsOnly) {
      own(type, at);
      return;
    }
    contract.attributes(type).forEach(each -> attribute(each, at));
    Wildcard others = contract.anyAttribute(type);
    if (others != null) {
      String words = "attributes of any name" + namespaces(others);
      lines.add(line(at, Kind.ANY, words, "", null, List.of(), ""));
    }
    content(contract.content(type), at);
    if (depth == OutlineDepth.NAMED_TYPES) {
      return;
    }
    for (ComplexType derived : contract.derived(type)) {
      if (!derived.isAbstract()) {
        substitute(derived, type, at);
      }
    }
  }

  private void content(ComplexType.Content content, int at) {
    if (content instanceof ComplexType.Text text) {
      lines.add(simple(at, Kind.TEXT, "text", text.type(), List.of(), ""));
    } else if (content instanceof ComplexType.Elements elements) {
      if (elements.mixed()) {
        lines.add(line(at, Kind.TEXT, "text between the elements", "", null, List.of(), ""));
      }
      if (elements.particle() != null) {
        particle(elements.particle(), at);
      }
    }
  }

  /** A type that can stand for another one: of an extension, what it adds. */
  private void substitute(ComplexType derived, ComplexType declared, int at) {
    boolean adds =
        isExtension(derived) && derived.base() != null && derived.base().equals(declared.name());
    QName name = derived.name();
    String local = name == null ? "" : name.getLocalPart();
    lines.add(
        line(
            at,
            Kind.GROUP,
            "or " + local + (adds ? ", which adds" : ", with"),
            "",
            name,
            List.of(),
            derived.doc()));
    if (adds) {
      own(derived, at + 1);
    } else {
      contract.attributes(derived).forEach(each -> attribute(each, at + 1));
      content(contract.content(derived), at + 1);
    }
  }

  /** Whether a named type adds to another complex type. */
  private static boolean isExtension(ComplexType type) {
    Derivation derivation = type.derivation();
    return type.name() != null && derivation != null && derivation.isExtension();
  }

  /** What an extension adds to its base. */
  private void own(ComplexType type, int at) {
    type.attributes().forEach(each -> attribute(each, at));
    content(type.content(), at);
  }

  private void attribute(AttributeUse attribute, int at) {
    List<String> rules = new ArrayList<>();
    if (!attribute.required()) {
      rules.add("optional");
    }
    addValue(rules, attribute.value());
    lines.add(
        simple(
            at,
            Kind.ATTRIBUTE,
            attribute.name().getLocalPart(),
            attribute.type(),
            rules,
            attribute.doc()));
  }

  private void particle(Particle particle, int at) {
    Term term = particle.term();
    if (term instanceof ElementDeclaration element) {
      element(element, particle, at);
    } else if (term instanceof Term.ElementReference reference) {
      reference(contract.element(reference.name()), particle, at);
    } else if (term instanceof Term.GroupReference reference) {
      group(contract.group(reference.name()), particle, at);
    } else if (term instanceof Term.Group group) {
      group(group, particle, at);
    } else {
      List<String> rules = occurrence(particle);
      String words = "any element" + namespaces((Wildcard) term);
      lines.add(line(at, Kind.ANY, words, "", null, rules, ""));
    }
  }

  private void group(Term.Group group, Particle particle, int at) {
    boolean isChoice = group.compositor() == Term.Compositor.CHOICE;
    List<String> rules = occurrence(particle);
    boolean isPlain = !isChoice && rules.isEmpty();
    if (!isPlain && !group.particles().isEmpty()) {
      String heading = isChoice ? "one of" : "together";
      lines.add(line(at, Kind.GROUP, heading, "", null, rules, ""));
    }
    group.particles().forEach(each -> particle(each, isPlain ? at : at + 1));
  }

  /** A global element, and those that may stand in its place. */
  private void reference(ElementDeclaration head, Particle particle, int at) {
    List<ElementDeclaration> others = contract.substitutes(head);
    if (others.isEmpty()) {
      element(head, particle, at);
      return;
    }
    lines.add(line(at, Kind.GROUP, "one of", "", null, occurrence(particle), ""));
    if (!head.substitution().isAbstract()) {
      element(head, ONCE, at + 1);
    }
    others.forEach(each -> element(each, ONCE, at + 1));
  }

  private void element(ElementDeclaration element, Particle particle, int at) {
    List<String> rules = occurrence(particle);
    if (element.nillable()) {
      rules.add("may be nil");
    }
    addValue(rules, element.value());
    String name = element.name().getLocalPart();
    TypeUse type = element.type();
    if (contract.holdsAny(type)) {
      rules.add(0, "contains any element");
      lines.add(line(at, Kind.ELEMENT, name, "", null, rules, element.doc()));
    } else if (contract.definition(type) instanceof ComplexType complex) {
      structure(element, complex, rules, at);
    } else {
      lines.add(simple(at, Kind.ELEMENT, name, type, rules, element.doc()));
    }
  }

  private void structure(ElementDeclaration element, ComplexType type, List<String> rules, int at) {
    boolean isNamed = type.name() != null;
    boolean isTooDeep = at >= DEEPEST;
    boolean goesOn = !isTooDeep && (depth == OutlineDepth.FULL || !isNamed);
    if (isTooDeep) {
      rules.add("too deep to be shown here");
    }
    boolean isNew = goesOn && shown.add(type);
    if (type.isAbstract()) {
      rules.add("always one of the types that add to it");
    }
    if (goesOn && !isNew) {
      rules.add("as above");
    }
    lines.add(
        line(
            at,
            Kind.ELEMENT,
            element.name().getLocalPart(),
            isNamed ? names.shown(element.type()) : "",
            type.name(),
            rules,
            element.doc()));
    if (isNew) {
      structure(type, at + 1);
    }
  }

  private OutlineLine simple(
      int at, Kind kind, String name, TypeUse type, List<String> place, String doc) {
    List<String> rules = new ArrayList<>(names.facets(type));
    List<Facet> values = names.values(type);
    if (!values.isEmpty()) {
      rules.add("one of " + values.stream().map(Facet::value).collect(Collectors.joining(" ")));
    }
    String pattern = names.pattern(type);
    if (!pattern.isEmpty()) {
      rules.add("pattern " + pattern);
    }
    rules.addAll(place);
    QName reference =
        type instanceof TypeUse.Named named && contract.type(named.name()) != null
            ? named.name()
            : null;
    return line(at, kind, name, names.shown(type), reference, rules, doc);
  }

  private static OutlineLine line(
      int at,
      Kind kind,
      String name,
      String type,
      @Nullable QName reference,
      List<String> rules,
      String doc) {
    return new OutlineLine(at, kind, name, type, reference, rules, doc);
  }

  /** The namespaces that a wildcard allows, in words; empty for all. */
  private static String namespaces(Wildcard wildcard) {
    NamespaceConstraint allowed = wildcard.namespaces();
    if (allowed.equals(NamespaceConstraint.ANY)) {
      return "";
    }
    String all =
        allowed.names().stream()
            .map(name -> name.isEmpty() ? "no namespace" : name)
            .sorted()
            .collect(Collectors.joining(" or "));
    return allowed.isNegated() ? ", but not of " + all : " of " + all;
  }

  /** How often something may stand, in words; empty for exactly once. */
  private static List<String> occurrence(Particle particle) {
    List<String> words = new ArrayList<>();
    int min = particle.min();
    int max = particle.max();
    if (max == Particle.UNBOUNDED) {
      words.add(min + " or more");
    } else if (max > 1) {
      words.add(min == max ? "exactly " + max : min + " to " + max);
    } else if (min == 0) {
      words.add(max == 0 ? "never" : "optional");
    }
    return words;
  }

  private static void addValue(List<String> rules, @Nullable ValueConstraint value) {
    if (value != null) {
      rules.add(value.isFixed() ? "always " + value.lexical() : value.lexical() + " if absent");
    }
  }
}
