package org.calmanchor.core.usernametoken;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Base64;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlOut;

/**
 * Writes the header block of a client that has a name and a password: a Timestamp of five minutes,
 * and a username token with a new nonce (UsernameToken Profile 1.1, section 3.1). Immutable.
 */
public final class UsernameTokenWriter {
  private static final int NONCE_BYTES = 16;
  private static final byte[] NAMESPACES =
      Tag.encode(
          " xmlns:wsse=\""
              + SecurityNames.WSSE
              + "\" xmlns:wsu=\""
              + SecurityNames.WSU
              + "\" soap:mustUnderstand=\"1\"");
  private static final Tag SECURITY = Tag.of("wsse:Security");
  private static final Tag TIMESTAMP = Tag.of("wsu:Timestamp");
  private static final Tag CREATED = Tag.of("wsu:Created");
  private static final Tag EXPIRES = Tag.of("wsu:Expires");
  private static final Tag TOKEN = Tag.of("wsse:UsernameToken");
  private static final Tag NAME = Tag.of("wsse:Username");
  private static final Tag PASSWORD = Tag.of("wsse:Password");
  private static final Tag NONCE = Tag.of("wsse:Nonce");
  private static final byte[] TYPE = Tag.encode(" Type=\"");
  private static final byte[] ENCODING = Tag.encode(" EncodingType=\"");

  private final ClientCredentials.UsernameToken credentials;
  private final Clock clock;
  private final SecureRandom random = new SecureRandom();

  private UsernameTokenWriter(ClientCredentials.UsernameToken credentials, Clock clock) {
    this.credentials = credentials;
    this.clock = clock;
  }

  /** Writes the tokens of these credentials. */
  public static UsernameTokenWriter of(ClientCredentials.UsernameToken credentials) {
    return new UsernameTokenWriter(credentials, Clock.systemUTC());
  }

  static UsernameTokenWriter of(ClientCredentials.UsernameToken credentials, Clock clock) {
    return new UsernameTokenWriter(credentials, clock);
  }

  /** Writes a new block. Its parameter is ours: only clients of this library call it. */
  @SuppressWarnings("exports")
  public void write(XmlOut out) {
    Instant now = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    byte[] nonce = new byte[NONCE_BYTES];
    random.nextBytes(nonce);
    String created = now.toString();
    out.open(SECURITY);
    out.raw(NAMESPACES);
    out.content();
    out.open(TIMESTAMP);
    out.content();
    out.element(CREATED, created);
    out.element(EXPIRES, now.plus(SecurityHeaderReader.WINDOW).toString());
    out.close(TIMESTAMP);
    out.open(TOKEN);
    out.content();
    out.element(NAME, credentials.name());
    password(out, nonce, created);
    out.open(NONCE);
    out.attribute(ENCODING, SecurityNames.BASE64);
    out.content();
    out.text(base64(nonce));
    out.close(NONCE);
    out.element(CREATED, created);
    out.close(TOKEN);
    out.close(SECURITY);
  }

  private void password(XmlOut out, byte[] nonce, String created) {
    String password = credentials.password();
    out.open(PASSWORD);
    out.attribute(TYPE, credentials.isDigest() ? SecurityNames.DIGEST : SecurityNames.TEXT);
    out.content();
    out.text(
        credentials.isDigest() ? base64(SecurityNames.digest(nonce, created, password)) : password);
    out.close(PASSWORD);
  }

  private static String base64(byte[] bytes) {
    return Base64.getEncoder().encodeToString(bytes);
  }

  /** Without the password. */
  @Override
  public String toString() {
    return "UsernameTokenWriter[of " + credentials.name() + "]";
  }
}
