package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/**
 * Plans codecs for the global elements of a contract. Used once, by one thread; what it plans is
 * immutable.
 *
 * @param <T> what the end needs to know of a position
 */
public final class CodecPlanner<T> {
  private final Contract contract;
  private final Prefixes prefixes;
  private final End<T> end;
  private final Map<Key<T>, ElementCodec> planned = new HashMap<>();

  private record Key<T>(QName type, T held) {}

  /** A planner for one contract and one end. */
  public CodecPlanner(Contract contract, End<T> end) {
    this.contract = contract;
    this.prefixes = Prefixes.of(contract);
    this.end = end;
  }

  /**
   * The codec of a body, header or detail element.
   *
   * @throws IllegalArgumentException for a construct of XML Schema that cannot be planned
   */
  public MessageCodec plan(ElementDeclaration element, T held) {
    return new MessageCodec(
        element.name(), Tag.of(prefixes.tag(element.name())), codec(element.type(), held));
  }

  private ElementCodec codec(TypeUse type, T held) {
    QName name = nameOf(type);
    if (name == null) {
      return newCodec(type, held);
    }
    Key<T> key = new Key<>(name, held);
    ElementCodec known = planned.get(key);
    if (known != null) {
      return known;
    }
    DeferredElement standIn = new DeferredElement();
    planned.put(key, standIn);
    ElementCodec codec = newCodec(type, held);
    standIn.is(codec);
    planned.put(key, codec);
    return codec;
  }

  private static @Nullable QName nameOf(TypeUse type) {
    return type instanceof TypeUse.Named named ? named.name() : ((TypeDefinition) type).name();
  }

  private ElementCodec newCodec(TypeUse type, T held) {
    if (!(contract.definition(type) instanceof ComplexType complex)) {
      return new SimpleElement(nameOf(type), end.lexical(type, held));
    }
    if (!(complex.content() instanceof ComplexType.Elements content)
        || content.base() != null
        || content.mixed()
        || complex.isAbstract()
        || content.group().compositor() != Term.Compositor.SEQUENCE) {
      throw unplannable(complex.origin() + ": only sequences of elements");
    }
    End.Structure<T> structure = end.structure(complex, held);
    List<AttributeSlot> attributes = new ArrayList<>();
    for (AttributeUse attribute : complex.attributes()) {
      attributes.add(attribute(attribute, structure));
    }
    List<ElementSlot> elements = new ArrayList<>();
    for (Particle particle : content.group().particles()) {
      elements.add(element(particle, structure, complex));
    }
    AttributeSlot[] attributeSlots = attributes.toArray(new AttributeSlot[0]);
    ElementSlot[] elementSlots = elements.toArray(new ElementSlot[0]);
    Composite composite = structure.composite();
    return new ComplexElement(
        new ComplexReader(complex.name(), attributeSlots, elementSlots, composite),
        new ComplexWriter(attributeSlots, elementSlots, composite, end.isLenient()));
  }

  private static IllegalArgumentException unplannable(String what) {
    return new IllegalArgumentException(what + " can be read and written");
  }

  private AttributeSlot attribute(AttributeUse use, End.Structure<T> structure) {
    int index = indexOf(use.name(), true, structure);
    End.Position<T> position = end.position(structure.members().get(index).held(), false);
    Lexical<Object> lexical = end.lexical(use.type(), position.item());
    return new AttributeSlot(
        use.name().getNamespaceURI(),
        use.name().getLocalPart(),
        Tag.encode(" " + prefixes.tag(use.name()) + "=\""),
        lexical,
        use.required(),
        position.holder(),
        index);
  }

  private ElementSlot element(Particle particle, End.Structure<T> structure, ComplexType owner) {
    if (!(particle.term() instanceof ElementDeclaration element)) {
      throw unplannable(owner.origin() + ": only elements in place");
    }
    int index = indexOf(element.name(), false, structure);
    End.Position<T> position =
        end.position(structure.members().get(index).held(), particle.repeats());
    return new ElementSlot(
        element.name().getNamespaceURI(),
        element.name().getLocalPart(),
        Tag.of(prefixes.tag(element.name())),
        particle.min(),
        particle.max(),
        element.nillable(),
        codec(element.type(), position.item()),
        position.holder(),
        index);
  }

  private int indexOf(QName name, boolean isAttribute, End.Structure<T> structure) {
    for (int i = 0; i < structure.members().size(); i++) {
      End.Member<T> member = structure.members().get(i);
      if (member.wireName().equals(name) && member.isAttribute() == isAttribute) {
        return i;
      }
    }
    throw new IllegalArgumentException("nothing holds " + name);
  }
}
