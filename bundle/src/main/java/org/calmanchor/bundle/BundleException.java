package org.calmanchor.bundle;

import org.jspecify.annotations.Nullable;

/** A bundle cannot be made. The message says why, and what to do. */
public final class BundleException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  BundleException(String message) {
    this(message, null);
  }

  BundleException(String message, @Nullable Throwable cause) {
    super(message, cause);
  }
}
