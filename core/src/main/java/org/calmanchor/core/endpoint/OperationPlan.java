package org.calmanchor.core.endpoint;

import java.lang.invoke.MethodHandle;
import java.util.List;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.jspecify.annotations.Nullable;

/**
 * All that serving an operation needs, looked up once.
 *
 * @param name the operation's name
 * @param action the action that its request should carry
 * @param request reads the arguments
 * @param response writes the result
 * @param faults the declared faults, most derived exceptions first
 * @param method takes an {@code Object[]} of arguments
 */
record OperationPlan(
    String name,
    String action,
    MessageCodec request,
    MessageCodec response,
    List<FaultPlan> faults,
    MethodHandle method) {

  /** An exception that is a declared fault. */
  record FaultPlan(Class<?> exception, FaultCode code, MessageCodec detail) {}

  Object[] decode(XmlIn in) {
    return (Object[]) request.read(in);
  }

  /** Calls the method; the result as the response's codec takes it. */
  @Nullable Object[] invoke(Object[] arguments) throws Throwable {
    return new @Nullable Object[] {(Object) method.invokeExact(arguments)};
  }

  /** The fault that {@code raised} was declared as, or null. */
  @Nullable SoapFault declared(Throwable raised) {
    for (FaultPlan fault : faults) {
      if (fault.exception().isInstance(raised)) {
        String message = raised.getMessage();
        return new SoapFault(
            fault.code(),
            message == null || message.isBlank() ? fault.detail().name().getLocalPart() : message,
            out -> fault.detail().write(out, raised));
      }
    }
    return null;
  }
}
