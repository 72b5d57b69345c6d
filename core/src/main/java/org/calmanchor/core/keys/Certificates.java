package org.calmanchor.core.keys;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.List;

/** Certificates of authorities. */
public final class Certificates {
  private Certificates() {}

  /**
   * The certificates in a file, at least one.
   *
   * @param file in PEM (RFC 7468) or DER form
   * @throws KeysException when the file cannot be read, or has none
   */
  public static List<X509Certificate> at(Path file) {
    try (InputStream in = Files.newInputStream(file)) {
      Collection<? extends Certificate> all =
          CertificateFactory.getInstance("X.509").generateCertificates(in);
      if (all.isEmpty()) {
        throw new KeysException(file + " has no certificate.");
      }
      return all.stream().map(X509Certificate.class::cast).toList();
    } catch (IOException unreadable) {
      throw new KeysException(file + " cannot be read.", unreadable);
    } catch (CertificateException noCertificate) {
      throw new KeysException(file + " has no certificate in PEM or DER form.", noCertificate);
    }
  }

  /** A store with certificates that are trusted, as the JDK's TLS takes it. */
  public static KeyStore store(List<X509Certificate> trusted) {
    try {
      KeyStore store = KeyStore.getInstance("PKCS12");
      store.load(null, null);
      for (X509Certificate each : trusted) {
        store.setCertificateEntry("trusted-" + store.size(), each);
      }
      return store;
    } catch (GeneralSecurityException | IOException unexpected) {
      throw new KeysException("A certificate cannot be used here.", unexpected);
    }
  }
}
