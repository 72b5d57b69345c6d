package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.xml.Tag;
import org.jspecify.annotations.Nullable;

/**
 * Plans codecs for the global elements of a contract. Used once, by one thread; what it plans is
 * immutable.
 *
 * @param <T> what the value model needs to know of a position
 */
public final class CodecPlanner<T> {
  private final Contract contract;
  private final MessagePrefixes prefixes;
  private final ValueModel<T> values;
  private final Map<Key<T>, ElementCodec> planned = new HashMap<>();

  private record Key<T>(QName type, T held, boolean isPolymorphic) {}

  /** Creates a planner for one contract and one value model. */
  public CodecPlanner(Contract contract, ValueModel<T> values) {
    this.contract = contract;
    this.prefixes = MessagePrefixes.of(contract);
    this.values = values;
  }

  /**
   * The codec of a body, header or detail element.
   *
   * @throws IllegalArgumentException for a construct of XML Schema that cannot be planned
   */
  public MessageCodec plan(ElementDeclaration element, T held) {
    Tag tag = Tag.of(prefixes.tag(element.name()), prefixes.declarations(element));
    return new MessageCodec(element.name(), tag, codec(element.type(), held));
  }

  private ElementCodec codec(TypeUse type, T held) {
    if (contract.definition(type) instanceof ComplexType complex) {
      List<ComplexType> derived = contract.derived(complex);
      if (complex.isAbstract() || !derived.isEmpty()) {
        return kept(type, held, true, () -> polymorphic(complex, derived, held));
      }
    }
    return plain(type, held);
  }

  private ElementCodec plain(TypeUse type, T held) {
    return kept(type, held, false, () -> newCodec(type, held));
  }

  private ElementCodec kept(
      TypeUse type, T held, boolean isPolymorphic, Supplier<ElementCodec> plan) {
    QName name = nameOf(type);
    if (name == null) {
      return plan.get();
    }
    Key<T> key = new Key<>(name, held, isPolymorphic);
    ElementCodec known = planned.get(key);
    if (known != null) {
      return known;
    }
    DeferredElement standIn = new DeferredElement();
    planned.put(key, standIn);
    ElementCodec codec = plan.get();
    standIn.is(codec);
    planned.put(key, codec);
    return codec;
  }

  private static @Nullable QName nameOf(TypeUse type) {
    return type instanceof TypeUse.Named named ? named.name() : ((TypeDefinition) type).name();
  }

  private ElementCodec polymorphic(ComplexType declared, List<ComplexType> derived, T held) {
    List<ComplexType> types =
        new ArrayList<>(declared.isAbstract() ? List.of() : List.of(declared));
    derived.stream().filter(type -> !type.isAbstract()).forEach(types::add);
    List<QName> names = types.stream().map(type -> Objects.requireNonNull(type.name())).toList();
    ElementCodec[] codecs = new ElementCodec[types.size()];
    byte[][] marks = new byte[types.size()][];
    for (int i = 0; i < codecs.length; i++) {
      ComplexType type = types.get(i);
      codecs[i] = plain(type, type.equals(declared) ? held : values.derived(type, held));
      marks[i] = Tag.encode(" xsi:type=\"" + prefixes.tag(names.get(i)) + "\"");
    }
    return new PolymorphicElement(
        names,
        codecs,
        marks,
        declared.isAbstract() ? SubtypeChoice.UNKNOWN : 0,
        values.alternatives(types));
  }

  private ElementCodec newCodec(TypeUse type, T held) {
    if (!(contract.definition(type) instanceof ComplexType complex)) {
      BinaryHolder binary = values.binary(type, held);
      if (binary != null) {
        return new BinaryElement(nameOf(type), binary);
      }
      Lexical<Object> lexical = values.lexical(type, held);
      return isQualified(type)
          ? new QualifiedNameElement(lexical)
          : new SimpleElement(nameOf(type), lexical);
    }
    if (contract.holdsAny(complex)) {
      return new AnyElement(
          new AttributeCodec(complex.name(), new AttributeSlot[0], values.isLenient()),
          values.any());
    }
    ValueModel.Structure<T> structure = values.structure(complex, held);
    Composite composite = structure.composite();
    List<AttributeSlot> slots = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(complex)) {
      slots.add(attribute(attribute, structure));
    }
    AttributeCodec attributes =
        new AttributeCodec(complex.name(), slots.toArray(new AttributeSlot[0]), values.isLenient());
    if (complex.content() instanceof ComplexType.Text text) {
      int index = indexOf(NodeKind.TEXT, new QName(""), structure);
      T item = values.position(structure.members().get(index).held(), false).item();
      return new SimpleContentElement(
          attributes,
          values.lexical(text.type(), item),
          isQualified(text.type()),
          composite,
          index);
    }
    List<ElementSlot> elements = new ArrayList<>();
    for (Member member : contract.members(complex)) {
      elements.add(element(member, structure));
    }
    ElementSlot[] elementSlots = elements.toArray(new ElementSlot[0]);
    return new ComplexElement(
        new ComplexReader(attributes, elementSlots, composite),
        new ComplexWriter(attributes, elementSlots, composite, values.isLenient()));
  }

  private boolean isQualified(TypeUse type) {
    return contract.builtIn(type).equals(Names.xsd("QName"));
  }

  private AttributeSlot attribute(AttributeUse use, ValueModel.Structure<T> structure) {
    int index = indexOf(NodeKind.ATTRIBUTE, use.name(), structure);
    ValueModel.Position<T> position = values.position(structure.members().get(index).held(), false);
    Lexical<Object> lexical = values.lexical(use.type(), position.item());
    String byDefault = use.defaultValue();
    return new AttributeSlot(
        use.name().getNamespaceURI(),
        use.name().getLocalPart(),
        Tag.encode(" " + prefixes.tag(use.name()) + "=\""),
        lexical,
        isQualified(use.type()),
        use.required(),
        byDefault == null ? null : lexical.parse(byDefault),
        position.holder(),
        index);
  }

  private ElementSlot element(Member member, ValueModel.Structure<T> structure) {
    ElementDeclaration element = member.element();
    int index = indexOf(NodeKind.ELEMENT, element.name(), structure);
    ValueModel.Position<T> position =
        values.position(structure.members().get(index).held(), member.repeats());
    return new ElementSlot(
        // Parsers intern names too, so most comparisons end with the identity check.
        element.name().getNamespaceURI().intern(),
        element.name().getLocalPart().intern(),
        Tag.of(prefixes.tag(element.name())),
        member.min(),
        member.max(),
        element.nillable(),
        position.isMany(),
        position.isLazy(),
        codec(element.type(), position.item()),
        position.holder(),
        index);
  }

  private static <T> int indexOf(NodeKind kind, QName name, ValueModel.Structure<T> structure) {
    for (int i = 0; i < structure.members().size(); i++) {
      ValueModel.Member<T> member = structure.members().get(i);
      if (member.kind() == kind && member.wireName().equals(name)) {
        return i;
      }
    }
    throw new IllegalArgumentException("nothing holds " + name);
  }
}
