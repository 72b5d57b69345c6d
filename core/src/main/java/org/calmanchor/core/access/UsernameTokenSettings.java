package org.calmanchor.core.access;

import org.jspecify.annotations.Nullable;

/**
 * Which username tokens a host takes (OASIS Web Services Security UsernameToken Profile 1.1).
 *
 * @param takesText whether passwords may be sent as text, over TLS or from this machine; {@link
 *     Callers} verifies them
 * @param digests knows the passwords for digests; null if none may be sent
 * @param memory remembers nonces; null for the memory of the host
 */
public record UsernameTokenSettings(
    boolean takesText, @Nullable PasswordSource digests, @Nullable ReplayMemory memory) {
  /** Checks that there is a way. */
  public UsernameTokenSettings {
    if (!takesText && digests == null) {
      throw new IllegalArgumentException("username tokens have a text or a digest");
    }
  }

  /** Passwords as text only. */
  public static UsernameTokenSettings text() {
    return new UsernameTokenSettings(true, null, null);
  }

  /** Digests of passwords that {@code source} knows. */
  public static UsernameTokenSettings digest(PasswordSource source) {
    return new UsernameTokenSettings(false, source, null);
  }

  /** Both: passwords as text, and digests of passwords that {@code source} knows. */
  public static UsernameTokenSettings textOrDigest(PasswordSource source) {
    return new UsernameTokenSettings(true, source, null);
  }

  /** The same with another memory of nonces. */
  public UsernameTokenSettings rememberedBy(ReplayMemory other) {
    return new UsernameTokenSettings(takesText, digests, other);
  }
}
