package org.calmanchor.core.codec;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Supplier;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.prefix.MessagePrefixes;
import org.calmanchor.core.xml.Tag;
import org.jspecify.annotations.Nullable;

/**
 * Plans codecs for the global elements of a contract. Used once, by one thread; what it plans is
 * immutable.
 *
 * @param <T> what the value model needs to know of a position
 */
public final class CodecPlanner<T> {
  private static final TypeUse ANY_TYPE = TypeUse.named(Names.xsd("anyType"));

  private final Contract contract;
  private final MessagePrefixes prefixes;
  private final ValueModel<T> values;
  private final Map<Key<T>, ElementCodec> planned = new HashMap<>();
  private final Map<QName, MessageCodec> globals = new HashMap<>();
  private final Map<QName, Lexical<Object>> globalAttributes = new HashMap<>();
  private final NarrowerTypes narrower;
  private final Map<ValueModel<?>, CodecPlanner<?>> others = new HashMap<>();
  private @Nullable AnyContent any;

  /** Types that nest so deeply that recursion could use up the stack are planned later. */
  private static final int MOST_DEPTH = 100;

  private final Deque<Runnable> postponed = new ArrayDeque<>();
  private int depth;

  /**
   * Identifies a codec.
   *
   * @param type the type's name; of an anonymous type, which may contain itself by way of a global
   *     element, the type itself
   * @param blocked null for the codec of the type itself, without those derived from it
   */
  private record Key<T>(Object type, T held, @Nullable Set<Derivation.Method> blocked) {
    static <T> Key<T> of(TypeUse type, T held, @Nullable Set<Derivation.Method> blocked) {
      QName name = nameOf(type);
      return new Key<>(name == null ? new Same(type) : name, held, blocked);
    }

    /**
     * Of the type only: what is held has a large value, and one type is seldom held in two ways.
     */
    @Override
    public int hashCode() {
      return type.hashCode();
    }
  }

  /** Equal for the same object only, since anonymous types can be large. */
  private record Same(Object type) {
    @Override
    public boolean equals(@Nullable Object other) {
      return other instanceof Same same && same.type == type;
    }

    @Override
    public int hashCode() {
      return System.identityHashCode(type);
    }
  }

  /** Creates a planner for one contract and one value model. */
  public CodecPlanner(Contract contract, ValueModel<T> values) {
    this.contract = contract;
    this.prefixes = MessagePrefixes.of(contract);
    this.values = values;
    this.narrower = new NarrowerTypes(contract);
  }

  /**
   * The codec of a body, header or detail element.
   *
   * @throws IllegalArgumentException for a construct of XML Schema that cannot be planned
   */
  public MessageCodec plan(ElementDeclaration element, T held) {
    MessageCodec codec = message(element, held);
    planGlobals(held);
    return codec;
  }

  /** Plans what may stand for wildcards. */
  private void planGlobals(T held) {
    if (any != null && values.isGeneral() && globals.isEmpty()) {
      for (Schema schema : contract.schemas()) {
        for (ElementDeclaration global : schema.elements()) {
          if (!global.substitution().isAbstract()) {
            globals.put(global.name(), message(global, held));
          }
        }
      }
    }
  }

  private MessageCodec message(ElementDeclaration element, T held) {
    Tag tag = Tag.of(prefixes.tag(element.name()), prefixes.declarations(element));
    ElementCodec codec = complete(element, held);
    return new MessageCodec(
        element.name(),
        tag,
        codec,
        element.nillable() ? values.position(held, false).holder() : null);
  }

  private ElementCodec complete(ElementDeclaration element, T held) {
    ElementCodec codec = codec(element, held);
    while (!postponed.isEmpty()) {
      postponed.remove().run();
    }
    return codec;
  }

  private ElementCodec codec(ElementDeclaration element, T held) {
    ValueModel.Other<?> other = values.other(held);
    return other == null ? own(element, held) : ofOther(element, other);
  }

  private <U> ElementCodec ofOther(ElementDeclaration element, ValueModel.Other<U> other) {
    @SuppressWarnings("unchecked") // a model's planner is for what the model knows of positions
    CodecPlanner<U> planner =
        (CodecPlanner<U>)
            others.computeIfAbsent(
                other.model(), model -> new CodecPlanner<>(contract, other.model()));
    ElementCodec codec = planner.complete(element, other.held());
    planner.planGlobals(other.held());
    return codec;
  }

