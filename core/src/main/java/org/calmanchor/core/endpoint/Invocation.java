package org.calmanchor.core.endpoint;

import java.time.Instant;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Future;
import java.util.function.Supplier;
import java.util.stream.BaseStream;
import org.calmanchor.core.answers.AnswerStore.KeptAnswer;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.endpoint.OperationPlan.Lifetime;
import org.calmanchor.core.fresh.AnswerTurn;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions;
import org.calmanchor.core.session.Sessions.Session;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.xml.LazyItems;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The part of a call that interceptors enclose: it reads and checks the arguments, calls the
 * method, and writes the result except for its last bytes. It runs once.
 */
final class Invocation {
  private static final Logger LOG = LoggerFactory.getLogger(Invocation.class);

  /** The result of most calls: completed already, without error. */
  static final CompletionStage<CallEnd> RESULT =
      CompletableFuture.completedFuture(CallEnd.OF_RESULT);

  private final OperationPlan operation;
  private final Request request;
  private final Answer answer;
  private final CallContext context;
  private final CallState state;
  private final MessageHeaders headers;
  private final EnvelopeReader envelope;
  private final XmlIn in;
  private final @Nullable FreshAnswers answers;
  private final @Nullable CallSession session;
  private boolean hasProceeded;
  private boolean isAcknowledged;
  private @Nullable Object target;
  private @Nullable Object result;
  private @Nullable LazyItems later;
  private @Nullable AnswerTurn turn;

  /** The stage that the method of an asynchronous operation returned. */
  private volatile @Nullable CompletionStage<?> stage;

  private volatile @Nullable CompletableFuture<CallEnd> pending;

  Invocation(
      OperationPlan operation,
      Request request,
      Answer answer,
      CallContext context,
      CallState state,
      MessageHeaders headers,
      EnvelopeReader envelope,
      XmlIn in,
      @Nullable FreshAnswers answers,
      @Nullable Sessions sessions) {
    this.operation = operation;
    this.request = request;
    this.answer = answer;
    this.context = context;
    this.state = state;
    this.headers = headers;
    this.envelope = envelope;
    this.in = in;
    this.answers = answers;
    SessionPlan planned = operation.service().session();
    this.session =
        planned != null && sessions != null
            ? new CallSession(sessions, planned, request, context, answer)
            : null;
  }

  /**
   * Runs the call, on any thread.
   *
   * @throws IllegalStateException when it did before
   */
  CompletionStage<CallEnd> proceed() {
    begin();
    if (!state.enter()) {
      return CompletableFuture.completedFuture(answer.end());
    }
    try {
      return entered();
    } finally {
      state.leave();
    }
  }

  private synchronized void begin() {
    if (hasProceeded) {
      throw new IllegalStateException("an interceptor let the call proceed twice");
    }
    hasProceeded = true;
  }

  /** The same on a thread that already works for the call; must not be called twice. */
  CompletionStage<CallEnd> entered() {
    @Nullable Object[] arguments;
    try {
      if (!state.read()) {
        return ended(answer.end());
      }
      arguments = arguments();
      if (request.isCancelled()) {
        return ended(answer.abort(null));
      }
      requireTime();
      if (!state.invoke()) {
        return ended(answer.end());
      }
      if (answers != null && operation.freshFor() != null) {
        FreshAnswers.Way way =
            answers.find(operation, request.length(), context, headers, arguments);
        if (way.kept() != null) {
          return ended(answer.again(way.kept()));
        }
        if (way.awaited() != null) {
          return awaitAnswer(way.awaited(), arguments);
        }
        turn = way.turn();
      }
    } catch (Throwable failed) {
      return ended(answer.failed(failed));
    }
    return called(arguments);
  }

  /** Calls the method, and answers. */
  private CompletionStage<CallEnd> called(@Nullable Object[] arguments) {
    CallSession mine = session;
    return mine == null ? called(operation.target(), arguments) : called(mine, arguments);
  }

