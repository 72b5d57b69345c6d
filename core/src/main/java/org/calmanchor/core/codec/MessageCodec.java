package org.calmanchor.core.codec;

import javax.xml.namespace.QName;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.LazyItems;
import org.calmanchor.core.xml.MessageResources;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;

/** Reads and writes one global element. Safe for any number of threads. */
public final class MessageCodec {
  private final QName name;
  private final Tag tag;
  private final ElementCodec codec;

  MessageCodec(QName name, Tag tag, ElementCodec codec) {
    this.name = name;
    this.tag = tag;
    this.codec = codec;
  }

  /** The element's name. */
  public QName name() {
    return name;
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
        throw in.problem(InputProblem.Code.NIL, "a value", "");
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

  /**
   * Writes {@code value} as the element.
   *
   * @throws EncodeException when the contract has no form for it
   */
  public void write(XmlOut out, Object value) {
    try {
      codec.write(out, tag, value);
    } catch (EncodeException failed) {
      throw failed.within(name.getLocalPart());
    }
  }
}
