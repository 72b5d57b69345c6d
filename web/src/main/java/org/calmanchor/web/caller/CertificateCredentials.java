package org.calmanchor.web.caller;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.cert.CertificateEncodingException;
import java.security.cert.X509Certificate;
import java.util.HexFormat;
import org.calmanchor.core.access.Credentials;

/** Client certificates as credentials. */
final class CertificateCredentials {
  private CertificateCredentials() {}

  static Credentials of(X509Certificate certificate) {
    try {
      byte[] digest = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
      return new Credentials.Certificate(
          certificate, "Certificate\n" + HexFormat.of().formatHex(digest));
    } catch (NoSuchAlgorithmException | CertificateEncodingException impossible) {
      throw new IllegalStateException("a certificate of a connection has bytes", impossible);
    }
  }
}