  /** The same in a session, when no other call is in it. */
  private CompletionStage<CallEnd> called(CallSession mine, @Nullable Object[] arguments) {
    CompletableFuture<Session> entering;
    try {
      entering = mine.enter().toCompletableFuture();
    } catch (Throwable failed) {
      return ended(answer.failed(failed));
    }
    if (entering.isDone() && !entering.isCompletedExceptionally()) {
      Session entered = entering.join();
      return mine.isIn(entered)
          ? called(entered::target, arguments)
          : CompletableFuture.completedFuture(answer.end());
    }
    return awaitSession(mine, entering, arguments);
  }

  private CompletionStage<CallEnd> awaitSession(
      CallSession mine, CompletionStage<Session> entering, @Nullable Object[] arguments) {
    CompletableFuture<CallEnd> awaited = new CompletableFuture<>();
    pending = awaited;
    entering.whenComplete(
        (entered, failed) -> {
          // A request that is over cannot be resumed.
          if (entered == null || mine.isIn(entered)) {
            request.resume(
                () ->
                    resumed(
                        awaited,
                        () ->
                            entered == null
                                ? ended(answer.failed(Objects.requireNonNull(failed)))
                                : called(entered::target, arguments)));
          }
        });
    return awaited;
  }

  private CompletionStage<CallEnd> called(Supplier<?> targets, @Nullable Object[] arguments) {
    Object returned;
    try {
      target = targets.get();
      operation.check(target, arguments, in);
      if (operation.response() == null && later == null) {
        answer.acknowledge();
        isAcknowledged = true;
      }
    } catch (Throwable failed) {
      return ended(answer.failed(failed));
    }
    try {
      returned = invoke(target, arguments);
    } catch (Throwable raised) {
      return ended(finish(arguments, null, raised));
    }
    if (!operation.isAsynchronous()) {
      return ended(finish(arguments, returned, null));
    }
    if (!(returned instanceof CompletionStage<?> unfinished)) {
      String nothing = "the method returned null instead of a stage";
      return ended(finish(arguments, null, new NullPointerException(nothing)));
    }
    return await(unfinished, arguments);
  }

  private static CompletionStage<CallEnd> ended(CallEnd end) {
    return end.isResult() && end.cause() == null ? RESULT : CompletableFuture.completedFuture(end);
  }

  /** Waits for the answer that an equal call computes, without a thread. */
  private CompletionStage<CallEnd> awaitAnswer(
      CompletionStage<@Nullable KeptAnswer> other, @Nullable Object[] arguments) {
    CompletableFuture<CallEnd> awaited = new CompletableFuture<>();
    pending = awaited;
    other.whenComplete(
        (kept, failed) ->
            request.resume(
                () ->
                    resumed(
                        awaited,
                        () -> kept == null ? called(arguments) : ended(answer.again(kept)))));
    return awaited;
  }

  /** Does the rest of a call that has waited, unless the call took too long meanwhile. */
  private void resumed(
      CompletableFuture<CallEnd> awaited, Supplier<CompletionStage<CallEnd>> rest) {
    if (!state.enter()) {
      return;
    }
    try {
      if (state.isOverdue()) {
        awaited.complete(answer.end());
      } else {
        rest.get().whenComplete((end, never) -> awaited.complete(end));
      }
    } finally {
      state.leave();
    }
  }

  /** Continues the call on the thread that completes the stage. */
  private CompletionStage<CallEnd> await(
      CompletionStage<?> unfinished, @Nullable Object[] arguments) {
    CompletableFuture<CallEnd> awaited = new CompletableFuture<>();
    pending = awaited;
    stage = unfinished;
    unfinished.whenComplete(
        (value, raised) -> {
          if (!state.enter()) {
            LOG.debug("{} ended after its call had", operation.name(), Loggable.failure(raised));
            closeIfStream(value);
            return;
          }
          try {
            awaited.complete(finish(arguments, value, unwrapped(raised)));
          } finally {
            state.leave();
          }
        });
    return awaited;
  }

