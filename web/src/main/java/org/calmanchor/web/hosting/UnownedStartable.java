package org.calmanchor.web.hosting;

import org.calmanchor.core.lifecycle.Startable;

/** Something that a host starts, but does not own: somebody else closes it. */
record UnownedStartable(Startable part) implements Startable {
  @Override
  public void start() throws Exception {
    part.start();
  }
}
