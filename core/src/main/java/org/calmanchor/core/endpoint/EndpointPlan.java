package org.calmanchor.core.endpoint;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.soap.ContentType;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.usernametoken.SecurityNames;
import org.calmanchor.core.xml.MessageOpener;
import org.jspecify.annotations.Nullable;

/**
 * All that the calls of an endpoint share. Immutable but for what the parsers and content types
 * keep; safe for several threads.
 */
final class EndpointPlan {
  private final OperationTable operations;
  private final EndpointSettings settings;
  private final Set<String> switchedOff;
  private final Map<QName, HeaderHandler> handlers = new HashMap<>();
  private final ContentType.Cache contentTypes = new ContentType.Cache();
  private final MessageOpener inputs;
  private final @Nullable FreshAnswers freshAnswers;
  private final int digits;

  EndpointPlan(OperationTable operations, EndpointSettings settings, Set<String> switchedOff) {
    this.operations = operations;
    this.settings = settings;
    this.switchedOff = switchedOff;
    this.digits = (int) settings.limits().value(Limit.DIGITS);
    this.freshAnswers = settings.answers() == null ? null : new FreshAnswers(settings.answers());
    this.inputs = settings.limits().inputs(settings.isLenient());
    if (settings.usernameTokens() != null) {
      handlers.put(SecurityNames.SECURITY, CallerChecks.HANDLER);
    }
    for (HeaderHandler handler : settings.headerHandlers()) {
      handler.blocks().forEach(name -> handlers.putIfAbsent(name, handler));
    }
  }

  OperationTable operations() {
    return operations;
  }

  EndpointSettings settings() {
    return settings;
  }

  /** The names of the operations that are switched off. */
  Set<String> switchedOff() {
    return switchedOff;
  }

  /**
   * Checks that an operation is not switched off.
   *
   * @throws SoapFaultException if it is
   */
  void requireOn(OperationPlan operation) {
    if (!switchedOff.isEmpty() && switchedOff.contains(operation.name())) {
      throw new SoapFaultException(SoapFault.switchedOff(operation.name()));
    }
  }

  /** The header blocks of one message, none of which was read so far. */
  MessageHeaders newHeaders() {
    return new MessageHeaders(operations.headers(), handlers, settings.headerHandlers(), inputs);
  }

  /** The answers that may be given again; null if none are kept. */
  @Nullable FreshAnswers freshAnswers() {
    return freshAnswers;
  }

  ContentType.Cache contentTypes() {
    return contentTypes;
  }

  MessageOpener inputs() {
    return inputs;
  }

  /** The most digits of a number in an answer. */
  int digits() {
    return digits;
  }
}
