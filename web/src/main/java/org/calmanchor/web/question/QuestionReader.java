package org.calmanchor.web.question;

import com.fasterxml.jackson.core.JsonFactoryBuilder;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.exc.StreamConstraintsException;
import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.util.Map;

/** Parses the page's requests: JSON within limits. Safe for any number of threads. */
final class QuestionReader {
  /** The most bytes of a question. */
  static final int MOST_BYTES = 16 << 20;

  /** Messages do not nest deeper either. */
  private static final int MOST_DEPTH = 100;

  private static final JSON READER =
      JSON.builder(
              new JsonFactoryBuilder()
                  .streamReadConstraints(
                      StreamReadConstraints.builder()
                          .maxNestingDepth(MOST_DEPTH)
                          .maxNameLength(1_000)
                          .maxNumberLength(1_000)
                          .maxStringLength(MOST_BYTES)
                          .build())
                  .build())
          .build();

  private QuestionReader() {}

  /**
   * Parses a question.
   *
   * @throws IllegalArgumentException when they are none, or beyond a limit
   */
  static Question read(byte[] body) {
    try {
      Map<String, Object> parts = READER.mapFrom(body);
      if (parts != null) {
        return new Question(parts);
      }
    } catch (StreamConstraintsException beyond) {
      throw new IllegalArgumentException(
          "That nests deeper than " + MOST_DEPTH + " levels, or has a name or number too long.",
          beyond);
    } catch (IOException notJson) {
      // All bytes are in memory, so any exception means invalid JSON, also one about its encoding.
      throw new IllegalArgumentException("That is not the JSON that the page sends.", notJson);
    }
    throw new IllegalArgumentException("That is not the JSON that the page sends.");
  }
}
