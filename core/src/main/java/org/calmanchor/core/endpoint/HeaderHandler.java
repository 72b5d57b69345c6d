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

  /**
   * The elements on which the answer to a message may depend. Answers that are given again ({@link
   * org.calmanchor.annotations.Operation#freshFor}) are given to messages only in which they are
   * equal, and to the same caller in the same roles. By default these are all blocks; a handler
   * leaves out what is different in each message, such as a number or a time.
   *
   * @param blocks as {@link #handle} got them
   * @return blocks, or elements within them; empty for none
   */
  default List<Element> answerKey(List<Element> blocks) {
    return blocks;
  }
}
