package org.calmanchor.core.wsdl;

import java.util.Set;
import org.calmanchor.core.access.CallerSources;

/**
 * What a host asks of callers, which its WSDL documents say (WS-Policy 1.5 Attachment, section 4).
 * Immutable.
 *
 * @param sources by what callers are known
 * @param isTls whether the service is called over TLS
 * @param needing the names of the operations that need a caller
 */
public record CallerPolicy(CallerSources sources, boolean isTls, Set<String> needing) {
  /** Nothing is asked. */
  public static final CallerPolicy NONE = new CallerPolicy(CallerSources.NONE, false, Set.of());

  /** Copies the set. */
  public CallerPolicy {
    needing = Set.copyOf(needing);
  }

  /** Whether there is something to say. */
  boolean isAny() {
    return sources.isAny() && !needing.isEmpty();
  }

  /** Whether the transport has something to say: a policy cannot ask for more than TLS does. */
  boolean hasTransport() {
    return isAny() && isTls;
  }

  /** Whether an operation has something to say of its own. */
  boolean hasToken(String operation) {
    return sources.usernameTokens() != null && sources.isAny() && needing.contains(operation);
  }

  /** Whether callers need no username token, because there are other ways. */
  boolean isTokenOptional() {
    return sources.passwords() != null
        || sources.tokens() != null
        || sources.certificates() != null;
  }
}
