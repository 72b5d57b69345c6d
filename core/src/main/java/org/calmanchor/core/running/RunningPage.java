package org.calmanchor.core.running;

import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/** A page or document that has a slot. It is aborted when it takes too long. */
final class RunningPage implements SlotHolder {
  private final long nanos;
  private final Runnable breakOff;
  private final AtomicLong until = new AtomicLong();
  private final AtomicBoolean isBroken = new AtomicBoolean();

  RunningPage(long nanos, Runnable breakOff) {
    this.nanos = nanos;
    this.breakOff = breakOff;
  }

  @Override
  public void look(long now) {
    long known = until.get();
    if (known == 0) {
      until.set(now + nanos);
    } else if (now - known >= 0) {
      stop();
    }
  }

  @Override
  public void stop() {
    if (isBroken.compareAndSet(false, true)) {
      breakOff.run();
    }
  }

  @Override
  public boolean isStuck() {
    return false;
  }
}
