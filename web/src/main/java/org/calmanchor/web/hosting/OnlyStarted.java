package org.calmanchor.web.hosting;

import org.calmanchor.core.lifecycle.Startable;

/** Something that a host starts, and that somebody else closes. */
record OnlyStarted(Startable part) implements Startable {
  @Override
  public void start() throws Exception {
    part.start();
  }
}
