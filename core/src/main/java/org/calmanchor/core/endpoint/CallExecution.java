package org.calmanchor.core.endpoint;

import java.io.InputStream;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Verification;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.observe.ServedOperation;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.core.running.SlotHolder;
import org.calmanchor.core.soap.ContentType;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/**
 * One call, from the first byte received to the last byte sent. It contains the only place where a
 * call ends.
 */
final class CallExecution implements SlotHolder {
  private static final int RETURNED = -1;
  private static final CompletionStage<Void> DONE = CompletableFuture.completedFuture(null);

  private final EndpointPlan endpoint;
  private final Request request;
  private final ContentType contentType;
  private final RunningCalls calls;
  private final CallState state;
  private final CallContext context;
  private final AnswerOutput output;
  private final Answer answer;
  private int slot = RunningCalls.FULL;

  /** What the message has taken of the memory for all; {@link #RETURNED} after the call. */
  private final AtomicInteger memoryBlocks = new AtomicInteger();

  /** Whose call it was counted as. */
  private volatile @Nullable String countedCaller;

  /** Null if nobody is told how long the call takes. */
  private final @Nullable CallReport report;

  private @Nullable XmlIn in;
  private volatile @Nullable Invocation invocation;
  private volatile @Nullable CompletableFuture<Void> ended;
  private volatile boolean isOver;

  CallExecution(EndpointPlan endpoint, Request request, Response response) {
    this.endpoint = endpoint;
    this.request = request;
    this.contentType = endpoint.contentTypes().of(request.contentType());
    this.calls = endpoint.settings().calls();
    this.state = new CallState(calls.readNanos(), calls.callNanos(), RunningCalls.GRACE_NANOS);
    SoapVersion version =
        contentType.version() == null ? SoapVersion.SOAP_1_1 : contentType.version();
    this.context = new CallContext(request, version);
    this.output = new AnswerOutput(response, context, state, endpoint.digits());
    this.answer = new Answer(output, context, state, endpoint.operations().anyService());
    this.report = CallReport.to(endpoint.settings().observers());
  }

  /** Serves the call. The stage completes when the call has ended, and never fails. */
  CompletionStage<Void> run() {
    if (!state.enter()) {
      return DONE;
    }
    try {
      if (!isAdmitted()) {
        return DONE;
      }
      CompletionStage<CallEnd> proceeding = guarded();
      if (proceeding == Invocation.RESULT && concluded(null)) {
        return DONE;
      }
      return whenEnded(proceeding);
    } finally {
      state.leave();
    }
  }

  private boolean isAdmitted() {
    if (calls.isWatched()) {
      slot = calls.admit(this, request.remoteAddress());
      if (slot < 0) {
        Refusal refusal = RunningCalls.refusal(slot);
        answer.refuse(refusal, refusal);
        answer.deliver();
        report();
        return false;
      }
    }
    return true;
  }

  private CompletionStage<Void> whenEnded(CompletionStage<CallEnd> proceeding) {
    CompletableFuture<Void> atEnd = new CompletableFuture<>();
    ended = atEnd;
    proceeding.whenComplete((end, failed) -> conclude(unwrapped(failed)));
    if (isOver) {
      atEnd.complete(null);
    }
    return atEnd;
  }

  /** Proceeds with the call; any exception is answered with a fault. */
  private CompletionStage<CallEnd> guarded() {
    try {
      CompletionStage<CallEnd> proceeding = proceed();
      return proceeding == null ? CompletableFuture.failedFuture(nothing()) : proceeding;
    } catch (Throwable failed) {
      return CompletableFuture.failedFuture(failed);
    }
  }

  private static IllegalStateException nothing() {
    return new IllegalStateException("an interceptor returned null instead of a stage");
  }

  /** The steps of a call, up to the point where the last bytes of the answer are held back. */
  private CompletionStage<CallEnd> proceed() {
    requireContentType();
    XmlIn opened =
        endpoint.inputs().open(body(), contentType.charset(), request.length(), this::claimMemory);
    in = opened;
    EnvelopeReader envelope = EnvelopeReader.open(opened);
    SoapVersion version = envelope.version();
    if (version != context.version()) {
      context.speak(version);
      throw contentType(version.title() + " envelopes travel as " + version.mediaType());
    }
    MessageHeaders headers = endpoint.newHeaders();
    boolean hasBody = envelope.toBody(headers);
    MessageHead head = new MessageHead(opened, envelope, headers, hasBody);
    UsernameTokens tokens = endpoint.settings().usernameTokens();
    return tokens == null ? proceed(head) : identified(tokens, head);
  }

