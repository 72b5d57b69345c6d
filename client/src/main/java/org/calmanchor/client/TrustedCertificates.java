package org.calmanchor.client;

import java.io.IOException;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import javax.net.ssl.KeyManager;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.core.keys.KeysException;
import org.jspecify.annotations.Nullable;

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
    return of(file, null);
  }

  /**
   * The same for a client that has a certificate itself.
   *
   * @param file the certificates to trust; null for the usual ones
   * @param keys the client's key and certificate; null for none
   * @throws IOException when the file cannot be read, or has no certificate
   */
  public static SSLContext of(@Nullable Path file, @Nullable Keys keys) throws IOException {
    try {
      TrustManagerFactory trust =
          TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
      trust.init(file == null ? null : Certificates.store(Certificates.at(file)));
      SSLContext context = SSLContext.getInstance("TLS");
      context.init(keys == null ? null : managers(keys), trust.getTrustManagers(), null);
      return context;
    } catch (KeysException noCertificate) {
      throw new IOException(noCertificate.sentence(), noCertificate);
    } catch (GeneralSecurityException unusable) {
      throw new IOException("The certificates cannot be used.", unusable);
    }
  }

  private static KeyManager[] managers(Keys keys) throws GeneralSecurityException {
    // It protects a store that is in memory only.
    char[] password = "in-memory".toCharArray();
    KeyManagerFactory factory =
        KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    factory.init(keys.store(password), password);
    return factory.getKeyManagers();
  }
}
