package org.calmanchor.core.logging;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

class RateLimitedLogTest {
  @Test
  void sumsUpAFlood() throws IOException {
    AtomicLong now = new AtomicLong();
    TestLog log = TestLog.fromNow();
    RateLimitedLog flood =
        new RateLimitedLog(LoggerFactory.getLogger(RateLimitedLog.class), Level.WARN, now::get);
    for (int i = 0; i < 1_000; i++) {
      flood.log("the flood of {}", i);
    }
    now.addAndGet(TimeUnit.MINUTES.toNanos(2));
    flood.log("the flood of {}", "later");
    flood.log("the flood of {}", "latest");
    assertThat(log.text().lines().filter(line -> line.contains("flood")))
        .hasSize(12)
        .anyMatch(line -> line.endsWith("the flood of 9"))
        .noneMatch(line -> line.endsWith("the flood of 10"))
        .anyMatch(line -> line.endsWith("the flood of latest"));
    assertThat(log.text()).contains("990 more of the following were left out within a minute");
  }
}
