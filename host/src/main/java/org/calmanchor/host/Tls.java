package org.calmanchor.host;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.keys.KeySource;
import org.jspecify.annotations.Nullable;

/**
 * How a host speaks TLS (1.2 and 1.3). Its key, certificates and authorities are loaded again when
 * their files change; connections that are open go on. Immutable.
 *
 * @param keys the key of the host, and its certificates
 * @param clients whether clients have certificates
 * @param authorities the file with the certificates of those who issue client certificates, in PEM
 *     or DER form; null if clients have none
 * @param strictTransport for how long browsers use only https for this host name (RFC 6797); zero
 *     for not saying it
 */
public record Tls(
    KeySource keys, Clients clients, @Nullable Path authorities, Duration strictTransport) {
  /** Whether clients have certificates. */
  public enum Clients {
    /** None is asked for. */
    NONE,
    /** One is asked for, but not needed. */
    WANTED,
    /** Nobody can connect without one. */
    NEEDED
  }

  /** Checks that authorities are there if they are needed. */
  public Tls {
    if ((clients == Clients.NONE) != (authorities == null)) {
      throw new IllegalArgumentException(
          "client certificates need the certificates of those who issue them, and only they do");
    }
    if (strictTransport.isNegative()) {
      throw new IllegalArgumentException("strict transport lasts some time, or none");
    }
  }

  /** The files whose change means that they are loaded again. */
  List<Path> files() {
    List<Path> files = new ArrayList<>(keys.files());
    if (authorities != null) {
      files.add(authorities);
    }
    return files;
  }

  /** TLS with this key, and without client certificates. */
  public static Tls with(KeySource keys) {
    return new Tls(keys, Clients.NONE, null, Duration.ZERO);
  }

  /** This, and clients may show a certificate that one of these authorities has issued. */
  public Tls wantingClients(Path authorities) {
    return new Tls(keys, Clients.WANTED, authorities, strictTransport);
  }

  /** This, and clients must show a certificate that one of these authorities has issued. */
  public Tls needingClients(Path authorities) {
    return new Tls(keys, Clients.NEEDED, authorities, strictTransport);
  }

  /** This, and browsers are told to use only https for so long. */
  public Tls strictTransport(Duration time) {
    return new Tls(keys, clients, authorities, time);
  }
}
