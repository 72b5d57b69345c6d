package org.calmanchor.core.lifecycle;

import org.jspecify.annotations.Nullable;

/**
 * Something that can say that it is not ready to serve calls for now, such as a service whose
 * database is away. Calls are served nevertheless; it is for those who decide where calls go. Asked
 * at most once a second, by any thread.
 */
@FunctionalInterface
public interface Readiness {
  /** Why it is not ready, in a few words for the operator; null if it is ready. */
  @Nullable String reasonNotReady();
}
