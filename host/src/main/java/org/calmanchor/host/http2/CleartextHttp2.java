package org.calmanchor.host.http2;

import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.MetaData;
import org.eclipse.jetty.http2.server.HTTP2CServerConnectionFactory;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.server.Connector;
import org.eclipse.jetty.server.HttpConfiguration;
import org.jspecify.annotations.Nullable;

/**
 * HTTP/2 without TLS for clients that begin with it (RFC 9113, section 3.3). The upgrade from
 * HTTP/1.1 is not offered: it is deprecated (section 3.1), and the HTTP client of the JDK, which
 * asks for it by default, hangs in some per cent of the cases if the answer has more than one frame
 * (Java 17 and 25). Such a request is answered with HTTP/1.1.
 */
public final class CleartextHttp2 extends HTTP2CServerConnectionFactory {
  public CleartextHttp2(HttpConfiguration http) {
    super(http);
  }

  @Override
  public @Nullable Connection upgradeConnection(
      Connector connector, EndPoint endPoint, MetaData.Request upgrade, HttpFields.Mutable answer) {
    // The preface of HTTP/2 looks like a request with this method.
    return HttpMethod.PRI.is(upgrade.getMethod())
        ? FirstFrame.afterRequest(
            endPoint, connector.getExecutor(), () -> newConnection(connector, endPoint))
        : null;
  }
}
