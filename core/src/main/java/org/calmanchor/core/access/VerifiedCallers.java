package org.calmanchor.core.access;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.LongSupplier;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.jspecify.annotations.Nullable;

/**
 * Callers whose credentials were right a short time ago, so that a password is not hashed slowly
 * for each call. It holds no secret, only its digest with a random beginning of this process. Safe
 * for several threads.
 */
final class VerifiedCallers {
  private static final String ALGORITHM = "SHA-256";

  /** One block of the digest, which is computed only once. */
  private static final int RANDOM_BYTES = 64;

  private static final int MOST = 10_000;
  private static final long NANOS = Duration.ofMinutes(1).toNanos();

  private final LongSupplier clock;
  private final MessageDigest begun;
  private final Map<SecretDigest, Entry> entries = new ConcurrentHashMap<>();

  /** The oldest first; guarded by this object. */
  private final Set<SecretDigest> order = new LinkedHashSet<>();

  private record Entry(Verified verified, long edition, long time) {
    boolean counts(long current, long now) {
      return edition == current
          && now - time <= NANOS
          && (verified.until().equals(Instant.MAX) || Instant.now().isBefore(verified.until()));
    }
  }

  VerifiedCallers(LongSupplier clock) {
    this.clock = clock;
    byte[] random = new byte[RANDOM_BYTES];
    new SecureRandom().nextBytes(random);
    try {
      this.begun = MessageDigest.getInstance(ALGORITHM);
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException("every JDK has " + ALGORITHM, missing);
    }
    begun.update(random);
  }

  /** What stands for a secret; nobody can tell the secret from it. */
  SecretDigest keyOf(String secret) {
    try {
      MessageDigest digest = (MessageDigest) begun.clone();
      return SecretDigest.of(digest.digest(secret.getBytes(StandardCharsets.UTF_8)));
    } catch (CloneNotSupportedException unexpected) {
      throw new IllegalStateException(
          "the " + ALGORITHM + " of this JDK cannot be copied", unexpected);
    }
  }

  /** The caller behind a secret; null if it has to be verified. */
  @Nullable Caller find(SecretDigest key, long edition) {
    Entry entry = entries.get(key);
    return entry != null && entry.counts(edition, clock.getAsLong())
        ? entry.verified().caller()
        : null;
  }

  synchronized void add(SecretDigest key, Verified verified, long edition) {
    entries.put(key, new Entry(verified, edition, clock.getAsLong()));
    order.remove(key);
    order.add(key);
    if (order.size() > MOST) {
      SecretDigest oldest = order.iterator().next();
      order.remove(oldest);
      entries.remove(oldest);
    }
  }
}
