package org.calmanchor.core.session;

/**
 * An object of a session whose state can be kept outside its host, so that every host of the
 * service can continue the session. The service class implements it; neither method is an
 * operation.
 *
 * <p>Hosts that share sessions make a new object for each call, restore the state before the call
 * and take it after the call. Everything else in the object is gone then. Hosts that keep sessions
 * in memory call neither method.
 *
 * @param <S> the type of the state: a data type as operations have, such as a record
 */
public interface SessionObject<S> {
  /** What has to be known at the next call; never null. */
  S state();

  /** Takes over what {@link #state} gave after the call before. Not called in a new session. */
  void restore(S state);
}
