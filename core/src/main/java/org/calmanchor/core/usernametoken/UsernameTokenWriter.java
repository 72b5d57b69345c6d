package org.calmanchor.core.usernametoken;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Base64;
import org.calmanchor.core.access.Caller;
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

  private final String name;
  private final String password;
  private final boolean isDigest;
  private final Clock clock;
  private final SecureRandom random = new SecureRandom();

  private UsernameTokenWriter(String name, String password, boolean isDigest, Clock clock) {
    if (!Caller.isName(name)) {
      throw new IllegalArgumentException(
          "a caller's name is not empty, and has no colon and no control characters");
    }
    this.name = name;
    this.password = password;
    this.isDigest = isDigest;
    this.clock = clock;
  }

  /**
   * Sends the password as text, which anybody on the way can read unless the address is an https
   * one.
   *
   * @throws IllegalArgumentException when the name cannot be one
   */
  public static UsernameTokenWriter text(String name, String password) {
    return new UsernameTokenWriter(name, password, false, Clock.systemUTC());
  }

  /**
   * Sends a digest of the password.
   *
   * @throws IllegalArgumentException when the name cannot be one
   */
  public static UsernameTokenWriter digest(String name, String password) {
    return new UsernameTokenWriter(name, password, true, Clock.systemUTC());
  }

  static UsernameTokenWriter at(Clock clock, boolean isDigest, String name, String password) {
    return new UsernameTokenWriter(name, password, isDigest, clock);
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
    out.element(NAME, name);
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
    out.open(PASSWORD);
    out.attribute(TYPE, isDigest ? SecurityNames.DIGEST : SecurityNames.TEXT);
    out.content();
    out.text(isDigest ? base64(SecurityNames.digest(nonce, created, password)) : password);
    out.close(PASSWORD);
  }

  private static String base64(byte[] bytes) {
    return Base64.getEncoder().encodeToString(bytes);
  }

  /** Without the password. */
  @Override
  public String toString() {
    return "UsernameTokenWriter[of " + name + "]";
  }
}
