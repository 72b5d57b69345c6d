package org.calmanchor.host;

import java.io.IOException;
import java.nio.ByteBuffer;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLEngineResult;
import javax.net.ssl.SSLException;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.io.ssl.SslConnection;
import org.eclipse.jetty.server.Connector;
import org.eclipse.jetty.server.SslConnectionFactory;
import org.eclipse.jetty.util.BufferUtil;
import org.eclipse.jetty.util.ssl.SslContextFactory;

/**
 * A connection with TLS that says why a handshake has failed. When it closes a connection, the
 * server sends one record of what the engine still holds; with TLS 1.3 the alert may be the third
 * (RFC 8446, section 6.2).
 */
final class EncryptedConnection extends SslConnection {
  /** ServerHello, the record for old middleboxes, and the alert; one more in reserve. */
  private static final int MOST_RECORDS = 4;

  private EncryptedConnection(
      Connector connector, SslContextFactory context, EndPoint endPoint, SSLEngine engine) {
    super(connector.getByteBufferPool(), connector.getExecutor(), context, endPoint, engine);
  }

  /** Creates such connections, whose content {@code next} reads. */
  static SslConnectionFactory factory(SslContextFactory.Server context, String next) {
    return new SslConnectionFactory(context, next) {
      @Override
      protected SslConnection newSslConnection(
          Connector connector, EndPoint endPoint, SSLEngine engine) {
        return new EncryptedConnection(connector, context, endPoint, engine);
      }
    };
  }

  @Override
  protected SSLEngineResult wrap(SSLEngine engine, ByteBuffer[] content, ByteBuffer records)
      throws SSLException {
    try {
      return super.wrap(engine, content, records);
    } catch (SSLException failed) {
      sendAlert(engine, failed);
      throw failed;
    }
  }

  @Override
  protected SSLEngineResult unwrap(SSLEngine engine, ByteBuffer records, ByteBuffer content)
      throws SSLException {
    try {
      return super.unwrap(engine, records, content);
    } catch (SSLException failed) {
      sendAlert(engine, failed);
      throw failed;
    }
  }

  /** Sends what the engine still holds, as far as the network takes it at once. */
  private void sendAlert(SSLEngine engine, SSLException failed) {
    try {
      for (int i = 0; i < MOST_RECORDS; i++) {
        ByteBuffer record = ByteBuffer.allocate(engine.getSession().getPacketBufferSize());
        int length = engine.wrap(BufferUtil.EMPTY_BUFFER, record).bytesProduced();
        if (length == 0 || !networkFlush(record.flip())) {
          return;
        }
      }
    } catch (IOException alsoFailed) {
      failed.addSuppressed(alsoFailed);
    }
  }
}
