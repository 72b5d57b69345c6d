package org.calmanchor.web.handbook;

import java.util.List;

/**
 * All about one operation.
 *
 * @param name its name
 * @param doc its documentation; may be empty
 * @param action the action of its request; may be empty
 * @param isOneWay whether there is no response
 * @param messages its messages, header blocks and faults
 * @param exchanges a sample call for each version of SOAP
 * @param picture its messages and types, as SVG
 */
public record OperationChapter(
    String name,
    String doc,
    String action,
    boolean isOneWay,
    List<MessageTable> messages,
    List<SampleExchange> exchanges,
    String picture) {
  /** Copies the lists. */
  public OperationChapter {
    messages = List.copyOf(messages);
    exchanges = List.copyOf(exchanges);
  }
}
