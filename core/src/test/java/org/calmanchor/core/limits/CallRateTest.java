package org.calmanchor.core.limits;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** A rate serves bursts of a second, is kept for each key, and needs bounded memory. */
class CallRateTest {
  private static final long MILLI = 1_000_000;

  private long now = Long.MAX_VALUE - 500 * MILLI;

  private int allowed(CallRate rate, String key, int times) {
    int count = 0;
    for (int i = 0; i < times; i++) {
      count += rate.allows(key) ? 1 : 0;
    }
    return count;
  }

  @Test
  void servesABurstOfASecondAndThenTheRate() {
    CallRate rate = new CallRate(10, () -> now);
    assertThat(allowed(rate, "a", 50)).isEqualTo(10);
    assertThat(allowed(rate, "b", 50)).isEqualTo(10);
    // Over the end of the clock's numbers, too.
    now += 550 * MILLI;
    assertThat(allowed(rate, "a", 50)).isEqualTo(5);
    now += 10_000 * MILLI;
    assertThat(allowed(rate, "a", 50)).isEqualTo(10);
  }

  @Test
  void remembersABoundedNumberOfKeys() {
    CallRate rate = new CallRate(1, () -> now);
    for (int i = 0; i < 50_000; i++) {
      assertThat(rate.allows("key" + i)).isTrue();
    }
    assertThat(rate.size()).isLessThanOrEqualTo(20_001);
    now += 2_000 * MILLI;
    assertThat(rate.allows("key0")).isTrue();
    assertThat(rate.allows("another")).isTrue();
    assertThat(rate.size()).isLessThan(20_000);
  }
}
