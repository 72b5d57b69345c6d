package org.calmanchor.web.page;

import java.util.Set;
import org.calmanchor.core.access.CallerSources;

/**
 * The state of a service: listed or not, and which operations are off.
 *
 * @param isListed whether the index shows it
 * @param switchedOff the names of the operations that are not to be called
 * @param callers by what callers are known
 */
public record ServiceState(boolean isListed, Set<String> switchedOff, CallerSources callers) {
  /** The state of a service that everybody may see and call. */
  public static final ServiceState OPEN = new ServiceState(true, Set.of(), CallerSources.NONE);
}
