package org.calmanchor.web.event;

import java.time.Instant;

/**
 * The last time that the services of a running site were to be replaced.
 *
 * @param number how often they were replaced; a page of an earlier number is out of date
 * @param at when it was
 * @param isDone false if they could not be replaced, so that the former ones go on
 * @param text what has changed, or why they could not be replaced; for people
 */
public record Reload(int number, Instant at, boolean isDone, String text) {
  /** The state of a site whose services were not replaced so far. */
  public static Reload none() {
    return new Reload(0, Instant.now(), true, "");
  }

  /** The next one, after which other services answer. */
  public Reload done(String changes) {
    return new Reload(number + 1, Instant.now(), true, changes);
  }

  /** One that failed. */
  public Reload failed(String problems) {
    return new Reload(number, Instant.now(), false, problems);
  }
}
