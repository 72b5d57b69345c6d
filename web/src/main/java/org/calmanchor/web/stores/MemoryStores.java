package org.calmanchor.web.stores;

import org.calmanchor.core.access.FailureCounts;
import org.calmanchor.core.access.LocalFailureCounts;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.ReplayMemory;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.session.Sessions;
import org.calmanchor.core.stores.HostStores;
import org.jspecify.annotations.Nullable;

/** The memory of one host. Everything in it is gone when the host has stopped. */
public final class MemoryStores implements HostStores {
  private @Nullable MemorySessions sessions;

  /** Creates stores with nothing in them. */
  public MemoryStores() {}

  @Override
  public AnswerStore answers(Limits limits) {
    return new MemoryAnswers(limits);
  }

  @Override
  public ReplayMemory replayMemory() {
    return new LocalReplayMemory();
  }

  @Override
  public FailureCounts failures() {
    return new LocalFailureCounts();
  }

  @Override
  public synchronized Sessions sessions(Limits limits, ExemptAddresses exempt) {
    if (sessions == null) {
      sessions = new MemorySessions(limits, exempt);
    }
    return sessions;
  }

  @Override
  public synchronized void close() {
    if (sessions != null) {
      sessions.close();
    }
  }
}
