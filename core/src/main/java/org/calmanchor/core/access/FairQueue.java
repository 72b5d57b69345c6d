package org.calmanchor.core.access;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Work that waits for a thread, in lanes that take turns, so that nobody keeps others out by asking
 * often. When it is full, the longest lane loses what came last. Safe for several threads.
 */
final class FairQueue {
  /** Something to do for somebody who may have gone meanwhile. */
  interface Work {
    /** Does it. */
    void perform();

    /** Whether somebody still waits for it. */
    boolean isWanted();

    /** Tells those who wait for it that it is not done. */
    void giveUp();
  }

  private final int most;

  /** The lane whose turn is next comes first. */
  private final Map<String, Deque<Work>> lanes = new LinkedHashMap<>();

  private int count;

  FairQueue(int most) {
    this.most = most;
  }

  /** How much waits. */
  synchronized int size() {
    return count;
  }

  /** Adds work to a lane; false if the queue was full, so that some work was given up instead. */
  boolean add(String lane, Work work) {
    Work refused;
    synchronized (this) {
      lanes.computeIfAbsent(lane, name -> new ArrayDeque<>()).add(work);
      count++;
      refused = count > most ? removeFromLongest() : null;
    }
    if (refused != null) {
      refused.giveUp();
    }
    return refused == null;
  }

  private @Nullable Work removeFromLongest() {
    String longest = "";
    int length = 0;
    for (Map.Entry<String, Deque<Work>> each : lanes.entrySet()) {
      if (each.getValue().size() >= length) {
        longest = each.getKey();
        length = each.getValue().size();
      }
    }
    Deque<Work> lane = lanes.getOrDefault(longest, new ArrayDeque<>());
    Work last = lane.pollLast();
    if (lane.isEmpty()) {
      lanes.remove(longest);
    }
    count--;
    return last;
  }

  /** Takes what is next; null if nothing waits. What nobody wants any more is given up. */
  @Nullable Work next() {
    Work work = poll();
    while (work != null && !work.isWanted()) {
      work.giveUp();
      work = poll();
    }
    return work;
  }

  private synchronized @Nullable Work poll() {
    Iterator<Map.Entry<String, Deque<Work>>> turns = lanes.entrySet().iterator();
    if (!turns.hasNext()) {
      return null;
    }
    Map.Entry<String, Deque<Work>> turn = turns.next();
    String name = turn.getKey();
    Deque<Work> lane = turn.getValue();
    turns.remove();
    Work work = lane.poll();
    if (!lane.isEmpty()) {
      lanes.put(name, lane);
    }
    count--;
    return work;
  }

  /** Gives everything up. */
  void clear() {
    for (Work work = poll(); work != null; work = poll()) {
      work.giveUp();
    }
  }
}
