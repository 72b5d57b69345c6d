package org.calmanchor.core.endpoint;

import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.w3c.dom.Element;

/**
 * Handles header blocks that are not parameters, for all operations of an endpoint. Handlers are
 * called in the order in which they were added, before the operation is known. Used by many
 * threads.
 */
public interface HeaderHandler {
  /** The names of the blocks that this handler processes. */
  Set<QName> blocks();

  /**
   * Processes the blocks of one message that are addressed to this node. It is called for every
   * message, even if it carries none of them.
   *
   * @param blocks in the order of the message, duplicates among them; empty for none
   * @throws RuntimeException a {@linkplain CallContext#refusal refusal}, to refuse the message;
   *     anything else is an incident
   */
  void handle(List<Element> blocks, CallContext call);
}
