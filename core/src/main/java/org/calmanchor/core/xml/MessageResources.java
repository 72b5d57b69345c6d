package org.calmanchor.core.xml;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What must be kept after a message was read: unread items, and files to delete. Not safe for
 * several threads.
 */
public final class MessageResources {
  private final List<AutoCloseable> spools = new ArrayList<>(0);
  private @Nullable LazyItems later;
  private boolean keepsInMemory;

  MessageResources() {}

  /** Leaves the rest of the current element to be read later. */
  public void leave(LazyItems items) {
    later = items;
  }

  /** What of the message is still to be read by whoever takes its items, or null for nothing. */
  public @Nullable LazyItems later() {
    return later;
  }

  /** Has binary values held in memory, where nobody will close what keeps them. */
  public void keepInMemory() {
    keepsInMemory = true;
  }

  /** Whether binary values are held in memory, whatever their size. */
  public boolean keepsInMemory() {
    return keepsInMemory;
  }

  /** Keeps what has to be closed when nobody needs the message's values any more. */
  public void spool(AutoCloseable spool) {
    spools.add(spool);
  }

  /** What has to be closed when nobody needs the message's values any more. */
  public List<AutoCloseable> spools() {
    return spools;
  }
}
