package org.calmanchor.checks;

import java.util.function.UnaryOperator;
import org.calmanchor.core.access.ClientCredentials;
import org.jspecify.annotations.Nullable;

/**
 * As whom a check calls. A secret is never in the file: it names the environment variable that has
 * it.
 *
 * @param way how the credentials are sent
 * @param name the caller's name; empty for a token and for nobody
 * @param variable the environment variable with the password or token; empty for nobody
 */
public record CheckCaller(Way way, String name, String variable) {
  /** How credentials are sent. */
  public enum Way {
    /** Not at all, even if the run has credentials for the other checks. */
    NONE,
    /** A name and a password by HTTP Basic. */
    BASIC,
    /** A bearer token. */
    TOKEN,
    /** A WS-Security username token that contains the password. */
    USERNAME_TOKEN_TEXT,
    /** A WS-Security username token with a digest of the password. */
    USERNAME_TOKEN_DIGEST
  }

  /** Without credentials. */
  public static final CheckCaller NOBODY = new CheckCaller(Way.NONE, "", "");

  /**
   * The credentials with the password or token.
   *
   * @param environment the value of a variable of the environment, or null if it is not set
   * @throws IllegalArgumentException when it is not set, or its value cannot be sent
   */
  public ClientCredentials credentials(UnaryOperator<@Nullable String> environment) {
    if (way == Way.NONE) {
      return ClientCredentials.none();
    }
    String secret = References.variable(variable, environment);
    return switch (way) {
      case NONE -> ClientCredentials.none();
      case BASIC -> ClientCredentials.basic(name, secret);
      case TOKEN -> ClientCredentials.token(secret);
      case USERNAME_TOKEN_TEXT -> ClientCredentials.usernameTokenText(name, secret);
      case USERNAME_TOKEN_DIGEST -> ClientCredentials.usernameTokenDigest(name, secret);
    };
  }
}
