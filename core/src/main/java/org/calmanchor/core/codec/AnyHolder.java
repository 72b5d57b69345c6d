package org.calmanchor.core.codec;

import org.calmanchor.core.xml.EncodeException;
import org.w3c.dom.Element;

/** Converts between an element of any name and the value that is held for it. */
public interface AnyHolder {
  /** The value that represents {@code element}. */
  Object hold(Element element);

  /**
   * The element that {@code held} represents.
   *
   * @throws EncodeException when there is none
   */
  Element element(Object held);
}
