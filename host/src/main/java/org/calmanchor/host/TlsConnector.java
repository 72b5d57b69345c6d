package org.calmanchor.host;

import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.host.http2.EncryptedHttp2;
import org.eclipse.jetty.alpn.server.ALPNServerConnectionFactory;
import org.eclipse.jetty.server.ConnectionFactory;
import org.eclipse.jetty.server.DetectorConnectionFactory;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.SecureRequestCustomizer;
import org.eclipse.jetty.server.SslConnectionFactory;
import org.eclipse.jetty.util.ssl.SslContextFactory;

/** The TLS of a server: its protocols, and its key, which can be replaced. */
final class TlsConnector {
  /** Those with forward secrecy and authenticated encryption; regular expressions. */
  private static final String[] CIPHERS = {
    "TLS_AES_.*", "TLS_CHACHA20_.*", "TLS_ECDHE_.*_GCM_.*", "TLS_ECDHE_.*_CHACHA20_.*"
  };

  /**
   * The names of the protocols in ALPN, in our order of preference (RFC 9113, section 3.2; RFC
   * 7301, section 6). The server's own name of HTTP/1.1 is written in capitals.
   */
  private static final String HTTP_2 = "h2";

  private static final String HTTP_1 = "http/1.1";

  private static final int PASSWORD_BYTES = 16;

  private final Tls tls;
  private final SslContextFactory.Server context = new SslContextFactory.Server();
  private final String password;

  /**
   * Loads the key.
   *
   * @throws org.calmanchor.core.keys.KeysException when it cannot be used
   */
  TlsConnector(Tls tls) {
    this.tls = tls;
    byte[] random = new byte[PASSWORD_BYTES];
    new SecureRandom().nextBytes(random);
    this.password = HexFormat.of().formatHex(random);
    context.setKeyStorePassword(password);
    context.setIncludeProtocols("TLSv1.3", "TLSv1.2");
    context.setExcludeCipherSuites();
    context.setIncludeCipherSuites(CIPHERS);
    context.setUseCipherSuitesOrder(true);
    context.setRenegotiationAllowed(false);
    context.setWantClientAuth(tls.clients() == Tls.Clients.WANTED);
    context.setNeedClientAuth(tls.clients() == Tls.Clients.NEEDED);
    load(context);
  }

  private void load(SslContextFactory loading) {
    loading.setKeyStore(tls.keys().load().store(password.toCharArray()));
    if (tls.authorities() != null) {
      loading.setTrustStore(Certificates.store(Certificates.at(tls.authorities())));
    }
  }

  /**
   * Loads the key again, for new connections.
   *
   * @throws org.calmanchor.core.keys.KeysException when it cannot be used; the former one stays
   */
  void reload() throws Exception {
    // Loaded before anything is changed.
    SslContextFactory.Server trial = new SslContextFactory.Server();
    load(trial);
    context.reload(
        changed -> {
          changed.setKeyStore(trial.getKeyStore());
          if (tls.authorities() != null) {
            changed.setTrustStore(trial.getTrustStore());
          }
        });
  }

  /** What a connection may speak, the first that it is asked for first. */
  List<ConnectionFactory> protocols(HttpConfiguration http, int streams) {
    HttpConfiguration secure = new HttpConfiguration(http);
    SecureRequestCustomizer customizer = new SecureRequestCustomizer(false);
    customizer.setStsMaxAge(
        tls.strictTransport().isZero() ? -1 : tls.strictTransport().toSeconds());
    secure.addCustomizer(customizer);
    HttpConnectionFactory http1 = new HttpConnectionFactory(secure);
    EncryptedHttp2 http2 = new EncryptedHttp2(secure);
    http2.setMaxConcurrentStreams(streams);
    ALPNServerConnectionFactory choice = new ALPNServerConnectionFactory(HTTP_2, HTTP_1);
    choice.setDefaultProtocol(http1.getProtocol());
    SslConnectionFactory encrypted = EncryptedConnection.factory(context, choice.getProtocol());
    // Plain HTTP goes to the next one, so that it can be told to use https.
    return List.of(new DetectorConnectionFactory(encrypted), http1, choice, http2);
  }
}
