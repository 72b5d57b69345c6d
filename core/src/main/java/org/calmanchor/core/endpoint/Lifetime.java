package org.calmanchor.core.endpoint;

/** How long the object lives that the methods of a service are called on. */
enum Lifetime {
  /** As long as the endpoint. */
  SERVICE,
  /** For one call. */
  CALL,
  /** For the calls of one session. */
  SESSION
}
