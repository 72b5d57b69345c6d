package org.calmanchor.core.endpoint;

import java.util.List;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.core.session.Sessions;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.jspecify.annotations.Nullable;

/**
 * How an endpoint serves. Immutable.
 *
 * @param limits how much a message may hold, and how long a call may take
 * @param isLenient whether elements may come in any order, and unknown ones pass; else messages are
 *     held to the published schema
 * @param interceptors what encloses each call, the outermost first
 * @param observers what is told of each call that has ended
 * @param headerHandlers what understands header blocks that are no parameters
 * @param callers by what callers are known; if there is any way, operations need a caller, unless
 *     they are open to anyone
 * @param usernameTokens finds out who calls by what messages say; null if they say nothing
 * @param answers keeps answers that may be given again; null if none are kept
 * @param sessions keeps the objects of sessions; null if there are none
 * @param calls what counts and watches the calls that run; shared by all endpoints of a host
 */
public record EndpointSettings(
    Limits limits,
    boolean isLenient,
    List<Interceptor> interceptors,
    List<CallObserver> observers,
    List<HeaderHandler> headerHandlers,
    CallerSources callers,
    @Nullable UsernameTokens usernameTokens,
    @Nullable AnswerStore answers,
    @Nullable Sessions sessions,
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
    this(
        limits,
        isLenient,
        interceptors,
        List.of(),
        headerHandlers,
        CallerSources.NONE,
        null,
        null,
        null,
        calls);
  }

  /** Copies the lists. */
  public EndpointSettings {
    interceptors = List.copyOf(interceptors);
    observers = List.copyOf(observers);
    headerHandlers = List.copyOf(headerHandlers);
  }
}
