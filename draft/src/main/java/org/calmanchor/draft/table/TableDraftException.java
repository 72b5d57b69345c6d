package org.calmanchor.draft.table;

import java.io.Serial;

/** A table that cannot be drafted as asked; the message says why, and what to do. */
public final class TableDraftException extends RuntimeException {
  @Serial private static final long serialVersionUID = 1L;

  TableDraftException(String message) {
    super(message);
  }
}
