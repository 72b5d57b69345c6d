package org.calmanchor.configuration;

/**
 * Where a value comes from.
 *
 * @param kind of two values, the one whose kind comes later counts
 * @param text the place, for people, such as "calm-anchor.yaml:3" or "CALM_ANCHOR_PORT"
 */
public record Source(Kind kind, String text) {
  /** The kinds of sources, in the order in which later ones replace earlier ones. */
  public enum Kind {
    /** Nobody has said anything. */
    DEFAULT,
    /** The code that makes the host. */
    CODE,
    /** The configuration file. */
    FILE,
    /** An environment variable. */
    ENVIRONMENT,
    /** An option of the command. */
    OPTION
  }

  static final Source BY_DEFAULT = new Source(Kind.DEFAULT, "default");

  @Override
  public String toString() {
    return text;
  }
}
