package org.calmanchor.core.wsdl;

import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.simple.SimpleTypes;
import org.jspecify.annotations.Nullable;

/** Reports facets, and default and fixed values, that do not fit their types. Used once. */
final class FacetProblems {
  private final SimpleTypes rules;
  private final Contract contract;
  private final DocumentProblems problems;

  FacetProblems(Contract contract, DocumentProblems problems) {
    this.rules = new SimpleTypes(contract);
    this.contract = contract;
    this.problems = problems;
  }

  void report() {
    for (Schema schema : contract.schemas()) {
      schema.types().forEach(this::type);
      schema.elements().forEach(this::term);
      schema.attributes().forEach(this::attribute);
      schema.groups().forEach(group -> term(group.group()));
    }
  }

  private void type(TypeUse use) {
    if (use instanceof SimpleType simple) {
      simple(simple);
    } else if (use instanceof ComplexType complex) {
      complex.attributes().forEach(this::attribute);
      if (complex.content() instanceof ComplexType.Text text) {
        type(text.type());
      } else if (complex.content() instanceof ComplexType.Elements elements
          && elements.particle() != null) {
        term(elements.particle().term());
      }
    }
  }

  private void term(Term term) {
    if (term instanceof ElementDeclaration element) {
      type(element.type());
      value(element.value(), textOf(element.type()), element.origin());
    } else if (term instanceof Term.Group group) {
      group.particles().stream().map(Particle::term).forEach(this::term);
    }
  }

  private @Nullable TypeUse textOf(TypeUse use) {
    TypeDefinition definition = contract.definition(use);
    return definition instanceof ComplexType complex
        ? complex.content() instanceof ComplexType.Text text ? text.type() : null
        : use;
  }

  private void attribute(AttributeUse attribute) {
    type(attribute.type());
    value(attribute.value(), attribute.type(), attribute.origin());
  }

  private void value(@Nullable ValueConstraint value, @Nullable TypeUse type, Origin origin) {
    String builtIn = type == null ? "" : contract.builtIn(type).getLocalPart();
    if (value == null || type == null || builtIn.equals("QName")) {
      return;
    }
    try {
      rules.of(type).check(value.lexical());
    } catch (LexicalException invalid) {
      add(
          origin,
          "the "
              + (value.isFixed() ? "fixed" : "default")
              + " value \""
              + value.lexical()
              + "\" is no value of its type.",
          "Write one that is.");
    } catch (IllegalArgumentException unfit) {
      // The type's own facets are wrong, which is reported where they stand.
    }
  }

  private void simple(SimpleType type) {
    try {
      rules.of(type);
    } catch (IllegalArgumentException unfit) {
      add(type.origin(), unfit.getMessage(), "Correct the facet, or the type that it restricts.");
    }
    SimpleType.Variety variety = type.variety();
    if (variety instanceof SimpleType.Restriction restriction) {
      type(restriction.base());
    } else if (variety instanceof SimpleType.ListOf list) {
      type(list.item());
    } else if (variety instanceof SimpleType.UnionOf union) {
      union.members().forEach(this::type);
    }
  }

  private void add(Origin origin, @Nullable String what, String fix) {
    problems.add(
        new Problem(ProblemCode.DECLARATION_INVALID, origin.place(), String.valueOf(what), fix));
  }
}
