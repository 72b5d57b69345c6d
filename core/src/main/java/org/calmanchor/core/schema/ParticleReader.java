package org.calmanchor.core.schema;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Term;
import org.jspecify.annotations.Nullable;

/** Reads particles and model groups (XML Schema 1.0 part 1, sections 3.8.2 and 3.9.2). */
final class ParticleReader {
  private static final Pattern NUMBER = Pattern.compile("\\+?\\d+");

  private static final Set<String> GROUPS = Set.of("sequence", "choice", "all");

  private final ComponentIndex index;
  private final ElementReader elements;

  ParticleReader(ComponentIndex index, ElementReader elements) {
    this.index = index;
    this.elements = elements;
  }

  /** The particle that is the content inside {@code parent}; null if it has none. */
  @Nullable Particle content(XmlNode parent, SchemaScope scope) {
    for (XmlNode child : parent.childrenIn(Names.XSD)) {
      String local = child.name().getLocalPart();
      if (GROUPS.contains(local) || local.equals("group")) {
        return particle(child, scope);
      }
    }
    return null;
  }

  /** The model group that a named group contains. */
  Term.Group named(XmlNode node, SchemaScope scope) {
    for (XmlNode child : node.childrenIn(Names.XSD)) {
      if (GROUPS.contains(child.name().getLocalPart())) {
        return group(child, scope);
      }
    }
    index.invalid(
        scope, node, "the group has no sequence, choice or all.", "Write one of them in it.");
    return new Term.Group(Term.Compositor.SEQUENCE, List.of());
  }

  private Term.Group group(XmlNode node, SchemaScope scope) {
    List<Particle> particles = new ArrayList<>();
    for (XmlNode child : node.childrenIn(Names.XSD)) {
      Particle particle = particle(child, scope);
      if (particle != null) {
        particles.add(particle);
      }
    }
    return new Term.Group(
        Term.Compositor.valueOf(node.name().getLocalPart().toUpperCase(Locale.ROOT)), particles);
  }

  private @Nullable Particle particle(XmlNode node, SchemaScope scope) {
    int min = occurs(node, scope, "minOccurs");
    int max = occurs(node, scope, "maxOccurs");
    if (max == 0) {
      return null;
    }
    if (max < min) {
      index.invalid(
          scope,
          node,
          "minOccurs is " + min + ", and maxOccurs " + max + ".",
          "Write a maxOccurs that is not smaller.");
      return null;
    }
    Term term = term(node, scope);
    return term == null ? null : new Particle(term, min, max);
  }

  private @Nullable Term term(XmlNode node, SchemaScope scope) {
    return switch (node.name().getLocalPart()) {
      case "element" -> elements.local(node, scope);
      case "sequence", "choice", "all" -> group(node, scope);
      case "any" -> WildcardReader.read(node, scope, index);
      case "group" -> {
        String prefixed = node.attribute("ref");
        if (prefixed == null) {
          index.invalid(scope, node, "a group in a content needs ref.", "Write ref=\"...\".");
          yield null;
        }
        QName name = index.referred(ComponentKind.GROUP, scope, node, prefixed);
        yield name == null ? null : new Term.GroupReference(name);
      }
      default -> null;
    };
  }

  private int occurs(XmlNode node, SchemaScope scope, String attribute) {
    String written = node.attribute(attribute);
    if (written == null) {
      return 1;
    }
    String text = written.strip();
    if (text.equals("unbounded") && attribute.equals("maxOccurs")) {
      return Particle.UNBOUNDED;
    }
    if (!NUMBER.matcher(text).matches()) {
      index.invalid(
          scope, node, attribute + " is \"" + text + "\".", "Write a number that is not negative.");
      return 1;
    }
    // Numbers above this limit are no limit in practice.
    return text.length() > 9 ? Particle.UNBOUNDED : Integer.parseInt(text);
  }
}
