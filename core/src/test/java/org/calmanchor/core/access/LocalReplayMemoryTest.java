package org.calmanchor.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.calmanchor.core.access.ReplayMemory.Answer;
import org.junit.jupiter.api.Test;

/** A bounded memory forgets what is over, and nothing else. */
class LocalReplayMemoryTest {
  private Instant now = Instant.parse("2027-06-11T08:43:00Z");

  private final Clock clock =
      new Clock() {
        @Override
        public ZoneId getZone() {
          return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
          return this;
        }

        @Override
        public Instant instant() {
          return now;
        }
      };

  @Test
  void refusesWhenFullUntilSomethingIsOver() {
    ReplayMemory memory = new LocalReplayMemory(clock, 2);
    assertThat(memory.add("a", now.plusSeconds(20))).isEqualTo(Answer.FRESH);
    assertThat(memory.add("b", now.plusSeconds(10))).isEqualTo(Answer.FRESH);
    assertThat(memory.add("a", now.plusSeconds(30))).isEqualTo(Answer.USED);
    assertThat(memory.add("c", now.plusSeconds(10))).isEqualTo(Answer.FULL);
    now = now.plusSeconds(11);
    assertThat(memory.add("a", now.plusSeconds(10))).isEqualTo(Answer.USED);
    assertThat(memory.add("c", now.plusSeconds(10))).isEqualTo(Answer.FRESH);
    assertThat(memory.add("d", now.plusSeconds(10))).isEqualTo(Answer.FULL);
  }
}
