package org.calmanchor.core.codec;

import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Reads and writes the elements of one type. Planned once, safe for any number of threads. */
interface ElementCodec {
  /** The attribute that marks a nil element, up to its value. */
  byte[] NIL_MARK = Tag.encode(" xsi:nil=\"");

  /**
   * Reads the value of the current element and moves {@code in} to the element's end.
   *
   * @throws InvalidMessageException when it is not what the contract says
   */
  Object read(XmlIn in);

  /**
   * Reads the attributes of a nil element: xsi:nil removes the content, but not the attributes (XML
   * Schema 1.0 part 1, section 3.3.4).
   *
   * @throws InvalidMessageException when they are not what the contract says
   */
  Holder.Nil readNil(XmlIn in);

  /** Writes a nil element. */
  default void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    out.open(tag);
    out.attribute(NIL_MARK, "true");
    out.empty();
  }

  /**
   * Writes {@code value} as the element {@code tag}.
   *
   * @throws EncodeException when the contract has no form for it
   */
  void write(XmlOut out, Tag tag, @Nullable Object value);
}
