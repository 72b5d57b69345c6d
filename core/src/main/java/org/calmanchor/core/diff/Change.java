package org.calmanchor.core.diff;

/**
 * A change from one contract to another.
 *
 * @param path where it is: an operation and its message, or a type, and the member in it
 * @param what what has changed, in a few words
 * @param was what it was; empty if it was not there
 * @param is what it is; empty if it is not there any more
 * @param breaksSenders whether consumers may send what is refused now
 * @param breaksReceivers whether consumers may receive what they do not expect
 * @param reason why it breaks them, or why it does not, as a sentence
 * @param place where it is declared: a Java member, or document:line:column; may be empty
 */
public record Change(
    String path,
    String what,
    String was,
    String is,
    boolean breaksSenders,
    boolean breaksReceivers,
    String reason,
    String place) {
  /** Whether it breaks any consumer. */
  public boolean breaks() {
    return breaksSenders || breaksReceivers;
  }
}
