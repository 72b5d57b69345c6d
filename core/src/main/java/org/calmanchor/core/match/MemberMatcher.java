package org.calmanchor.core.match;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Members.StructureMember;
import org.jspecify.annotations.Nullable;

/** Matches the members of one Java data type with those of a complex type. */
final class MemberMatcher {
  private final Sources sources;
  private final Contract code;
  private final Contract document;
  private final ValueMatcher values;
  private final Differences differences;

  MemberMatcher(Sources sources, ValueMatcher values, Differences differences) {
    this.sources = sources;
    this.code = sources.code();
    this.document = sources.document();
    this.values = values;
    this.differences = differences;
  }

  /** The members as the document has them. They are complete if there is no difference. */
  StructureMember match(StructureMember given, ComplexType type, ComplexType wanted, String place) {
    if (document.anyAttribute(wanted) != null) {
      differences.differs(
          place,
          "it is a record or class",
          Differences.words(wanted) + " has attributes of any name in the document",
          wanted.origin(),
          Differences.TREE);
    }
    List<PropertyMember> properties = new ArrayList<>();
    List<Member> elements = elements(wanted, place);
    if (elements == null) {
      return given;
    }
    Set<QName> found = new HashSet<>();
    for (PropertyMember property : given.properties()) {
      PropertyMember held =
          switch (property.kind()) {
            case ATTRIBUTE -> attribute(property, type, wanted, found);
            case TEXT -> text(property, type, wanted);
            default -> element(property, code.members(type), elements, wanted, found);
          };
      properties.add(held == null ? property : held);
    }
    reportMissing(given, properties, wanted, elements, found, place);
    return new StructureMember(
        given.javaType(), properties, given.omitted(), given.needsProvider());
  }

  private void reportMissing(
      StructureMember given,
      List<PropertyMember> properties,
      ComplexType wanted,
      List<Member> elements,
      Set<QName> found,
      String place) {
    for (AttributeUse attribute : document.attributes(wanted)) {
      if (!found.contains(attributeKey(attribute.name()))) {
        missing(
            place,
            "attribute",
            attribute.name(),
            attribute.origin(),
            "@Attribute " + SimpleMatcher.suggestion(document.builtIn(attribute.type())));
      }
    }
    for (Member element : elements) {
      if (!found.contains(element.element().name())) {
        missing(
            place,
            "member for element",
            element.element().name(),
            element.element().origin(),
            values.suggestion(element));
      }
    }
    boolean hasAny = properties.stream().anyMatch(each -> each.kind() == NodeKind.ANY);
    if (!hasAny && wildcard(wanted) != null) {
      differences.notInCode(
          place,
          "member for the elements of any name that " + Differences.words(wanted) + " may have",
          wanted.origin(),
          "Add it: a List<org.w3c.dom.Element>.");
    }
    boolean hasText = given.properties().stream().anyMatch(each -> each.kind() == NodeKind.TEXT);
    if (wanted.content() instanceof ComplexType.Text && !hasText) {
      differences.notInCode(
          place, "member for its text", wanted.origin(), "Add one with @SimpleContent.");
    }
  }

  private void missing(String place, String what, QName name, Origin origin, String type) {
    String local = name.getLocalPart();
    differences.notInCode(
        place, what + " \"" + local + "\"", origin, "Add it: " + type + " " + local + ".");
  }

  /** The elements of a type with how often each may stand; null for content without a Java form. */
  private @Nullable List<Member> elements(ComplexType wanted, String place) {
    if (wanted.content() instanceof ComplexType.Text) {
      return List.of();
    }
    if (document.isPlain(wanted)) {
      return document.members(wanted);
    }
    ContentModel model = ContentModelBuilder.build(document, wanted);
    if (model.isOrdered()) {
      differences.differs(
          place,
          "it is a record or class",
          Differences.words(wanted)
              + " in the document has "
              + (model.isMixed()
                  ? "text between its elements"
                  : "elements whose order says something that their names do not"),
          wanted.origin(),
          Differences.TREE);
      return null;
    }
    return model.positions().stream()
        .filter(position -> position.element() != null)
        .map(
            position ->
                new Member(
                    Objects.requireNonNull(position.element()), position.min(), position.max()))
        .toList();
  }

