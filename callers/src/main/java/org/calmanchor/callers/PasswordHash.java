package org.calmanchor.callers;

import com.password4j.Argon2Function;
import com.password4j.BcryptFunction;
import com.password4j.HashingFunction;
import com.password4j.types.Argon2;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Locale;

/** Makes and checks slow hashes of passwords: Argon2id (RFC 9106), and bcrypt of other programs. */
final class PasswordHash {
  private static final int MEMORY_KIB = 19_456;
  private static final int ITERATIONS = 2;
  private static final int PARALLELISM = 1;
  private static final int LENGTH = 32;
  private static final int SALT = 16;
  private static final SecureRandom RANDOM = new SecureRandom();

  private static final Argon2Function NEW =
      Argon2Function.getInstance(MEMORY_KIB, ITERATIONS, PARALLELISM, LENGTH, Argon2.ID);

  private PasswordHash() {}

  /** Made when it is first needed, since it takes its time. */
  private static final class Nobodys {
    private static final String HASH = of("nobody's");
  }

  /** What a password is compared with if nobody has the name, so that it takes the same time. */
  static String ofNobody() {
    return Nobodys.HASH;
  }

  /** The hash of a password, with a random salt; with 19 MiB and two passes. */
  static String of(String password) {
    byte[] salt = new byte[SALT];
    RANDOM.nextBytes(salt);
    return NEW.hash(password.getBytes(StandardCharsets.UTF_8), salt).getResult();
  }

  /** Whether a text is a hash that can be checked. */
  static boolean isKnown(String hash) {
    try {
      function(hash);
      return true;
    } catch (RuntimeException unknown) {
      return false;
    }
  }

  /** Whether a password has this hash. */
  static boolean matches(String password, String hash) {
    return function(hash).check(password, hash);
  }

  private static HashingFunction function(String hash) {
    String kind = hash.toLowerCase(Locale.ROOT);
    if (kind.startsWith("$argon2id$")) {
      return Argon2Function.getInstanceFromHash(hash);
    }
    if (kind.matches("\\$2[abxy]\\$.{56}")) {
      return BcryptFunction.getInstanceFromHash(hash);
    }
    throw new IllegalArgumentException("the hash is of no known kind");
  }
}
