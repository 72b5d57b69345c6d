package org.calmanchor.core.wsdl;

import java.util.Set;
import java.util.TreeSet;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Finds the namespaces that a schema refers to, which it has to import. */
final class References {
  private final Set<String> found = new TreeSet<>();

  private References() {}

  /** The namespaces of all types, elements and groups to which {@code schema} refers. */
  static Set<String> of(Schema schema) {
    References references = new References();
    schema.elements().forEach(references::term);
    schema.types().forEach(references::type);
    schema.attributes().forEach(references::attribute);
    schema.groups().forEach(group -> references.term(group.group()));
    return references.found;
  }

  private void name(@Nullable QName name) {
    if (name != null) {
      found.add(name.getNamespaceURI());
    }
  }

  private void term(Term term) {
    if (term instanceof ElementDeclaration element) {
      type(element.type());
      name(element.substitution().head());
    } else if (term instanceof Term.ElementReference reference) {
      name(reference.name());
    } else if (term instanceof Term.GroupReference reference) {
      name(reference.name());
    } else if (term instanceof Term.Group group) {
      group.particles().stream().map(Particle::term).forEach(this::term);
    }
  }

  private void type(TypeUse use) {
    if (use instanceof TypeUse.Named named) {
      name(named.name());
    } else if (use instanceof SimpleType simple) {
      simple(simple.variety());
    } else if (use instanceof ComplexType complex) {
      complex.attributes().forEach(this::attribute);
      complex.withheld().forEach(this::attributeName);
      name(complex.base());
      if (complex.content() instanceof ComplexType.Text text) {
        type(text.type());
      } else if (complex.content() instanceof ComplexType.Elements elements
          && elements.particle() != null) {
        term(elements.particle().term());
      }
    }
  }

  private void attribute(AttributeUse attribute) {
    if (attribute.isReference()) {
      name(attribute.name());
    } else {
      type(attribute.type());
    }
  }

  private void attributeName(QName name) {
    if (!name.getNamespaceURI().isEmpty()) {
      name(name);
    }
  }

  private void simple(SimpleType.Variety variety) {
    if (variety instanceof SimpleType.Restriction restriction) {
      type(restriction.base());
    } else if (variety instanceof SimpleType.ListOf list) {
      type(list.item());
    } else if (variety instanceof SimpleType.UnionOf union) {
      union.members().forEach(this::type);
    }
  }
}
