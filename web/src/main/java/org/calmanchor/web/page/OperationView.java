package org.calmanchor.web.page;

import java.util.List;

/**
 * An operation on the page.
 *
 * @param name its name on the wire
 * @param origin the Java method behind it
 * @param isRenamed whether that has another name
 * @param doc what it does; may be empty
 * @param headerBlocks the header blocks that a request must carry
 * @param fields the request's members
 * @param result what it answers with
 * @param faults the names of its declared faults
 */
public record OperationView(
    String name,
    String origin,
    boolean isRenamed,
    String doc,
    List<FieldView> headerBlocks,
    List<FieldView> fields,
    String result,
    List<String> faults) {

  /** The possible outcomes of a call, as a sentence. */
  public String outcome() {
    String returned = "Returns " + result + ".";
    return faults.isEmpty()
        ? returned
        : returned + " Declared faults: " + String.join(", ", faults) + ".";
  }
}
