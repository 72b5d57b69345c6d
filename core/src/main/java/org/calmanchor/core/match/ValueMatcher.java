package org.calmanchor.core.match;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.reading.JavaForm;
import org.jspecify.annotations.Nullable;

/** Matches the forms of Java values with elements and types of the document. */
final class ValueMatcher {
  private final Sources sources;
  private final SimpleMatcher simple;
  private final Structures structures;
  private final Differences differences;
  private final Map<String, String> examples = new HashMap<>();

  /** Matches a structure with a complex type. */
  @FunctionalInterface
  interface Structures {
    JavaForm match(JavaForm.Structure form, ComplexType wanted, String where);
  }

  ValueMatcher(Sources sources, Differences differences, Structures structures) {
    this.sources = sources;
    this.differences = differences;
    this.simple = new SimpleMatcher(sources.code(), sources.document(), differences);
    this.structures = structures;
  }

  /** The examples in the code, at the places of the document. */
  Examples examples() {
    return new Examples(examples);
  }

  /**
   * The form of the element {@code wanted}.
   *
   * @param form that of the element {@code given} of the code
   * @param where the member in the code
   */
  JavaForm element(JavaForm form, Member given, Member wanted, String where) {
    if (form instanceof JavaForm.Many many) {
      return many(many, given, wanted, where);
    }
    Origin origin = wanted.element().origin();
    if (wanted.max() > 1) {
      differences.differs(
          where,
          "it is one value",
          "\"" + wanted.name() + "\" may stand several times in the document",
          origin,
          "Write a List of it.");
      return form;
    }
    // A member that may be null can be written as nil where the element is required.
    boolean isNilIfAbsent = given.element().nillable() && wanted.element().nillable();
    boolean isBroader = wanted.isRequired() && !given.isRequired() && !isNilIfAbsent;
    boolean isNarrower = !wanted.isRequired() && given.isRequired();
    if (isBroader || isNarrower) {
      occurrence(wanted.isRequired(), wanted.name(), where, origin);
    }
    nillable(given.element(), wanted.element(), where);
    return optional(form, given.element(), wanted.element(), where);
  }

  private void occurrence(boolean isRequired, String name, String where, Origin origin) {
    differences.differs(
        where,
        isRequired ? "it may be absent" : "it is required",
        "\"" + name + "\" " + (isRequired ? "is required" : "may be absent") + " in the document",
        origin,
        isRequired
            ? "Leave Optional, @Nullable and minOccurs = 0 out."
            : "Mark it @Nullable, or make it an Optional.");
  }

  /** Reports a difference of {@code xsi:nil}. */
  void nillable(ElementDeclaration given, ElementDeclaration wanted, String where) {
    if (given.nillable() != wanted.nillable()) {
      differences.differs(
          where,
          given.nillable() ? "it is nillable" : "it is not nillable",
          "\""
              + wanted.name().getLocalPart()
              + "\" is"
              + (wanted.nillable() ? "" : " not")
              + " nillable in the document",
          wanted.origin(),
          given.nillable() ? "Leave nillable out." : "Write @Element(nillable = true).");
    }
  }

  private JavaForm many(JavaForm.Many many, Member given, Member wanted, String where) {
    Origin origin = wanted.element().origin();
    if (wanted.max() == 1) {
      differences.differs(
          where,
          "it is a list",
          "\"" + wanted.name() + "\" stands once in the document",
          origin,
          "Write one value in its place.");
      return many;
    }
    if (wanted.element().nillable() && many.item().kind() == JavaType.Kind.PRIMITIVE) {
      differences.differs(
          where,
          "its items are primitive",
          "they are nillable in the document",
          origin,
          "Use the wrapper type.");
    }
    return new JavaForm.Many(
        many.container(),
        many.item(),
        optional(many.of(), given.element(), wanted.element(), where));
  }

  /** The form of the value of an element. */
  JavaForm optional(
      JavaForm form, ElementDeclaration given, ElementDeclaration wanted, String where) {
    return form instanceof JavaForm.Maybe maybe
        ? new JavaForm.Maybe(value(maybe.of(), given, wanted, where))
        : value(form, given, wanted, where);
  }

  private JavaForm value(
      JavaForm form, ElementDeclaration given, ElementDeclaration wanted, String where) {
    String example = sources.examples().of(given.origin());
    TypeUse type = wanted.type();
    JavaForm held = type(form, given.type(), type, wanted.value(), where, wanted.origin());
    if (!(sources.document().definition(type) instanceof ComplexType)) {
      example(example, held, type, wanted.origin(), where);
    }
    return held;
  }

  /**
   * Keeps the example of a member for its place in the document; without one, an example that the
   * Java type holds if that holds less than the type in the document.
   */
  void example(@Nullable String example, JavaForm held, TypeUse type, Origin origin, String where) {
    if (example == null) {
      String made = simple.exampleFor(held, type);
      if (made != null) {
        examples.put(origin.place(), made);
      }
    } else if (simple.isValue(example, type)) {
      examples.put(origin.place(), example);
    } else {
      differences.differs(
          where,
          "its example is \"" + example + "\"",
          "that is no value of its type in the document",
          origin,
          "Write one that is.");
    }
  }

