package org.calmanchor.web.page;

import java.util.Set;

/**
 * The state of a service: listed or not, and which operations are off.
 *
 * @param isListed whether the index shows it
 * @param switchedOff the names of the operations that are not to be called
 * @param knowsCallers whether callers can say who they are
 */
public record ServiceState(boolean isListed, Set<String> switchedOff, boolean knowsCallers) {
  /** The state of a service that everybody may see and call. */
  public static final ServiceState OPEN = new ServiceState(true, Set.of(), false);
}
