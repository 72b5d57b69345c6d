package org.calmanchor.cluster;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Base64;

/**
 * A message of the harbor master with a username token (WS-Security UsernameToken Profile 1.1,
 * section 3.1), which is good for one call. A client makes a new token for each call; whoever has
 * overheard the message can only send it as it is.
 */
final class TokenMessage {
  private static final String WSS = "http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-";
  private static final int NONCE_BYTES = 16;

  private TokenMessage() {}

  /** A new message that changes a tariff. */
  static String of(String password) {
    byte[] nonce = new byte[NONCE_BYTES];
    new SecureRandom().nextBytes(nonce);
    String created = Instant.now().truncatedTo(ChronoUnit.MILLIS).toString();
    Base64.Encoder base64 = Base64.getEncoder();
    return """
        <e:Envelope xmlns:e="http://schemas.xmlsoap.org/soap/envelope/"
            xmlns:s="%1$swssecurity-secext-1.0.xsd" xmlns:u="%1$swssecurity-utility-1.0.xsd">
        <e:Header><s:Security e:mustUnderstand="1"><s:UsernameToken>
        <s:Username>bram-oakes</s:Username>
        <s:Password Type="%1$susername-token-profile-1.0#PasswordDigest">%2$s</s:Password>
        <s:Nonce EncodingType="%1$ssoap-message-security-1.0#Base64Binary">%3$s</s:Nonce>
        <u:Created>%4$s</u:Created></s:UsernameToken></s:Security></e:Header>
        <e:Body><changeTariff xmlns="urn:lanternquay:office">
        <berth>S-01</berth><nightlyRate>12.00</nightlyRate></changeTariff></e:Body></e:Envelope>"""
        .formatted(
            WSS,
            base64.encodeToString(digest(nonce, created, password)),
            base64.encodeToString(nonce),
            created);
  }

  private static byte[] digest(byte[] nonce, String created, String password) {
    try {
      MessageDigest sha1 = MessageDigest.getInstance("SHA-1");
      sha1.update(nonce);
      return sha1.digest((created + password).getBytes(UTF_8));
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("every JDK has SHA-1", impossible);
    }
  }
}
