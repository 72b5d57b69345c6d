package org.calmanchor.core.document;

/**
 * A part of a document that was passed over, although the rest was read.
 *
 * @param place the document's name, line and column
 * @param sentence what was passed over, and why
 */
public record Notice(String place, String sentence) {
  @Override
  public String toString() {
    return place + ": " + sentence;
  }
}
