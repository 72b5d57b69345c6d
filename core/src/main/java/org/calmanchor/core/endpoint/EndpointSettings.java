package org.calmanchor.core.endpoint;

import java.util.List;
import org.calmanchor.core.limits.Limits;

/**
 * How an endpoint serves. Immutable.
 *
 * @param limits how much a message may hold, and how long a call may take
 * @param isLenient whether elements may come in any order, and unknown ones pass; else messages are
 *     held to the published schema
 * @param interceptors what encloses each call, the outermost first
 * @param headerHandlers what understands header blocks that are no parameters
 * @param knowsCallers whether callers can say who they are; operations then need one, unless they
 *     are open to anyone
 * @param calls what counts and watches the calls that run; shared by all endpoints of a host
 */
public record EndpointSettings(
    Limits limits,
    boolean isLenient,
    List<Interceptor> interceptors,
    List<HeaderHandler> headerHandlers,
    boolean knowsCallers,
    RunningCalls calls) {
  /** The default settings, without counting and watching calls. */
  public static final EndpointSettings DEFAULT =
      new EndpointSettings(Limits.DEFAULT, false, List.of(), List.of(), RunningCalls.UNWATCHED);

  /** Settings of an endpoint that knows no callers. */
  public EndpointSettings(
      Limits limits,
      boolean isLenient,
      List<Interceptor> interceptors,
      List<HeaderHandler> headerHandlers,
      RunningCalls calls) {
    this(limits, isLenient, interceptors, headerHandlers, false, calls);
  }

  /** Copies the lists. */
  public EndpointSettings {
    interceptors = List.copyOf(interceptors);
    headerHandlers = List.copyOf(headerHandlers);
  }
}