  /** The form of a value of the type {@code wanted}. */
  JavaForm type(
      JavaForm form,
      TypeUse given,
      TypeUse wanted,
      @Nullable ValueConstraint constraint,
      String where,
      Origin origin) {
    TypeDefinition definition = sources.document().definition(wanted);
    boolean isSimple = form instanceof JavaForm.Simple || form instanceof JavaForm.Constant;
    if (!(definition instanceof ComplexType complex)) {
      if (isSimple) {
        return simple.match(form, given, wanted, constraint, where, origin);
      }
      differences.differs(
          where,
          "it has members",
          "it is a simple value in the document",
          origin,
          "Write " + SimpleMatcher.suggestion(sources.document().builtIn(wanted)) + " instead.");
      return form;
    }
    if (form instanceof JavaForm.Tree) {
      return form;
    }
    if (complex.isAnyType()) {
      differences.differs(
          where,
          words(form),
          "its element may have any content in the document",
          origin,
          Differences.TREE);
      return form;
    }
    if (form instanceof JavaForm.Structure structure) {
      return structures.match(structure, complex, where);
    }
    if (form instanceof JavaForm.Any && sources.document().holdsAny(complex)) {
      return form;
    }
    if (form instanceof JavaForm.Wrapped wrapped) {
      return wrapped(wrapped, (ComplexType) given(given), complex, where);
    }
    if (form instanceof JavaForm.Mapping mapping) {
      return mapping(mapping, (ComplexType) given(given), complex, where);
    }
    differences.differs(
        where,
        words(form),
        "it has " + words(complex) + " in the document",
        complex.origin(),
        "Write a record for it.");
    return form;
  }

  private static String words(JavaForm form) {
    if (form instanceof JavaForm.Simple || form instanceof JavaForm.Constant) {
      return "it is a simple value";
    }
    return form instanceof JavaForm.Any
        ? "it holds one element of any name"
        : "it is a record, class, list or map";
  }

  private static String words(ComplexType type) {
    return type.content() instanceof ComplexType.Text
        ? "a text and attributes"
        : "elements or attributes";
  }

  private TypeDefinition given(TypeUse use) {
    TypeDefinition definition = sources.code().definition(use);
    if (definition == null) {
      throw new IllegalArgumentException(use + " is not defined");
    }
    return definition;
  }

  private JavaForm wrapped(
      JavaForm.Wrapped form, ComplexType given, ComplexType wanted, String where) {
    List<Member> items = onlySequence(wanted);
    Member item = sources.code().members(given).get(0);
    if (items.size() != 1 || !items.get(0).name().equals(item.name())) {
      differences.differs(
          where,
          "it is a list of \"" + item.name() + "\" in an element of its own",
          "there is other content in the document",
          wanted.origin(),
          "Write a record for it.");
      return form;
    }
    JavaForm many = many(form.many(), item, items.get(0), where);
    return new JavaForm.Wrapped(items.get(0).element().name(), (JavaForm.Many) many);
  }

  private JavaForm mapping(
      JavaForm.Mapping form, ComplexType given, ComplexType wanted, String where) {
    List<Member> entries = onlySequence(wanted);
    Member givenEntry = sources.code().members(given).get(0);
    List<Member> pair =
        entries.size() == 1
                && entries.get(0).max() > 1
                && sources.document().definition(entries.get(0).element().type())
                    instanceof ComplexType entry
            ? onlySequence(entry)
            : List.of();
    if (pair.size() != 2) {
      differences.differs(
          where,
          "it is a map",
          "there are no repeated pairs in the document",
          wanted.origin(),
          "Write a record for it.");
      return form;
    }
    List<Member> givenPair =
        sources.code().members((ComplexType) given(givenEntry.element().type()));
    JavaForm.Entry entry = form.of();
    return new JavaForm.Mapping(
        entries.get(0).element().name(),
        new JavaForm.Entry(
            pair.get(0).element().name(),
            pair.get(1).element().name(),
            element(entry.key(), givenPair.get(0), pair.get(0), where),
            element(entry.value(), givenPair.get(1), pair.get(1), where)));
  }

  /** The members of a plain sequence without attributes; empty for everything else. */
  private List<Member> onlySequence(ComplexType type) {
    return sources.document().isPlain(type)
            && sources.document().attributes(type).isEmpty()
            && sources.document().anyAttribute(type) == null
        ? sources.document().members(type)
        : List.of();
  }

  /** The Java type that an element could have, in words. */
  String suggestion(Member member) {
    TypeUse type = member.element().type();
    QName builtIn = sources.document().builtIn(type);
    if (sources.document().definition(type) instanceof ComplexType complex) {
      String name = complex.name() == null ? member.name() : complex.name().getLocalPart();
      String one = name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
      return member.repeats() ? "List<" + one + ">" : one;
    }
    return member.repeats()
        ? "List<" + SimpleMatcher.className(builtIn) + ">"
        : SimpleMatcher.suggestion(builtIn);
  }
}