  private ElementCodec own(ElementDeclaration element, T held) {
    TypeUse type = element.type();
    if (element.value() != null) {
      return newCodec(type, element.value(), held);
    }
    if (values.isGeneral() && contract.definition(type) == ComplexType.ANY_TYPE) {
      return kept(type, held, Set.of(), () -> anyType(held));
    }
    if (contract.definition(type) instanceof ComplexType complex) {
      Set<Derivation.Method> blocked = element.substitution().blocked();
      List<ComplexType> derived =
          contract.derived(complex).stream()
              .filter(each -> !contract.isBlocked(each, complex, blocked))
              .toList();
      if (complex.isAbstract() || !derived.isEmpty()) {
        return kept(type, held, blocked, () -> polymorphic(complex, derived, held));
      }
    }
    return plain(type, held);
  }

  private ElementCodec plain(TypeUse type, T held) {
    return kept(type, held, null, () -> newCodec(type, null, held));
  }

  private ElementCodec kept(
      TypeUse type, T held, @Nullable Set<Derivation.Method> blocked, Supplier<ElementCodec> plan) {
    Key<T> key = Key.of(type, held, blocked);
    ElementCodec known = planned.get(key);
    if (known != null) {
      return known;
    }
    DeferredElement standIn = new DeferredElement();
    planned.put(key, standIn);
    if (depth == MOST_DEPTH) {
      postponed.add(() -> complete(key, standIn, plan));
      return standIn;
    }
    return complete(key, standIn, plan);
  }

  private ElementCodec complete(Key<T> key, DeferredElement standIn, Supplier<ElementCodec> plan) {
    depth++;
    ElementCodec codec = plan.get();
    depth--;
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
    for (int i = 0; i < codecs.length; i++) {
      ComplexType type = types.get(i);
      codecs[i] = plain(type, type.equals(declared) ? held : values.derived(type, held));
    }
    return new PolymorphicElement(
        names,
        codecs,
        marks(names),
        declared.isAbstract() ? SubtypeChoice.UNKNOWN : 0,
        values.alternatives(names));
  }

  private byte[][] marks(List<QName> types) {
    return types.stream()
        .map(type -> Tag.encode(" xsi:type=\"" + prefixes.tag(type) + "\""))
        .toArray(byte[][]::new);
  }

  /** An element that may be of every type. */
  private ElementCodec anyType(T held) {
    List<QName> names = new ArrayList<>(List.of(Names.xsd("anyType")));
    for (Schema schema : contract.schemas()) {
      for (TypeDefinition type : schema.types()) {
        if (type.name() != null && !(type instanceof ComplexType c && c.isAbstract())) {
          names.add(type.name());
        }
      }
    }
    names.addAll(BuiltIns.simpleTypes());
    ElementCodec[] codecs =
        names.stream().map(name -> plain(TypeUse.named(name), held)).toArray(ElementCodec[]::new);
    return new PolymorphicElement(names, codecs, marks(names), 0, values.alternatives(names));
  }

  private ElementCodec newCodec(TypeUse type, @Nullable ValueConstraint value, T held) {
    return contract.definition(type) instanceof ComplexType complex
        ? complex(complex, value, held)
        : simple(type, value, held);
  }

  private ElementCodec simple(TypeUse type, @Nullable ValueConstraint value, T held) {
    BinaryHolder binary = values.binary(type, held);
    if (binary != null) {
      return new BinaryElement(nameOf(type), binary);
    }
    Lexical<Object> lexical = ofElement(values.lexical(type, value, held), value);
    return isQualified(type)
        ? new QualifiedNameElement(lexical)
        : new SimpleElement(
            nameOf(type), lexical, values.isGeneral() ? narrower.of(type) : Map.of());
  }

  /** An empty element has its default or fixed value (section 3.3.4). */
  private static Lexical<Object> ofElement(
      Lexical<Object> lexical, @Nullable ValueConstraint value) {
    return value == null
        ? lexical
        : new Lexical<>(
            lexical.form(),
            // Only a text of no characters is empty, so white space is removed later.
            WhiteSpace.PRESERVE,
            text -> lexical.parse(text.isEmpty() ? value.lexical() : text),
            lexical::print);
  }

