package org.calmanchor.core.codec;

import javax.xml.namespace.QName;

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
   * The value of the element at which {@code in} stands; moves to its end.
   *
   * @throws InvalidMessageException when it is not what the contract says
   */
  public Object read(XmlIn in) {
    try {
      return codec.read(in);
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
