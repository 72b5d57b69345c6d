package org.calmanchor.annotations;

/** Words for {@link PortType#callers} and {@link Operation#callers} that are no roles. */
public final class Role {
  /** No caller has to say who it is. */
  public static final String ANYONE = "anyone";

  /** A caller has to say who it is, and needs no role. */
  public static final String ANY_CALLER = "any-caller";

  private Role() {}
}
