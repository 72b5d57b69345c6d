package org.calmanchor.client;

import java.lang.invoke.MethodHandle;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.objects.HeaderCodec;
import org.jspecify.annotations.Nullable;

/**
 * All that a call of one operation needs, planned once.
 *
 * @param name the operation's name
 * @param action the action of its request
 * @param request writes the arguments; null if the body is empty
 * @param response reads the result; null for one-way, or if the body is empty
 * @param headersIn the header blocks that are sent
 * @param headersOut those that come back, by name
 * @param faults the declared faults, by detail element
 * @param isAsynchronous whether the method returns a stage of its result
 * @param answersInStream whether the result is a stream, which is read as it comes
 * @param isStreamed whether the request ends in a stream, which is written as it is sent
 */
record CallPlan(
    String name,
    String action,
    @Nullable MessageCodec request,
    @Nullable MessageCodec response,
    List<HeaderCodec> headersIn,
    Map<QName, HeaderCodec> headersOut,
    Map<QName, RaisedFault> faults,
    boolean isAsynchronous,
    boolean answersInStream,
    boolean isStreamed) {

  /** A fault that is turned into its exception. */
  record RaisedFault(MessageCodec detail, MethodHandle constructor) {
    Throwable raise(String reason, @Nullable Object[] members) {
      try {
        return (Throwable) constructor.invokeExact(reason, members);
      } catch (Throwable refused) {
        return refused;
      }
    }
  }
}
