package org.calmanchor.host.http2;

import org.eclipse.jetty.http2.server.HTTP2ServerConnectionFactory;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.server.Connector;
import org.eclipse.jetty.server.HttpConfiguration;

/** HTTP/2 with TLS, for clients that ask for it by ALPN (RFC 9113, section 3.2). */
public final class EncryptedHttp2 extends HTTP2ServerConnectionFactory {
  public EncryptedHttp2(HttpConfiguration http) {
    super(http);
  }

  @Override
  public Connection newConnection(Connector connector, EndPoint endPoint) {
    return new FirstFrame(
        endPoint, connector.getExecutor(), () -> super.newConnection(connector, endPoint));
  }
}
