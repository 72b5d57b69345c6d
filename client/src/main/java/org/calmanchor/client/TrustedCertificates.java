package org.calmanchor.client;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.util.Collection;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;

/** Certificates of a private authority, for services that have none of a public one. */
public final class TrustedCertificates {
  private TrustedCertificates() {}

  /**
   * The TLS settings that trust exactly the certificates of a file, for {@link
   * java.net.http.HttpClient.Builder#sslContext}.
   *
   * @param file certificates in PEM (RFC 7468) or DER form
   * @throws IOException when the file cannot be read, or has no certificate
   */
  public static SSLContext of(Path file) throws IOException {
    try {
      KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
      trusted.load(null, null);
      for (Certificate each : certificates(file)) {
        trusted.setCertificateEntry("trusted-" + trusted.size(), each);
      }
      TrustManagerFactory trust =
          TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
      trust.init(trusted);
      SSLContext context = SSLContext.getInstance("TLS");
      context.init(null, trust.getTrustManagers(), null);
      return context;
    } catch (GeneralSecurityException unusable) {
      throw new IOException(file + " has no certificate that can be used", unusable);
    }
  }

  private static Collection<? extends Certificate> certificates(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      Collection<? extends Certificate> all =
          CertificateFactory.getInstance("X.509").generateCertificates(in);
      if (all.isEmpty()) {
        throw new IOException(file + " has no certificate");
      }
      return all;
    } catch (CertificateException noCertificate) {
      throw new IOException(file + " has no certificate in PEM or DER form", noCertificate);
    }
  }
}
