package org.calmanchor.core.access;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What a client sends to say who calls. Anybody on the way can read a password or a token, unless
 * the address is an https one or the password is sent as a digest. Its text never has a secret.
 */
public sealed interface ClientCredentials {
  /** No credentials. */
  static ClientCredentials none() {
    return new None();
  }

  /**
   * A name and a password by HTTP Basic (RFC 7617), in UTF-8.
   *
   * @throws IllegalArgumentException when the name cannot be one
   */
  static ClientCredentials basic(String name, String password) {
    return new Basic(name, password);
  }

  /**
   * A bearer token (RFC 6750).
   *
   * @throws IllegalArgumentException when it has characters that a token cannot have
   */
  static ClientCredentials token(String token) {
    return new Token(token);
  }

  /**
   * A username token with the password as text (WS-Security UsernameToken Profile 1.1), in each
   * message.
   *
   * @throws IllegalArgumentException when the name cannot be one
   */
  static ClientCredentials usernameTokenText(String name, String password) {
    return new UsernameToken(name, password, false);
  }

  /**
   * A username token with a digest of the password, a new nonce and the time, in each message.
   *
   * @throws IllegalArgumentException when the name cannot be one
   */
  static ClientCredentials usernameTokenDigest(String name, String password) {
    return new UsernameToken(name, password, true);
  }

  /** The value of the HTTP header {@code Authorization}; empty if there is none. */
  default Optional<String> authorization() {
    return Optional.empty();
  }

  /** Nobody. */
  record None() implements ClientCredentials {}

  /** HTTP Basic. */
  record Basic(String name, String password) implements ClientCredentials {
    /** Checks the name. */
    public Basic {
      requireName(name);
    }

    @Override
    public Optional<String> authorization() {
      byte[] both = (name + ":" + password).getBytes(StandardCharsets.UTF_8);
      return Optional.of("Basic " + Base64.getEncoder().encodeToString(both));
    }

    @Override
    public String toString() {
      return "Basic[of " + name + "]";
    }
  }

  /** A bearer token. */
  record Token(String token) implements ClientCredentials {
    private static final Pattern TOKEN = Pattern.compile("[A-Za-z0-9._~+/-]+=*");

    /** Checks the characters. */
    public Token {
      if (!TOKEN.matcher(token).matches()) {
        throw new IllegalArgumentException(
            "a bearer token has letters, digits and - . _ ~ + / only, and = at its end");
      }
    }

    @Override
    public Optional<String> authorization() {
      return Optional.of("Bearer " + token);
    }

    @Override
    public String toString() {
      return "Token[]";
    }
  }

  /**
   * A username token, which is part of the message.
   *
   * @param isDigest whether a digest of the password is sent instead of the password
   */
  record UsernameToken(String name, String password, boolean isDigest)
      implements ClientCredentials {
    /** Checks the name. */
    public UsernameToken {
      requireName(name);
    }

    @Override
    public String toString() {
      return "UsernameToken[of " + name + "]";
    }
  }

  private static void requireName(String name) {
    if (!Caller.isName(name)) {
      throw new IllegalArgumentException(
          "a caller's name is not empty, and has no colon and no control characters");
    }
  }
}
