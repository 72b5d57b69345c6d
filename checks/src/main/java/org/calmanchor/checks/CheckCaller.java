package org.calmanchor.checks;

import java.util.function.UnaryOperator;
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
   * The password or token.
   *
   * @param environment the value of a variable of the environment, or null if it is not set
   * @throws IllegalArgumentException when it is not set
   */
  public String secret(UnaryOperator<@Nullable String> environment) {
    return References.variable(variable, environment);
  }
}
