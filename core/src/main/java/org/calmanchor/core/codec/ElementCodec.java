package org.calmanchor.core.codec;

import org.jspecify.annotations.Nullable;

/** Reads and writes the elements of one type. Planned once, safe for any number of threads. */
interface ElementCodec {
  /**
   * The value of the element at which {@code in} stands; moves to its end.
   *
   * @throws InvalidMessageException when it is not what the contract says
   */
  Object read(XmlIn in);

  /**
   * Writes {@code value} as the element {@code tag}.
   *
   * @throws EncodeException when the contract has no form for it
   */
  void write(XmlOut out, Tag tag, @Nullable Object value);
}
