package org.calmanchor.core.document;

import java.time.Duration;

/**
 * What a document and all that it imports may need.
 *
 * @param documents the greatest number of documents, inclusive
 * @param bytes the greatest number of bytes of all documents together, inclusive
 * @param components the greatest number of XML elements of all documents together, inclusive
 * @param time the longest time for reading them
 */
public record DocumentLimits(int documents, long bytes, int components, Duration time) {
  /** 1,000 documents, 64 MiB, a million elements, 60 seconds. */
  public static final DocumentLimits DEFAULT =
      new DocumentLimits(1_000, 64L << 20, 1_000_000, Duration.ofSeconds(60));

  /** Refuses limits that let nothing through. */
  public DocumentLimits {
    if (documents < 1 || bytes < 1 || components < 1 || time.isNegative() || time.isZero()) {
      throw new IllegalArgumentException("each limit must be at least 1");
    }
  }
}