  /** A message whose header was read. */
  private record MessageHead(
      XmlIn in, EnvelopeReader envelope, MessageHeaders headers, boolean hasBody) {}

  /** Finds out who calls by the message, and proceeds on another thread if that takes a while. */
  private CompletionStage<CallEnd> identified(UsernameTokens tokens, MessageHead head) {
    CompletionStage<Verification> verifying =
        tokens.verify(
            head.headers().of(CallerChecks.HANDLER),
            request.isProtected(),
            request.sender(),
            request::isCancelled);
    if (verifying == null) {
      return proceed(head);
    }
    CompletableFuture<Verification> verified = verifying.toCompletableFuture();
    if (verified.isDone()) {
      context.calledBy(CallerChecks.caller(verified.join()));
      return proceed(head);
    }
    // It is bounded in time, which is the service's and not the sender's.
    state.invoke();
    return verified
        .thenApplyAsync(each -> resumed(each, head), request::resume)
        .thenCompose(proceeding -> proceeding);
  }

  private CompletionStage<CallEnd> resumed(Verification verified, MessageHead head) {
    if (!state.enter()) {
      return CompletableFuture.completedFuture(answer.end());
    }
    try {
      if (!state.read()) {
        return CompletableFuture.completedFuture(answer.end());
      }
      context.calledBy(CallerChecks.caller(verified));
      return proceed(head);
    } finally {
      state.leave();
    }
  }

  private CompletionStage<CallEnd> proceed(MessageHead head) {
    MessageHeaders headers = head.headers();
    headers.handle(context, state);
    OperationPlan operation =
        endpoint.operations().require(head.in(), head.hasBody(), context.version());
    noteAction(operation);
    context.of(operation);
    context.of(endpoint.settings().answers());
    answer.of(operation);
    CallerChecks.requireAllowed(operation, request, context, endpoint.settings().callers());
    count(context.caller().orElse(null));
    endpoint.requireOn(operation);
    calls.requireShortOrRoom(this, answer.isOneWay());
    headers.requireUnderstood(head.envelope(), operation);
    Invocation invoked =
        new Invocation(
            operation,
            request,
            answer,
            context,
            state,
            headers,
            head.envelope(),
            head.in(),
            endpoint.freshAnswers(),
            endpoint.settings().sessions());
    invocation = invoked;
    List<Interceptor> interceptors = endpoint.settings().interceptors();
    if (interceptors.isEmpty()) {
      return invoked.entered();
    }
    return state.invoke()
        ? around(interceptors, 0, invoked)
        : CompletableFuture.completedFuture(answer.end());
  }

  private void claimMemory() {
    if (!calls.isWatched()) {
      return;
    }
    if (!calls.memory().take(request.remoteAddress())) {
      throw Refusal.noMemory();
    }
    // A call that was given up may go on to read.
    if (memoryBlocks.getAndUpdate(count -> count < 0 ? count : count + 1) < 0) {
      calls.memory().give(request.remoteAddress(), 1);
      throw new IllegalStateException("the call has ended");
    }
  }

  private void returnMemory() {
    int count = memoryBlocks.getAndSet(RETURNED);
    if (count > 0) {
      calls.memory().give(request.remoteAddress(), count);
    }
  }

  /** The message's bytes. The stream tells the call's state while a thread waits for bytes. */
  private InputStream body() {
    if (!calls.isWatched() && report == null) {
      return request.body();
    }
    WaitTrackingInput tracked = new WaitTrackingInput(request.body(), state);
    if (report != null) {
      report.reading(tracked);
    }
    return tracked;
  }

  private CompletionStage<CallEnd> around(
      List<Interceptor> interceptors, int at, Invocation enclosed) {
    if (at == interceptors.size()) {
      return enclosed.proceed();
    }
    return interceptors.get(at).around(context, () -> around(interceptors, at + 1, enclosed));
  }

  private static Refusal contentType(String fix) {
    return new Refusal(415, "The content type does not fit the message. " + fix + ".");
  }

  private void requireContentType() {
    if (contentType.version() == null) {
      throw contentType("Send text/xml for SOAP 1.1 or application/soap+xml for SOAP 1.2");
    }
  }

  /** The action does not decide anything, but one of another operation is worth a note. */
  private void noteAction(OperationPlan operation) {
    String action = request.action();
    if (action != null && !action.isEmpty() && !action.equals(operation.action())) {
      CallLog.otherAction(operation, action);
    }
  }

  /** Counts the call as one of its caller, who has a share of the host. */
  private void count(@Nullable Caller caller) {
    if (caller != null && calls.isWatched()) {
      calls.admitCaller(caller.name());
      countedCaller = caller.name();
    }
  }

