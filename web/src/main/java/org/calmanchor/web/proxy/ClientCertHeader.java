package org.calmanchor.web.proxy;

import java.io.ByteArrayInputStream;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.Base64;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/** The client certificate that a proxy with TLS has verified (RFC 9440, section 2.2). */
final class ClientCertHeader {
  private static final String NAME = "Client-Cert";

  private ClientCertHeader() {}

  /**
   * Reads it; null if there is none.
   *
   * @throws MalformedForwardingException when it cannot be read
   */
  static @Nullable X509Certificate of(HttpRequest request) {
    String header = request.header(NAME);
    if (header == null) {
      return null;
    }
    String text = header.strip();
    boolean isBytes = text.length() > 2 && text.startsWith(":") && text.endsWith(":");
    if (!isBytes || request.isRepeated(NAME)) {
      throw new MalformedForwardingException(NAME);
    }
    try {
      byte[] bytes = Base64.getDecoder().decode(text.substring(1, text.length() - 1));
      return (X509Certificate)
          CertificateFactory.getInstance("X.509")
              .generateCertificate(new ByteArrayInputStream(bytes));
    } catch (IllegalArgumentException | CertificateException malformed) {
      throw new MalformedForwardingException(NAME);
    }
  }
}
