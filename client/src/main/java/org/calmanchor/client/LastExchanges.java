package org.calmanchor.client;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.calmanchor.core.io.BulkInputStream;
import org.calmanchor.core.logging.MaskedMessage;
import org.calmanchor.core.logging.SecretNames;
import org.jspecify.annotations.Nullable;

/** Keeps the last exchange. Safe for any number of threads. */
final class LastExchanges {
  /** The most bytes of a message that are kept. */
  private static final int MOST_BYTES = 64 << 10;

  private final AtomicReference<@Nullable Pending> last = new AtomicReference<>();

  Optional<SentExchange> last() {
    return Optional.ofNullable(last.get()).map(Pending::shown);
  }

  Pending begin(String address, Map<String, String> headers) {
    Pending begun = new Pending(address, headers);
    last.set(begun);
    return begun;
  }

  /** An exchange that may still be running. */
  static final class Pending {
    private final String address;
    private final Map<String, String> requestHeaders;
    private final Beginning request = new Beginning();
    private final Beginning response = new Beginning();
    private volatile Map<String, String> responseHeaders = Map.of();
    private volatile int status;

    Pending(String address, Map<String, String> requestHeaders) {
      this.address = address;
      this.requestHeaders = Map.copyOf(requestHeaders);
    }

    void sends(byte[] bytes, int length) {
      request.take(bytes, 0, length);
    }

    void answered(int code, Map<String, String> headers) {
      status = code;
      responseHeaders = new HashMap<>(headers);
    }

    /** A stream of the answer's body that records what is read. */
    InputStream noting(InputStream body) {
      return new BulkInputStream(body) {
        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
          int read = in.read(bytes, offset, length);
          if (read > 0) {
            response.take(bytes, offset, read);
          }
          return read;
        }
      };
    }

    SentExchange shown() {
      String type = responseHeaders.getOrDefault("content-type", "");
      return new SentExchange(
          address,
          SecretNames.masked(requestHeaders),
          MaskedMessage.of(request.text(), request.isFull()),
          status,
          SecretNames.masked(responseHeaders),
          type.contains("xml")
              ? MaskedMessage.of(response.text(), response.isFull())
              : response.text());
    }
  }

  /** The first bytes of a message. */
  private static final class Beginning {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream(1024);

    synchronized void take(byte[] more, int offset, int length) {
      bytes.write(more, offset, Math.min(length, MOST_BYTES - bytes.size()));
    }

    synchronized boolean isFull() {
      return bytes.size() == MOST_BYTES;
    }

    synchronized String text() {
      return bytes.toString(StandardCharsets.UTF_8);
    }
  }
}