  /** Runs after all interceptors have completed: sends the held bytes and ends the call. */
  private void conclude(@Nullable Throwable failed) {
    if (!state.enter()) {
      CallLog.afterEnd(answer.name(), failed);
      return;
    }
    try {
      concluded(failed);
    } finally {
      state.leave();
    }
  }

  /** Whether the call has ended; if false, the watching thread is answering it and will end it. */
  private boolean concluded(@Nullable Throwable failed) {
    boolean hasEnded;
    try {
      if (failed != null) {
        answer.replaced(failed);
      } else if (!answer.isWritten()) {
        answer.failed(
            new IllegalStateException("an interceptor neither let the call proceed nor refused"));
      }
      Invocation known = invocation;
      if (known != null) {
        // Before the caller has the answer: whoever asks afterwards gets nothing older.
        context.forgetAtEnd();
        known.settle(answer.end().isResult());
      }
      answer.deliver();
    } catch (Throwable unforeseen) {
      CallLog.unanswerable(answer.name(), unforeseen);
      answer.abort(unforeseen);
    } finally {
      hasEnded = end();
    }
    return hasEnded;
  }

  private static @Nullable Throwable unwrapped(@Nullable Throwable failed) {
    Throwable cause = failed instanceof CompletionException ? failed.getCause() : null;
    return cause == null ? failed : cause;
  }

  /** Ends the call; no other code does. */
  private boolean end() {
    boolean isMine = state.end();
    if (isMine) {
      release();
    }
    return isMine;
  }

  /** Releases everything that the call held, and notifies interceptors. */
  private void release() {
    try {
      Invocation known = invocation;
      if (known != null) {
        known.settle(false);
        known.close();
        known.leaveSession();
      }
      XmlIn message = in;
      if (message != null) {
        message.resources().spools().forEach(CallExecution::close);
        close(message);
      }
      if (answer.end().cause() instanceof OutOfMemoryError exhausted) {
        calls.memory().fail(exhausted);
      }
      for (Interceptor interceptor : endpoint.settings().interceptors()) {
        notifyEnded(interceptor);
      }
      report();
    } finally {
      if (slot >= 0) {
        returnMemory();
        calls.free(slot, request.remoteAddress());
      }
      String counted = countedCaller;
      if (counted != null) {
        calls.freeCaller(counted);
      }
      isOver = true;
      CompletableFuture<Void> atEnd = ended;
      if (atEnd != null) {
        atEnd.complete(null);
      }
    }
  }

  private void report() {
    if (report != null) {
      report.send(context, answer.end(), output);
    }
  }

  private void notifyEnded(Interceptor interceptor) {
    try {
      interceptor.ended(context, answer.end());
    } catch (Throwable failed) {
      CallLog.interceptorFailed(answer.name(), failed);
    }
  }

  private static void close(AutoCloseable open) {
    try {
      open.close();
    } catch (Exception failed) {
      CallLog.unclosable(failed);
    }
  }

  @Override
  public void look(long now) {
    OverdueAction late = state.late(now);
    switch (late.kind()) {
      case IN_TIME -> {}
      case MESSAGE, SLOW_MESSAGE -> {
        calls.limitCounts().count(Limit.READ_TIME);
        answerLate(late, calls.readNanos());
      }
      case METHOD, ANSWER -> {
        answerLate(late, calls.callNanos());
        cancelLater();
      }
      case STUCK -> calls.stuck(answer.name(), state.stack());
      case ABANDONED -> calls.later(this::release);
    }
  }

  private void answerLate(OverdueAction late, long nanos) {
    try {
      new OverdueAnswer(answer, output, context, state, nanos).write(late);
    } finally {
      if (state.lateAnswered()) {
        calls.later(this::end);
      }
    }
  }

  private void cancelLater() {
    Invocation known = invocation;
    if (known != null && known.isPending()) {
      // Completing a stage runs the code that depends on it, which must not block the watching
      // thread.
      calls.later(known::cancel);
    }
  }

  @Override
  public void stop() {
    answer.stop();
    cancelLater();
    if (state.endIfIdle()) {
      calls.later(this::release);
    }
  }

  @Override
  public boolean isStuck() {
    return state.isStuck();
  }

  @Override
  public boolean isLong(long now) {
    return answer.isOneWay() || state.isLong(now);
  }

  @Override
  public @Nullable ServedOperation operation() {
    OperationPlan known = answer.operation();
    return known == null ? null : new ServedOperation(known.service().name(), known.name());
  }
}
