package org.calmanchor.core.codec;

import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.LazyItems;
import org.calmanchor.core.xml.MessageResources;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Reads and writes one global element. Safe for any number of threads. */
public final class MessageCodec {
  private final QName name;
  private final Tag tag;
  private final ElementCodec codec;
  private final @Nullable Holder nillable;
  private final @Nullable Composite around;

  /**
   * Creates a codec.
   *
   * @param nillable how a nil element is held; null if the element cannot be nil
   */
  MessageCodec(QName name, Tag tag, ElementCodec codec, @Nullable Holder nillable) {
    this(name, tag, codec, nillable, null);
  }

  private MessageCodec(
      QName name,
      Tag tag,
      ElementCodec codec,
      @Nullable Holder nillable,
      @Nullable Composite around) {
    this.name = name;
    this.tag = tag;
    this.codec = codec;
    this.nillable = nillable;
    this.around = around;
  }

  /**
   * The same element, represented by {@code composite}, whose only member is the element's value.
   */
  public MessageCodec within(Composite composite) {
    return new MessageCodec(name, tag, codec, nillable, composite);
  }

  /** The element's name. */
  public QName name() {
    return name;
  }

  /**
   * Whether its value has members, always the same; false for simple values, for elements around
   * any element, and for those whose type is one of several.
   */
  public boolean isStructure() {
    return !(codec instanceof SimpleElement
        || codec instanceof QualifiedNameElement
        || codec instanceof BinaryElement
        || codec instanceof PolymorphicElement
        || codec instanceof AnyElement);
  }

  /**
   * Reads the value of the current element. Afterwards {@code in} is at its end, or before the
   * items that are {@linkplain MessageResources#later left for later}.
   *
   * @throws InvalidMessageException when it is not what the contract says
   */
  public Object read(XmlIn in) {
    try {
      Object value = in.attributes().isNil() ? nil(in) : codec.read(in);
      LazyItems later = in.resources().later();
      if (later != null) {
        later.within(name.getLocalPart());
      }
      return around == null
          ? Objects.requireNonNull(value)
          : around.assemble(new @Nullable Object[] {value});
    } catch (InvalidMessageException invalid) {
      throw invalid.within(name.getLocalPart());
    }
  }

  private @Nullable Object nil(XmlIn in) {
    if (nillable == null) {
      throw in.problem(InputProblem.Code.NIL, "a value", "");
    }
    Holder.Nil nil = codec.readNil(in);
    in.requireEmpty("nothing in a nil element");
    return nillable.nil(nil);
  }

  /**
   * Writes {@code value} as the element.
   *
   * @throws EncodeException when the contract has no form for it
   */
  public void write(XmlOut out, Object value) {
    try {
      write(out, around == null ? value : around.member(value, 0), nillable);
    } catch (EncodeException failed) {
      throw failed.within(name.getLocalPart());
    }
  }

  private void write(XmlOut out, @Nullable Object held, @Nullable Holder holder) {
    Object value = holder == null ? held : holder.value(held);
    if (value instanceof Holder.Nil nil) {
      codec.writeNil(out, tag, nil);
    } else if (value == null && holder != null) {
      codec.writeNil(out, tag, Holder.NIL);
    } else {
      codec.write(out, tag, value);
    }
  }
}