  private ElementCodec complex(ComplexType complex, @Nullable ValueConstraint value, T held) {
    if (contract.holdsAny(complex)) {
      return new AnyElement(
          new AttributeCodec(complex.name(), new AttributeSlot[0], null, values.isLenient()),
          values.any());
    }
    ValueModel.Structure<T> structure = values.structure(complex, held);
    AttributeCodec attributes = attributes(complex, structure);
    if (complex.content() instanceof ComplexType.Text text) {
      int index = indexOf(NodeKind.TEXT, new QName(""), structure);
      T item = values.position(structure.members().get(index).held(), false).item();
      return new SimpleContentElement(
          attributes,
          ofElement(values.lexical(text.type(), value, item), value),
          isQualified(text.type()),
          structure.composite(),
          index);
    }
    if (!contract.isPlain(complex) || attributes.hasOthers()) {
      return content(complex, attributes, structure, held);
    }
    List<ElementSlot> elements = new ArrayList<>();
    for (Member member : contract.members(complex)) {
      elements.add(element(member, structure));
    }
    ElementSlot[] elementSlots = elements.toArray(new ElementSlot[0]);
    return new ComplexElement(
        new ComplexReader(attributes, elementSlots, structure.composite()),
        new ComplexWriter(attributes, elementSlots, structure.composite(), values.isLenient()));
  }

  private ElementCodec content(
      ComplexType complex, AttributeCodec attributes, ValueModel.Structure<T> structure, T held) {
    ContentModel model = ContentModelBuilder.build(contract, complex);
    List<ContentPosition> positions = model.positions();
    boolean hasAny = positions.stream().anyMatch(position -> position.element() == null);
    @Nullable ElementSlot[] slots = new @Nullable ElementSlot[positions.size()];
    for (int i = 0; i < slots.length; i++) {
      ElementDeclaration element = positions.get(i).element();
      if (element != null) {
        boolean repeats = model.isOrdered() || positions.get(i).max() > 1;
        T at = heldAt(element, structure, held);
        slots[i] = slot(new Member(element, 0, 1), at, repeats, 0);
      }
    }
    return new ContentElement(
        attributes,
        model,
        slots,
        hasAny ? any(held) : null,
        structure.composite(),
        values.isLenient());
  }

  /** What the model knows of an element; what it knows of the structure if that is all. */
  private static <T> T heldAt(
      ElementDeclaration element, ValueModel.Structure<T> structure, T byDefault) {
    for (ValueModel.Member<T> member : structure.members()) {
      if (member.kind() == NodeKind.ELEMENT && member.wireName().equals(element.name())) {
        return member.held();
      }
    }
    return byDefault;
  }

  private AnyContent any(T held) {
    if (any == null && !values.isGeneral()) {
      any = new AnyContent(values.any(), globals, null);
    }
    if (any == null) {
      DeferredElement anyType = new DeferredElement();
      any = new AnyContent(values.any(), globals, anyType);
      anyType.is(kept(ANY_TYPE, held, Set.of(), () -> anyType(held)));
    }
    return any;
  }

  private AttributeCodec attributes(ComplexType complex, ValueModel.Structure<T> structure) {
    List<AttributeSlot> slots = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(complex)) {
      slots.add(attribute(attribute, structure));
    }
    Wildcard wildcard = values.isGeneral() ? contract.anyAttribute(complex) : null;
    return new AttributeCodec(
        complex.name(),
        slots.toArray(new AttributeSlot[0]),
        wildcard == null ? null : new OtherAttributes(wildcard, globalAttributes(), slots.size()),
        values.isLenient());
  }

  private Map<QName, Lexical<Object>> globalAttributes() {
    if (globalAttributes.isEmpty()) {
      for (Schema schema : contract.schemas()) {
        for (AttributeUse use : schema.attributes()) {
          globalAttributes.put(use.name(), narrower.lexical(use.type()));
        }
      }
    }
    return globalAttributes;
  }

  private boolean isQualified(TypeUse type) {
    QName builtIn = contract.builtIn(type);
    return builtIn.equals(Names.xsd("QName")) || builtIn.equals(Names.xsd("NOTATION"));
  }

  private AttributeSlot attribute(AttributeUse use, ValueModel.Structure<T> structure) {
    int index = indexOf(NodeKind.ATTRIBUTE, use.name(), structure);
    ValueModel.Position<T> position = values.position(structure.members().get(index).held(), false);
    Lexical<Object> lexical = values.lexical(use.type(), use.value(), position.item());
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
    int index = indexOf(NodeKind.ELEMENT, member.element().name(), structure);
    return slot(member, structure.members().get(index).held(), member.repeats(), index);
  }

  private ElementSlot slot(Member member, T held, boolean repeats, int index) {
    ElementDeclaration element = member.element();
    ValueModel.Position<T> position = values.position(held, repeats);
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
        codec(element, position.item()),
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
