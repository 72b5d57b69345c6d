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

  /** The items that are still to be read; null if there are none. */
  public @Nullable LazyItems later() {
    return later;
  }

  /** Keeps binary values in memory, because nobody will close them. */
  public void keepInMemory() {
    keepsInMemory = true;
  }

  /** Whether binary values are kept in memory, whatever their size. */
  public boolean keepsInMemory() {
    return keepsInMemory;
  }

  /** Adds a file or stream to close when the message's values are no longer needed. */
  public void spool(AutoCloseable spool) {
    spools.add(spool);
  }

  /** The files and streams to close when the message's values are no longer needed. */
  public List<AutoCloseable> spools() {
    return spools;
  }
}
