package org.calmanchor.core.session;

import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** What a state is written as: the request of an operation that nobody calls. */
@PortType(namespace = "urn:calm-anchor:session")
interface StateForm<S> {
  /** Has the state as its only parameter. */
  @Operation
  void keep(S state);
}