  private @Nullable PropertyMember element(
      PropertyMember property,
      List<Member> given,
      List<Member> wanted,
      ComplexType owner,
      Set<QName> found) {
    String where = property.member().signature();
    Member member = named(property.wireName(), given);
    Member asked = named(property.wireName(), wanted);
    ContentPosition wildcard = wildcard(owner);
    if (asked == null && isAny(property.use()) && wildcard != null) {
      if (wildcard.max() > 1 && !(property.use() instanceof JavaForm.Many)) {
        differences.differs(
            where,
            "it is one element",
            "several elements of any name may stand in the document",
            owner.origin(),
            "Write a List of it.");
      }
      return new PropertyMember(
          NodeKind.ANY, new QName("#any"), property.member(), property.use(), property.position());
    }
    if (member == null || asked == null) {
      differences.notInDocument(
          where,
          "element",
          property.wireName().getLocalPart(),
          wanted.stream().map(Member::name).toList());
      return null;
    }
    found.add(asked.element().name());
    return new PropertyMember(
        NodeKind.ELEMENT,
        asked.element().name(),
        property.member(),
        values.element(property.use(), member, asked, where),
        property.position());
  }

  private @Nullable ContentPosition wildcard(ComplexType type) {
    return type.content() instanceof ComplexType.Elements
        ? ContentModelBuilder.build(document, type).positions().stream()
            .filter(position -> position.wildcard() != null)
            .findFirst()
            .orElse(null)
        : null;
  }

  private static boolean isAny(JavaForm form) {
    return form instanceof JavaForm.Any
        || (form instanceof JavaForm.Maybe maybe && isAny(maybe.of()))
        || (form instanceof JavaForm.Many many && isAny(many.of()));
  }

  /** The member of that name; of any namespace if only one has the local name. */
  static @Nullable Member named(QName name, List<Member> members) {
    List<Member> same =
        members.stream().filter(member -> member.name().equals(name.getLocalPart())).toList();
    return same.stream()
        .filter(member -> member.element().name().equals(name))
        .findFirst()
        .orElse(same.size() == 1 ? same.get(0) : null);
  }

  private @Nullable PropertyMember text(
      PropertyMember property, ComplexType type, ComplexType wanted) {
    String where = property.member().signature();
    if (!(wanted.content() instanceof ComplexType.Text asked)
        || !(type.content() instanceof ComplexType.Text given)) {
      differences.differs(
          where,
          "it is the text of " + type.origin(),
          Differences.words(wanted) + " has elements in the document",
          wanted.origin(),
          "Leave @SimpleContent out.");
      return null;
    }
    return new PropertyMember(
        NodeKind.TEXT,
        property.wireName(),
        property.member(),
        values.type(property.use(), given.type(), asked.type(), null, where, wanted.origin()),
        property.position());
  }

  /** Keeps attributes and elements of one name apart. */
  private static QName attributeKey(QName name) {
    return new QName("@" + name.getNamespaceURI(), name.getLocalPart());
  }

  private @Nullable PropertyMember attribute(
      PropertyMember property, ComplexType type, ComplexType wanted, Set<QName> found) {
    AttributeUse given = attribute(property.wireName(), code.attributes(type));
    AttributeUse asked = attribute(property.wireName(), document.attributes(wanted));
    String where = property.member().signature();
    if (given == null || asked == null) {
      differences.notInDocument(
          where,
          "attribute",
          property.wireName().getLocalPart(),
          document.attributes(wanted).stream().map(each -> each.name().getLocalPart()).toList());
      return null;
    }
    found.add(attributeKey(asked.name()));
    boolean givenMayBeAbsent = !given.required() && given.value() == null;
    boolean mayBeAbsent = !asked.required() && asked.value() == null;
    if (mayBeAbsent && !givenMayBeAbsent) {
      differences.differs(
          where,
          "it is required or has a default value",
          "\"" + asked.name().getLocalPart() + "\" may be absent in the document",
          asked.origin(),
          "Mark it @Nullable, or make it an Optional; leave defaultValue out.");
    } else if (asked.required() && givenMayBeAbsent) {
      differences.differs(
          where,
          "it may be absent",
          "\"" + asked.name().getLocalPart() + "\" is required in the document",
          asked.origin(),
          "Leave Optional, @Nullable and use = OPTIONAL out.");
    }
    JavaForm form = property.use();
    JavaForm inner = form instanceof JavaForm.Maybe maybe ? maybe.of() : form;
    JavaForm held =
        values.type(inner, given.type(), asked.type(), asked.value(), where, asked.origin());
    values.example(
        sources.examples().of(given.origin()), held, asked.type(), asked.origin(), where);
    return new PropertyMember(
        NodeKind.ATTRIBUTE,
        asked.name(),
        property.member(),
        form instanceof JavaForm.Maybe ? new JavaForm.Maybe(held) : held,
        property.position());
  }

  private static @Nullable AttributeUse attribute(QName name, List<AttributeUse> attributes) {
    return attributes.stream()
        .filter(attribute -> attribute.name().getLocalPart().equals(name.getLocalPart()))
        .findFirst()
        .orElse(null);
  }
}
