package org.calmanchor.core.access;

import java.security.cert.X509Certificate;

/** What a caller sends to prove who it is. Its text never has a secret. */
public sealed interface Credentials {
  /** A text by which they are recognized; as secret as they are. */
  String secret();

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
   * A token.
   *
   * @param secret the form in which it was sent
   */
  record Token(String token, String secret) implements Credentials {
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
    public String claimedName() {
      return certificate.getSubjectX500Principal().getName();
    }

    @Override
    public String toString() {
      return "Certificate[" + claimedName() + "]";
    }
  }
}
