package org.calmanchor.web.proxy;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.ByteArrayInputStream;
import java.security.GeneralSecurityException;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/**
 * Reads the client certificate that a proxy with TLS passes on (RFC 9440), and checks it as TLS
 * does (RFC 5280, section 6): a path leads to an authority, it is for clients, and valid now. Safe
 * for any number of threads.
 */
final class ClientCertHeaders {
  private static final String CERTIFICATE = "Client-Cert";
  private static final String CHAIN = "Client-Cert-Chain";
  private static final int LONGEST_CHAIN = 10;
  private static final int MOST_KEPT = 1_000;

  private final X509TrustManager trust;

  /** What was checked a short time ago, by the text of the headers. */
  private final Cache<String, X509Certificate> checked =
      Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(Duration.ofMinutes(1)).build();

  /**
   * Takes certificates of these authorities.
   *
   * @throws KeysException when one of them cannot be used
   */
  ClientCertHeaders(List<X509Certificate> authorities) {
    try {
      TrustManagerFactory factory = TrustManagerFactory.getInstance("PKIX");
      factory.init(Certificates.store(authorities));
      this.trust = of(factory.getTrustManagers());
    } catch (GeneralSecurityException unexpected) {
      throw new KeysException("A certificate cannot be used here.", unexpected);
    }
  }

  private static X509TrustManager of(TrustManager[] managers) {
    for (TrustManager each : managers) {
      if (each instanceof X509TrustManager trust) {
        return trust;
      }
    }
    throw new IllegalStateException("this JDK checks no certificates");
  }

  /**
   * The certificate of the client; null if it has none.
   *
   * @throws RefusedForwardingException when it cannot be read, or is not valid
   */
  @Nullable X509Certificate read(HttpRequest request) {
    String certificate = request.header(CERTIFICATE);
    if (certificate == null) {
      return null;
    }
    if (request.isRepeated(CERTIFICATE)) {
      throw RefusedForwardingException.malformed(CERTIFICATE);
    }
    String chain = String.join(",", request.headers(CHAIN));
    String both = certificate + "," + chain;
    X509Certificate known = checked.getIfPresent(both);
    if (known == null) {
      known = check(certificate, chain);
      checked.put(both, known);
    }
    return known;
  }

  private X509Certificate check(String certificate, String chain) {
    List<X509Certificate> path = new ArrayList<>();
    path.add(parse(CERTIFICATE, certificate));
    if (!chain.isBlank()) {
      for (String each : chain.split(",", LONGEST_CHAIN + 1)) {
        path.add(parse(CHAIN, each));
      }
    }
    X509Certificate own = path.get(0);
    try {
      trust.checkClientTrusted(
          path.toArray(X509Certificate[]::new), own.getPublicKey().getAlgorithm());
      return own;
    } catch (CertificateException untrusted) {
      throw RefusedForwardingException.untrusted();
    }
  }

  /** Parses a byte sequence of structured headers (RFC 8941, section 3.3.5). */
  private static X509Certificate parse(String header, String text) {
    String bytes = text.strip();
    if (bytes.length() < 3 || !bytes.startsWith(":") || !bytes.endsWith(":")) {
      throw RefusedForwardingException.malformed(header);
    }
    try {
      byte[] decoded = Base64.getDecoder().decode(bytes.substring(1, bytes.length() - 1));
      return (X509Certificate)
          CertificateFactory.getInstance("X.509")
              .generateCertificate(new ByteArrayInputStream(decoded));
    } catch (IllegalArgumentException | CertificateException malformed) {
      throw RefusedForwardingException.malformed(header);
    }
  }
}
