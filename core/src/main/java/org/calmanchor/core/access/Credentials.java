package org.calmanchor.core.access;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.function.Function;

/** What a caller sends to prove who it is. Its text never has a secret. */
public sealed interface Credentials {
  /** A text by which they are recognized; as secret as they are. */
  String secret();

  /** Whether they can be used again, so that it is worth remembering that they were right. */
  default boolean isReusable() {
    return true;
  }

  /** Whether somebody could guess them, so that wrong ones make their name slow. */
  default boolean isGuessable() {
    return true;
  }

  /** Who they say it is, for the log; empty if they do not say. */
  String claimedName();

  /**
   * A name and a password.
   *
   * @param secret the form in which they were sent
   */
  record Password(String name, String password, String secret) implements Credentials {
    @Override
    public String claimedName() {
      return name;
    }

    @Override
    public String toString() {
      return "Password[of " + name + "]";
    }
  }

  /**
   * A name with the digest of a password, which counts once.
   *
   * @param digest makes the digest of a password
   * @param sent the digest that was sent, in base64
   */
  record Digest(String name, Function<String, byte[]> digest, String sent) implements Credentials {
    /** Whether this is the digest of a password. */
    boolean isOf(String password) {
      byte[] right = Base64.getEncoder().encode(digest.apply(password));
      return MessageDigest.isEqual(right, sent.strip().getBytes(StandardCharsets.UTF_8));
    }

    @Override
    public String secret() {
      return "Digest\n" + name + ":" + sent;
    }

    @Override
    public boolean isReusable() {
      return false;
    }

    @Override
    public String claimedName() {
      return name;
    }

    @Override
    public String toString() {
      return "Digest[of " + name + "]";
    }
  }

  /**
   * A token.
   *
   * @param secret the form in which it was sent
   */
  record Token(String token, String secret) implements Credentials {
    @Override
    public boolean isGuessable() {
      return false;
    }

    @Override
    public String claimedName() {
      return "";
    }

    @Override
    public String toString() {
      return "Token[]";
    }
  }

  /**
   * A certificate, whose key the caller has proved to own.
   *
   * @param secret its digest
   */
  record Certificate(X509Certificate certificate, String secret) implements Credentials {
    @Override
    public boolean isGuessable() {
      return false;
    }

    @Override
    public String claimedName() {
      return certificate.getSubjectX500Principal().getName();
    }

    @Override
    public String toString() {
      return "Certificate[" + claimedName() + "]";
    }
  }
}
