package org.calmanchor.junit;

import org.assertj.core.api.AbstractAssert;
import org.jspecify.annotations.Nullable;

/**
 * Asserts about an envelope. Paths are local names with slashes between them, from the child of the
 * Body on; items are counted from 1: {@code reserve/boat[2]/name}. An attribute is the last step,
 * {@code @id}.
 */
public final class EnvelopeAssert extends AbstractAssert<EnvelopeAssert, String> {
  private final @Nullable EnvelopeTree tree;

  EnvelopeAssert(@Nullable String envelope) {
    super(envelope, EnvelopeAssert.class);
    this.tree = envelope == null ? null : EnvelopeTree.of(envelope);
  }

  private EnvelopeTree tree() {
    isNotNull();
    if (tree == null) {
      throw failure("Expected an envelope, but found: %s", actual);
    }
    return tree;
  }

  /** Passes if the Body has an element or attribute there. */
  public EnvelopeAssert hasElement(String path) {
    if (tree().body(path) == null) {
      failWithMessage("Expected %s in the body of%n%s", path, actual);
    }
    return this;
  }

  /** Passes if the Body has nothing there. */
  public EnvelopeAssert hasNoElement(String path) {
    if (tree().body(path) != null) {
      failWithMessage("Expected no %s in the body of%n%s", path, actual);
    }
    return this;
  }

  /** Passes if the text of an element or attribute of the Body is as expected. */
  public EnvelopeAssert hasText(String path, String text) {
    String found = tree().body(path);
    if (found == null) {
      failWithMessage("Expected %s to be \"%s\", but there is none in%n%s", path, text, actual);
    } else if (!found.equals(text)) {
      failWithActualExpectedAndMessage(
          found, text, "Expected %s to be \"%s\", but it is \"%s\"", path, text, found);
    }
    return this;
  }

  /** Passes if the body is a fault. */
  public EnvelopeAssert isFault() {
    return hasElement("Fault");
  }

  /**
   * Passes if there is a header block whose text is as expected.
   *
   * @param path its local name, and those of elements in it
   */
  public EnvelopeAssert hasHeaderText(String path, String text) {
    String found = tree().header(path);
    if (!text.equals(found)) {
      failWithMessage(
          "Expected the header block %s to be \"%s\", but found %s in%n%s",
          path, text, found == null ? "none" : "\"" + found + "\"", actual);
    }
    return this;
  }
}
