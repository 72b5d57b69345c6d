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

  /**
   * Creates a codec.
   *
   * @param nillable how a nil element is held; null if the element cannot be nil
   */
  MessageCodec(QName name, Tag tag, ElementCodec codec, @Nullable Holder nillable) {
    this.name = name;
    this.tag = tag;
    this.codec = codec;
    this.nillable = nillable;
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
      if (in.attributes().isNil()) {
        return nil(in);
      }
      Object value = codec.read(in);
      LazyItems later = in.resources().later();
      if (later != null) {
        later.within(name.getLocalPart());
      }
      return value;
    } catch (InvalidMessageException invalid) {
      throw invalid.within(name.getLocalPart());
    }
  }

  private Object nil(XmlIn in) {
    if (nillable == null) {
      throw in.problem(InputProblem.Code.NIL, "a value", "");
    }
    Holder.Nil nil = codec.readNil(in);
    in.requireEmpty("nothing in a nil element");
    return Objects.requireNonNull(nillable.nil(nil));
  }

  /**
   * Writes {@code value} as the element.
   *
   * @throws EncodeException when the contract has no form for it
   */
  public void write(XmlOut out, Object value) {
    try {
      if (nillable != null && nillable.value(value) instanceof Holder.Nil nil) {
        codec.writeNil(out, tag, nil);
        return;
      }
      codec.write(out, tag, value);
    } catch (EncodeException failed) {
      throw failed.within(name.getLocalPart());
    }
  }
}