  /** Reads the message to its end, or to the items that the method takes one by one. */
  private @Nullable Object[] arguments() {
    @Nullable Object[] arguments = operation.decode(in);
    later = in.resources().later();
    if (later == null) {
      envelope.end();
    } else {
      later.atEnd(envelope::end);
      later.atItem(state::restartTime);
    }
    headers.into(operation, arguments, in, context.version());
    return arguments;
  }

  private void requireTime() {
    Instant deadline = request.deadline();
    if (deadline != null && Instant.now().isAfter(deadline)) {
      throw new SoapFaultException(SoapFault.deadlinePassed());
    }
  }

  private @Nullable Object invoke(Object called, @Nullable Object[] arguments) throws Throwable {
    if (session != null) {
      session.enterMethod();
    }
    CallContext.serve(context);
    context.watch(turn != null);
    try {
      return operation.invoke(called, arguments);
    } finally {
      if (session != null) {
        session.leaveMethod();
      }
      state.returned();
      CallContext.serve(null);
    }
  }

  private static @Nullable Throwable unwrapped(@Nullable Throwable raised) {
    Throwable cause = raised instanceof CompletionException ? raised.getCause() : null;
    return cause == null ? raised : cause;
  }

  private CallEnd finish(
      @Nullable Object[] arguments, @Nullable Object returned, @Nullable Throwable raised) {
    result = returned;
    context.watch(false);
    try {
      if (session != null) {
        session.save();
      }
      if (raised == null) {
        return answered(arguments, returned);
      }
      // An invalid item is the sender's error, whatever exception the method threw because of it.
      return later != null && later.failed() != null
          ? answer.failed(later.failed())
          : answer.raised(operation, raised);
    } catch (Throwable failed) {
      return answer.failed(failed);
    } finally {
      close();
    }
  }

  private CallEnd answered(@Nullable Object[] arguments, @Nullable Object returned) {
    MessageCodec codec = operation.response();
    if (codec != null) {
      return answer.result(operation, codec, arguments, returned, turn, this::readRest);
    }
    if (!isAcknowledged) {
      readRest();
      answer.acknowledge();
    }
    return answer.done();
  }

  /** Lets others have the answer, now that the call has succeeded, or compute it themselves. */
  void settle(boolean isResult) {
    AnswerTurn mine = turn;
    if (mine == null) {
      return;
    }
    turn = null;
    if (isResult && !context.wasAsked()) {
      mine.succeed();
    } else {
      if (context.wasAsked() && answers != null) {
        answers.asked(operation);
      }
      mine.abandon();
    }
  }

  /** Lets the next call into the session, once the method has returned. */
  void leaveSession() {
    if (session != null) {
      session.leave();
    }
  }

  private void readRest() {
    if (later != null) {
      later.drain();
    }
  }

  /** Whether the call waits for a stage. */
  boolean isPending() {
    return pending != null;
  }

  /**
   * Cancels the method's stage because the call timed out, and completes the interceptors' stage.
   */
  void cancel() {
    if (stage instanceof Future<?> cancellable) {
      cancellable.cancel(true);
    }
    CompletableFuture<CallEnd> awaited = pending;
    if (awaited != null) {
      awaited.complete(answer.end());
    }
  }

  /** Closes what the call used and returned, such as the source of a stream. */
  synchronized void close() {
    closeIfStream(result);
    result = null;
    boolean isOfCall =
        operation.lifetime() == Lifetime.CALL
            || (operation.lifetime() == Lifetime.SESSION && session == null);
    if (isOfCall) {
      close(target);
    }
    target = null;
  }

  private void closeIfStream(@Nullable Object returned) {
    if (returned instanceof BaseStream<?, ?>) {
      close(returned);
    }
  }

  private void close(@Nullable Object held) {
    if (held instanceof AutoCloseable open) {
      try {
        open.close();
      } catch (Exception failed) {
        LOG.warn(
            "what {} used or returned could not be closed",
            operation.name(),
            Loggable.failure(failed));
      }
    }
  }
}
