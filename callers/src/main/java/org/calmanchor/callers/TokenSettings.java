package org.calmanchor.callers;

import java.nio.file.Path;

/**
 * Which JSON Web Tokens (RFC 7519) count, and what they say of a caller. Immutable.
 *
 * @param keys the file with the keys of those who issue tokens: a JWK set (RFC 7517), or public
 *     keys and certificates in PEM form
 * @param issuer what the claim {@code iss} must be
 * @param audience what the claim {@code aud} must contain
 * @param name the claim with the caller's name
 * @param roles the claim with its roles: a list, or words in one text
 */
public record TokenSettings(Path keys, String issuer, String audience, String name, String roles) {
  /** The claim with the name, unless another is named. */
  public static final String NAME = "sub";

  /** The claim with the roles, unless another is named. */
  public static final String ROLES = "roles";

  /** Settings with the usual claims for the name and the roles. */
  public static TokenSettings of(Path keys, String issuer, String audience) {
    return new TokenSettings(keys, issuer, audience, NAME, ROLES);
  }

  /** These settings with other claims for the name and the roles. */
  public TokenSettings claims(String name, String roles) {
    return new TokenSettings(keys, issuer, audience, name, roles);
  }
}
