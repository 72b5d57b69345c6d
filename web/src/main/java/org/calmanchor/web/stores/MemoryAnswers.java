package org.calmanchor.web.stores;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Expiry;
import com.github.benmanes.caffeine.cache.Ticker;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.answers.AnswerKey;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.jspecify.annotations.Nullable;

/**
 * Keeps answers in the memory of this process, up to a number of them and of their bytes ({@link
 * Limit#KEPT_ANSWERS}, {@link Limit#KEPT_BYTES}). Safe for any number of threads.
 */
final class MemoryAnswers implements AnswerStore {
  /** What an answer takes besides its bytes, about. */
  private static final int OVERHEAD_BYTES = 200;

  private final Map<String, Long> generations = new ConcurrentHashMap<>();
  private final Ticker clock;
  private final long mostBytes;
  private final long leastWeight;

  /** Made when the first answer is kept: most hosts keep none. */
  private volatile @Nullable Cache<AnswerKey, Kept> cache;

  /** Creates a store with the bounds of {@code limits}. */
  MemoryAnswers(Limits limits) {
    this(limits, Ticker.systemTicker());
  }

  MemoryAnswers(Limits limits, Ticker clock) {
    this.clock = clock;
    this.mostBytes = limits.value(Limit.KEPT_BYTES);
    // Only the weight is bounded, so each answer weighs as much as its share of the number at
    // least.
    this.leastWeight = Math.max(1, mostBytes / limits.value(Limit.KEPT_ANSWERS));
  }

  /** An answer, when it was kept, and in which generation of its operation. */
  @SuppressWarnings("ArrayRecordComponent") // Nobody compares it.
  private record Kept(byte[] answer, long at, long generation, Duration freshFor) {}

  @Override
  public Lookup find(String operation, AnswerKey key) {
    long generation = generations.getOrDefault(operation, 0L);
    Cache<AnswerKey, Kept> known = cache;
    Kept kept = known == null ? null : known.getIfPresent(key);
    if (kept == null || kept.generation != generation) {
      return new Lookup(generation, null);
    }
    Duration age = Duration.ofNanos(Math.max(0, clock.read() - kept.at));
    return new Lookup(
        generation, age.compareTo(kept.freshFor) < 0 ? new KeptAnswer(kept.answer, age) : null);
  }

  @Override
  public void keep(
      String operation, AnswerKey key, long generation, byte[] answer, Duration freshFor) {
    if (generations.getOrDefault(operation, 0L) == generation) {
      cache().put(key, new Kept(answer, clock.read(), generation, freshFor));
    }
  }

  @Override
  public void forget(String operation) {
    generations.merge(operation, 1L, Long::sum);
  }

  private synchronized Cache<AnswerKey, Kept> cache() {
    Cache<AnswerKey, Kept> known = cache;
    if (known == null) {
      known =
          Caffeine.newBuilder()
              .maximumWeight(mostBytes)
              .weigher((AnswerKey key, Kept kept) -> weight(kept))
              .expireAfter(Expiry.creating((AnswerKey key, Kept kept) -> kept.freshFor))
              .ticker(clock)
              // What there is to do is less than waking another thread for it.
              .executor(Runnable::run)
              .build();
      cache = known;
    }
    return known;
  }

  private int weight(Kept kept) {
    long weight = Math.max(leastWeight, kept.answer.length + OVERHEAD_BYTES);
    return (int) Math.min(Integer.MAX_VALUE, weight);
  }
}
