package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.UsernameTokenSettings;

/**
 * How the test page can send credentials.
 *
 * @param value what the page's script calls it
 * @param title for people
 */
public record CredentialsWay(String value, String title) {
  private static final CredentialsWay BASIC = new CredentialsWay("basic", "HTTP Basic");
  private static final CredentialsWay BEARER = new CredentialsWay("bearer", "bearer token");
  private static final CredentialsWay TEXT =
      new CredentialsWay("text", "username token in the message");
  private static final CredentialsWay DIGEST =
      new CredentialsWay("digest", "username token with a digest");
  private static final List<CredentialsWay> ALL = List.of(BASIC, BEARER, TEXT, DIGEST);

  /** Those that a host takes; all if it does not say, because others may look at them. */
  static List<CredentialsWay> of(CallerSources callers) {
    List<CredentialsWay> ways = new ArrayList<>();
    if (callers.passwords() != null) {
      ways.add(BASIC);
    }
    if (callers.tokens() != null) {
      ways.add(BEARER);
    }
    UsernameTokenSettings tokens = callers.usernameTokens();
    if (tokens != null && tokens.takesText()) {
      ways.add(TEXT);
    }
    if (tokens != null && tokens.digests() != null) {
      ways.add(DIGEST);
    }
    return ways.isEmpty() ? ALL : List.copyOf(ways);
  }
}
