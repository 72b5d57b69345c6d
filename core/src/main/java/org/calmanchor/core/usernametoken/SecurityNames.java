package org.calmanchor.core.usernametoken;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import javax.xml.namespace.QName;

/** The names of Web Services Security 1.1, and the digest of its username tokens. */
public final class SecurityNames {
  private static final String OASIS = "http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-";

  /** The namespace of the header block, and of the codes of its faults. */
  public static final String WSSE = OASIS + "wssecurity-secext-1.0.xsd";

  static final String WSU = OASIS + "wssecurity-utility-1.0.xsd";
  static final String TEXT = OASIS + "username-token-profile-1.0#PasswordText";
  static final String DIGEST = OASIS + "username-token-profile-1.0#PasswordDigest";
  static final String BASE64 = OASIS + "soap-message-security-1.0#Base64Binary";

  /** The header block. */
  public static final QName SECURITY = new QName(WSSE, "Security");

  private SecurityNames() {}

  /**
   * The digest of a password (UsernameToken Profile 1.1, section 3.1).
   *
   * @param created as it stands in the token
   */
  static byte[] digest(byte[] nonce, String created, String password) {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-1");
      digest.update(nonce);
      digest.update(created.getBytes(StandardCharsets.UTF_8));
      return digest.digest(password.getBytes(StandardCharsets.UTF_8));
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException("every JDK has SHA-1", missing);
    }
  }
}
