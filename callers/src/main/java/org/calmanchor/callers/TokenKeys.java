package org.calmanchor.callers;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.jwk.JWK;
import com.nimbusds.jose.jwk.JWKSet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.text.ParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The keys in a file by which tokens are verified. */
final class TokenKeys {
  private static final Pattern PEM =
      Pattern.compile("-----BEGIN ([A-Z ]+)-----[^-]*-----END \\1-----");

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
      try {
        keys.add(
            parts.group(1).equals("CERTIFICATE")
                ? JWK.parseFromPEMEncodedX509Cert(parts.group())
                : JWK.parseFromPEMEncodedObjects(parts.group()));
      } catch (JOSEException | RuntimeException unusable) {
        throw new CallersFileException(
            file.toString(), 0, "has a key that cannot be used; use RSA or EC.");
      }
    }
    return new JWKSet(keys);
  }
}
