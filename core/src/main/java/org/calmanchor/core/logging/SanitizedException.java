package org.calmanchor.core.logging;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Replaces an exception in the log if its message contains control characters or line breaks. It
 * has the same stack.
 */
final class SanitizedException extends Exception {
  private static final long serialVersionUID = 1;

  private SanitizedException(Throwable original, @Nullable Throwable cause) {
    super(LogText.clean(original, LogText.MOST_OF_SENTENCE), cause, true, true);
    setStackTrace(original.getStackTrace());
  }

  /** Returns {@code failure} itself, unless its message or that of a cause has to be cleaned. */
  static Throwable of(Throwable failure) {
    return isClean(failure, identities()) ? failure : copy(failure, identities());
  }

  private static Set<Throwable> identities() {
    return Collections.newSetFromMap(new IdentityHashMap<>());
  }

  private static boolean isClean(@Nullable Throwable failure, Set<Throwable> seen) {
    if (failure == null || !seen.add(failure)) {
      return true;
    }
    boolean isClean = LogText.isClean(failure.toString()) && isClean(failure.getCause(), seen);
    for (Throwable suppressed : failure.getSuppressed()) {
      isClean &= isClean(suppressed, seen);
    }
    return isClean;
  }

  /** Copies each exception once, so that cycles of causes end. */
  private static Throwable copy(Throwable failure, Set<Throwable> copied) {
    copied.add(failure);
    Throwable cause = failure.getCause();
    SanitizedException cleaned =
        new SanitizedException(
            failure, cause == null || copied.contains(cause) ? null : copy(cause, copied));
    for (Throwable suppressed : failure.getSuppressed()) {
      if (!copied.contains(suppressed)) {
        cleaned.addSuppressed(copy(suppressed, copied));
      }
    }
    return cleaned;
  }
}
