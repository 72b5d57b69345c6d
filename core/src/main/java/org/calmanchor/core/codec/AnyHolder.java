package org.calmanchor.core.codec;

import org.calmanchor.core.xml.EncodeException;
import org.w3c.dom.Element;

/** How one end holds an element of any name. */
public interface AnyHolder {
  /** What is held for an element. */
  Object hold(Element element);

  /**
   * The element that is held.
   *
   * @throws EncodeException when there is none
   */
  Element element(Object held);
}
