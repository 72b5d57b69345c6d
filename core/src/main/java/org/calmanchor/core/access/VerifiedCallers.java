package org.calmanchor.core.access;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.jspecify.annotations.Nullable;

/**
 * Callers whose passwords were right a short time ago, so that a password is not hashed slowly for
 * each call. It holds no password, only its digest with a key of this process. Safe for several
 * threads.
 */
final class VerifiedCallers {
  private static final String ALGORITHM = "HmacSHA256";
  private static final int KEY_BYTES = 32;
  private static final int MOST = 10_000;
  private static final long NANOS = Duration.ofMinutes(1).toNanos();

  private final LongSupplier clock;
  private final ThreadLocal<Mac> digests;
  private final Map<ByteBuffer, Entry> entries = new LinkedHashMap<>();

  private record Entry(Caller caller, long edition, long time) {}

  VerifiedCallers(LongSupplier clock) {
    this.clock = clock;
    byte[] random = new byte[KEY_BYTES];
    new SecureRandom().nextBytes(random);
    SecretKeySpec key = new SecretKeySpec(random, ALGORITHM);
    this.digests = ThreadLocal.withInitial(() -> digest(key));
  }

  private static Mac digest(SecretKeySpec key) {
    try {
      Mac digest = Mac.getInstance(ALGORITHM);
      digest.init(key);
      return digest;
    } catch (GeneralSecurityException missing) {
      throw new IllegalStateException("every JDK has " + ALGORITHM, missing);
    }
  }

  /** What stands for credentials; nobody can tell them from it. */
  ByteBuffer keyOf(String name, String password) {
    byte[] first = name.getBytes(StandardCharsets.UTF_8);
    Mac digest = digests.get();
    // The length keeps "ab" with "c" apart from "a" with "bc".
    digest.update(ByteBuffer.allocate(Integer.BYTES).putInt(first.length).flip());
    digest.update(first);
    return ByteBuffer.wrap(digest.doFinal(password.getBytes(StandardCharsets.UTF_8)));
  }

  /** The caller behind credentials; null if they have to be verified. */
  synchronized @Nullable Caller find(ByteBuffer key, long edition) {
    Entry entry = entries.get(key);
    if (entry == null) {
      return null;
    }
    if (entry.edition() != edition || clock.getAsLong() - entry.time() > NANOS) {
      entries.remove(key);
      return null;
    }
    return entry.caller();
  }

  synchronized void add(ByteBuffer key, Caller caller, long edition) {
    entries.remove(key);
    entries.put(key, new Entry(caller, edition, clock.getAsLong()));
    if (entries.size() > MOST) {
      entries.remove(entries.keySet().iterator().next());
    }
  }
}
