package org.calmanchor.core.endpoint;

import java.util.Set;
import javax.xml.namespace.QName;
import org.w3c.dom.Element;

/**
 * Understands header blocks that are no parameter of any operation, for all operations of an
 * endpoint. Used by many threads.
 */
public interface HeaderHandler {
  /** The names of the blocks that it understands. */
  Set<QName> understands();

  /**
   * Reads a block that is meant for this node; before the operation is known.
   *
   * @throws RuntimeException a {@linkplain CallContext#refusal refusal}, to refuse the message
   */
  void read(Element block, CallContext call);
}
