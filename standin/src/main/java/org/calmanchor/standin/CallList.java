package org.calmanchor.standin;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;

/** The calls that a stand-in answered; of very many, the last ones. Safe for several threads. */
final class CallList implements Consumer<StandInCall> {
  private static final int MOST = 10_000;

  private final Deque<StandInCall> calls = new ArrayDeque<>();

  @Override
  public synchronized void accept(StandInCall call) {
    if (calls.size() == MOST) {
      calls.removeFirst();
    }
    calls.addLast(call);
  }

  synchronized List<StandInCall> all() {
    return List.copyOf(calls);
  }
}
