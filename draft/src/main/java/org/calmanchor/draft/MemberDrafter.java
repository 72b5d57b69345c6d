package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.SimpleContent;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.outline.TypeNames;
import org.calmanchor.draft.text.JavaNames;
import org.calmanchor.draft.text.Javadoc;
import org.calmanchor.draft.text.UniqueNames;

/** Drafts what holds the elements and attributes of a contract. */
final class MemberDrafter {
  private static final ClassName LIST = ClassName.get(List.class);
  private static final ClassName OPTIONAL = ClassName.get(Optional.class);
  private static final ClassName DOM = ClassName.get("org.w3c.dom", "Element");

  private final Contract contract;
  private final DraftedTypes types;
  private final TypeNames words;

  MemberDrafter(Contract contract, DraftedTypes types) {
    this.contract = contract;
    this.types = types;
    this.words = new TypeNames(contract);
  }

  /** The members of a type, attributes first. */
  List<DraftedMember> members(ComplexType type) {
    UniqueNames names = new UniqueNames();
    List<DraftedMember> members = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      members.add(attribute(attribute, names));
    }
    if (contract.content(type) instanceof ComplexType.Text text) {
      members.add(text(text.type(), names));
    }
    Structures.Elements elements = types.structures().elements(type);
    for (Member member : elements.members()) {
      List<String> excluded = elements.excluded().getOrDefault(member.element().name(), List.of());
      members.add(element(member, names, excluded));
    }
    if (elements.wildcard() != null) {
      members.add(any(elements.wildcard(), names));
    }
    return members;
  }

  /** A member for an element. */
  DraftedMember element(Member member, UniqueNames names) {
    return element(member, names, List.of());
  }

  /** A member for an element that stands once. */
  DraftedMember element(ElementDeclaration element, UniqueNames names) {
    return element(new Member(element, 1, 1), names);
  }

  private DraftedMember element(Member member, UniqueNames names, List<String> excluded) {
    ElementDeclaration element = member.element();
    String name = names.free(JavaNames.member(member.name()));
    boolean isNillable = element.nillable() && !member.repeats();
    AnnotationSpec.Builder mark = AnnotationSpec.builder(Element.class);
    if (!name.equals(member.name())) {
      mark.addMember("name", "$S", member.name());
    }
    if (isNillable) {
      mark.addMember("nillable", "true");
    }
    List<String> said = new ArrayList<>();
    add(said, element.doc());
    add(said, rules(element.type()));
    add(said, occurrence(member));
    if (!excluded.isEmpty()) {
      said.add("not together with " + String.join(", ", excluded));
    }
    return new DraftedMember(
        NodeKind.ELEMENT,
        element.name(),
        name,
        repeated(types.valueOf(element.type()), member, isNillable),
        annotations(mark),
        Javadoc.escaped(String.join("; ", said)));
  }

  private static void add(List<String> said, String words) {
    String plain = words.strip();
    if (!plain.isEmpty()) {
      said.add(plain.endsWith(".") ? plain.substring(0, plain.length() - 1) : plain);
    }
  }

  /** What a simple type says that Java's does not; why a tree stands for a complex one. */
  private String rules(TypeUse type) {
    ComplexType complex = types.complex().complex(type);
    if (complex != null) {
      String why = types.complex().whyTree(complex);
      return why.isEmpty() ? "" : "values by name, since " + why;
    }
    boolean isPlain =
        words.facets(type).isEmpty()
            && words.pattern(type).isEmpty()
            && !contract.builtIn(type).getLocalPart().isEmpty();
    if (isPlain || types.simple().enumeration(type) != null) {
      return "";
    }
    String pattern = words.pattern(type);
    return words.described(type) + (pattern.isEmpty() ? "" : ", pattern " + pattern);
  }

  private static String occurrence(Member member) {
    if (!member.repeats()) {
      return "";
    }
    String most = member.max() == Particle.UNBOUNDED ? "" : "at most " + member.max();
    String least = member.min() == 0 ? "" : "at least " + member.min();
    return least + (least.isEmpty() || most.isEmpty() ? "" : ", ") + most;
  }

  private static TypeName repeated(TypeName value, Member member, boolean isNillable) {
    if (member.repeats()) {
      return ParameterizedTypeName.get(LIST, value.box());
    }
    if (!member.isRequired()) {
      return ParameterizedTypeName.get(OPTIONAL, value.box());
    }
    return isNillable ? value.box() : value;
  }

  private DraftedMember attribute(AttributeUse attribute, UniqueNames names) {
    String local = attribute.name().getLocalPart();
    String name = names.free(JavaNames.member(local));
    AnnotationSpec.Builder mark = AnnotationSpec.builder(Attribute.class);
    if (!name.equals(local)) {
      mark.addMember("name", "$S", local);
    }
    TypeName value = types.valueOf(attribute.type());
    boolean mayBeAbsent = !attribute.required() && attribute.value() == null;
    List<String> said = new ArrayList<>();
    add(said, attribute.doc());
    add(said, rules(attribute.type()));
    if (attribute.defaultValue() != null && !attribute.required()) {
      said.add("if it is absent, " + attribute.defaultValue());
    }
    return new DraftedMember(
        NodeKind.ATTRIBUTE,
        attribute.name(),
        name,
        mayBeAbsent ? ParameterizedTypeName.get(OPTIONAL, value.box()) : value,
        List.of(mark.build()),
        Javadoc.escaped(String.join("; ", said)));
  }

  private DraftedMember text(TypeUse type, UniqueNames names) {
    return new DraftedMember(
        NodeKind.TEXT,
        new QName(""),
        names.free("value"),
        types.valueOf(type),
        List.of(AnnotationSpec.builder(SimpleContent.class).build()),
        Javadoc.escaped(rules(type)));
  }

  private static DraftedMember any(ContentPosition wildcard, UniqueNames names) {
    return new DraftedMember(
        NodeKind.ANY,
        new QName("#any"),
        names.free("any"),
        ParameterizedTypeName.get(wildcard.max() > 1 ? LIST : OPTIONAL, DOM),
        List.of(),
        "elements of any name; they are not checked");
  }

  /** The annotation, if it says anything. */
  private static List<AnnotationSpec> annotations(AnnotationSpec.Builder mark) {
    AnnotationSpec built = mark.build();
    return built.members().equals(Map.of()) ? List.of() : List.of(built);
  }
}
