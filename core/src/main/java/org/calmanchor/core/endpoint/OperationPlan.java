package org.calmanchor.core.endpoint;

import java.lang.invoke.MethodHandle;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * All that serving one operation needs, planned once.
 *
 * @param service the contract that it belongs to
 * @param name the operation's name
 * @param action the action that its request should carry
 * @param request reads the arguments
 * @param response writes the result; null for one-way
 * @param headersIn the header blocks of its request
 * @param headersOut the header blocks of its answer
 * @param headerNames the names of its request's blocks
 * @param faults the declared faults, most derived exceptions first
 * @param access who may call it
 * @param freshFor how long an answer may be given again; null for never
 * @param isAsynchronous whether the method returns a stage of its result
 * @param check checks the arguments, or null when there is nothing to check
 * @param target gives the object that the method is called on
 * @param lifetime how long that object lives
 * @param method takes the object and an {@code Object[]} of arguments
 */
record OperationPlan(
    ServicePlan service,
    String name,
    String action,
    MessageCodec request,
    @Nullable MessageCodec response,
    List<HeaderCodec> headersIn,
    List<HeaderCodec> headersOut,
    Set<QName> headerNames,
    List<FaultPlan> faults,
    Access access,
    @Nullable Duration freshFor,
    boolean isAsynchronous,
    @Nullable BiConsumer<Object, @Nullable Object[]> check,
    Supplier<?> target,
    Lifetime lifetime,
    MethodHandle method) {

  /** How long the object lives that the methods of a service are called on. */
  enum Lifetime {
    /** As long as the endpoint. */
    SERVICE,
    /** For one call. */
    CALL,
    /** For the calls of one session. */
    SESSION
  }

  /** An exception class that is a declared fault. */
  record FaultPlan(Class<?> exception, FaultCode code, MessageCodec detail) {}

  /** The name by which its answers are kept and forgotten. */
  String scope() {
    return service.scope(name);
  }

  /** Reads the arguments in the body; those of header blocks are left empty. */
  @Nullable Object[] decode(XmlIn in) {
    @Nullable Object[] arguments = (@Nullable Object[]) request.read(in);
    for (HeaderCodec header : headersOut) {
      arguments[header.position()] = new HeaderOut<>();
    }
    return arguments;
  }

  /**
   * Checks the arguments, including those from header blocks.
   *
   * @throws InvalidMessageException when they are not what their constraints ask for
   */
  void check(Object called, @Nullable Object[] arguments, XmlIn in) {
    if (check != null) {
      try {
        check.accept(called, arguments);
      } catch (LexicalException refused) {
        String expected = String.valueOf(refused.expected());
        throw in.problem(InputProblem.Code.VALUE, expected, "refused").within(name);
      }
    }
  }

  /** Calls the method and returns its result, or its stage if it is asynchronous. */
  @Nullable Object invoke(Object called, @Nullable Object[] arguments) throws Throwable {
    return (Object) method.invokeExact(called, arguments);
  }

  /** The writers of the answer's header blocks. */
  List<Consumer<XmlOut>> headers(@Nullable Object[] arguments) {
    if (headersOut.isEmpty()) {
      return List.of();
    }
    List<Consumer<XmlOut>> blocks = new ArrayList<>();
    for (HeaderCodec header : headersOut) {
      Object set = arguments[header.position()];
      Object value = header.value(set instanceof HeaderOut<?> out ? out.get() : null);
      if (value != null) {
        blocks.add(out -> header.codec().write(out, value));
      } else if (header.required()) {
        throw new EncodeException(
            "the operation did not set its header " + header.element().getLocalPart());
      }
    }
    return blocks;
  }

  /** The declared fault for the exception {@code raised}, or null. */
  @Nullable SoapFault declared(Throwable raised) {
    for (FaultPlan fault : faults) {
      if (fault.exception().isInstance(raised)) {
        String message = raised.getMessage();
        return new SoapFault(
            fault.code(),
            fault.detail().name(),
            message == null || message.isBlank() ? fault.detail().name().getLocalPart() : message,
            out -> fault.detail().write(out, raised));
      }
    }
    return null;
  }
}
