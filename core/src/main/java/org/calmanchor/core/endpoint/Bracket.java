package org.calmanchor.core.endpoint;

import java.time.Instant;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.stream.BaseStream;
import org.calmanchor.core.codec.LaterItems;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What interceptors enclose: arguments are read and checked, the method is called, its result is
 * written to the last byte. Run once.
 */
final class Bracket {
  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);

  /** How most calls end: at once, and well. */
  static final CompletionStage<CallEnd> RESULT =
      CompletableFuture.completedFuture(CallEnd.OF_RESULT);

  private final OperationPlan operation;
  private final Request request;
  private final Answer answer;
  private final CallContext context;
  private final HeaderValues headers;
  private final EnvelopeReader envelope;
  private final XmlIn in;
  private final @Nullable RunningCall running;
  private @Nullable Object target;
  private @Nullable LaterItems later;

  Bracket(
      OperationPlan operation,
      Request request,
      Answer answer,
      CallContext context,
      HeaderValues headers,
      EnvelopeReader envelope,
      XmlIn in,
      @Nullable RunningCall running) {
    this.operation = operation;
    this.request = request;
    this.answer = answer;
    this.context = context;
    this.headers = headers;
    this.envelope = envelope;
    this.in = in;
    this.running = running;
  }

  CompletionStage<CallEnd> run() {
    @Nullable Object[] arguments;
    Object result;
    try {
      target = operation.target().get();
      arguments = arguments(target);
      if (request.isCancelled()) {
        return ended(answer.abort(null));
      }
      requireTime();
      if (operation.response() == null && later == null) {
        answer.accept();
      }
    } catch (Throwable failed) {
      return ended(answer.failed(failed));
    }
    try {
      result = invoke(target, arguments);
    } catch (Throwable raised) {
      return ended(finish(arguments, null, raised));
    }
    if (!operation.isAsynchronous()) {
      return ended(finish(arguments, result, null));
    }
    if (!(result instanceof CompletionStage<?> stage)) {
      return ended(
          finish(
              arguments,
              null,
              new NullPointerException("the method returned null instead of a stage")));
    }
    return stage.handle((value, raised) -> finish(arguments, value, unwrapped(raised)));
  }

  private static CompletionStage<CallEnd> ended(CallEnd end) {
    return end.equals(CallEnd.OF_RESULT) ? RESULT : CompletableFuture.completedFuture(end);
  }

  /** Reads the message to its end, or to where the items begin that the method takes one by one. */
  private @Nullable Object[] arguments(Object called) {
    @Nullable Object[] arguments = operation.decode(in);
    later = in.leftovers().later();
    if (later == null) {
      envelope.end();
    } else {
      later.atEnd(envelope::end);
      if (running != null) {
        later.atItem(running::goesOn);
      }
    }
    headers.into(operation, arguments, in);
    operation.check(called, arguments, in);
    return arguments;
  }

  private void requireTime() {
    Instant deadline = request.deadline();
    if (deadline != null && Instant.now().isAfter(deadline)) {
      throw new SoapFaultException(
          new SoapFault(
              FaultCode.RECEIVER, "ca:overdue", "The time for an answer was over.", null));
    }
  }

  private @Nullable Object invoke(Object called, @Nullable Object[] arguments) throws Throwable {
    CallContext.serve(context);
    if (running != null) {
      running.works();
    }
    Object result = null;
    try {
      result = operation.invoke(called, arguments);
      return result;
    } finally {
      if (running != null) {
        running.returned(result);
      }
      CallContext.serve(null);
    }
  }

  private static @Nullable Throwable unwrapped(@Nullable Throwable raised) {
    Throwable cause = raised instanceof CompletionException ? raised.getCause() : null;
    return cause == null ? raised : cause;
  }

  private CallEnd finish(
      @Nullable Object[] arguments, @Nullable Object result, @Nullable Throwable raised) {
    try {
      if (raised == null) {
        return answered(arguments, result);
      }
      // An item that could not be read is the sender's mistake, whatever the method made of it.
      return later != null && later.failed() != null
          ? answer.failed(later.failed())
          : answer.raised(operation, raised);
    } catch (Throwable failed) {
      return answer.failed(failed);
    } finally {
      close(result);
      if (operation.isTargetOfCall()) {
        close(target);
      }
    }
  }

  private CallEnd answered(@Nullable Object[] arguments, @Nullable Object result) {
    MessageCodec codec = operation.response();
    if (codec != null) {
      return answer.result(operation, codec, arguments, result, this::readRest);
    }
    if (later == null) {
      return new CallEnd(Ending.RESULT, null);
    }
    readRest();
    return answer.accept();
  }

  private void readRest() {
    if (later != null) {
      later.drain();
    }
  }

  /** A stream's source is let go when its last item was written, or never will be. */
  private void close(@Nullable Object held) {
    boolean isOurs = held instanceof BaseStream || held == target;
    if (isOurs && held instanceof AutoCloseable open) {
      try {
        open.close();
      } catch (Exception failed) {
        LOG.warn("what {} used or returned could not be closed", operation.name(), failed);
      }
    }
  }
}
