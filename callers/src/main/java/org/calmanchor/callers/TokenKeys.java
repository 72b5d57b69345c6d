package org.calmanchor.callers;

import com.nimbusds.jose.jwk.Curve;
import com.nimbusds.jose.jwk.ECKey;
import com.nimbusds.jose.jwk.JWK;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.RSAKey;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.PublicKey;
import java.security.cert.CertificateFactory;
import java.security.interfaces.ECPublicKey;
import java.security.interfaces.RSAPublicKey;
import java.security.spec.InvalidKeySpecException;
import java.security.spec.X509EncodedKeySpec;
import java.text.ParseException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The keys in a file by which tokens are verified. */
final class TokenKeys {
  private static final Pattern PEM =
      Pattern.compile("-----BEGIN ([A-Z ]+)-----([^-]*)-----END \\1-----");

  private TokenKeys() {}

  /**
   * Reads a file.
   *
   * @throws CallersFileException when it cannot be read, or has no key that can be used
   */
  static JWKSet read(Path file) {
    String text;
    try {
      text = Files.readString(file);
    } catch (IOException unreadable) {
      throw new CallersFileException(file.toString(), 0, "cannot be read.");
    }
    JWKSet keys = text.contains("-----BEGIN ") ? pem(file, text) : set(file, text);
    if (keys.isEmpty()) {
      throw new CallersFileException(file.toString(), 0, "has no key.");
    }
    return keys;
  }

  private static JWKSet set(Path file, String text) {
    try {
      return JWKSet.parse(text);
    } catch (ParseException malformed) {
      throw new CallersFileException(
          file.toString(),
          0,
          "is neither a JWK set, such as {\"keys\": [...]}, nor PEM: " + malformed.getMessage());
    }
  }

  private static JWKSet pem(Path file, String text) {
    List<JWK> keys = new ArrayList<>();
    Matcher parts = PEM.matcher(text);
    while (parts.find()) {
      if (parts.group(1).contains("PRIVATE")) {
        throw new CallersFileException(
            file.toString(),
            0,
            "has a private key, which only those need who issue tokens; write the public one.");
      }
      keys.add(key(file, parts.group(1), parts.group(2)));
    }
    return new JWKSet(keys);
  }

  /** Read with the JDK: the library's own reader of PEM needs another library. */
  private static JWK key(Path file, String kind, String base64) {
    try {
      byte[] bytes = Base64.getMimeDecoder().decode(base64);
      if (kind.equals("CERTIFICATE")) {
        return key(
            CertificateFactory.getInstance("X.509")
                .generateCertificate(new ByteArrayInputStream(bytes))
                .getPublicKey());
      }
      if (kind.equals("PUBLIC KEY")) {
        return key(publicKey(new X509EncodedKeySpec(bytes)));
      }
    } catch (GeneralSecurityException | IllegalArgumentException unusable) {
      throw unusable(file);
    }
    throw unusable(file);
  }

  private static PublicKey publicKey(X509EncodedKeySpec encoded) throws GeneralSecurityException {
    try {
      return KeyFactory.getInstance("RSA").generatePublic(encoded);
    } catch (InvalidKeySpecException anotherKind) {
      return KeyFactory.getInstance("EC").generatePublic(encoded);
    }
  }

  private static JWK key(PublicKey key) {
    if (key instanceof RSAPublicKey rsa) {
      return new RSAKey.Builder(rsa).build();
    }
    if (key instanceof ECPublicKey ec) {
      return new ECKey.Builder(Curve.forECParameterSpec(ec.getParams()), ec).build();
    }
    throw new IllegalArgumentException("keys of " + key.getAlgorithm() + " sign no tokens here");
  }

  private static CallersFileException unusable(Path file) {
    return new CallersFileException(
        file.toString(),
        0,
        "has a key that cannot be used; write keys of RSA or EC, as PUBLIC KEY or CERTIFICATE.");
  }
}
