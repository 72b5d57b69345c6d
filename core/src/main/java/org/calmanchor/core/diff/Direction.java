package org.calmanchor.core.diff;

/** The way of a message, which decides whether more or less of it breaks consumers. */
enum Direction {
  /** Consumers send it. */
  REQUEST,
  /** Consumers receive it. */
  RESPONSE
}
