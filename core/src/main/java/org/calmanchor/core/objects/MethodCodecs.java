package org.calmanchor.core.objects;

import java.util.List;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.OperationMember;
import org.jspecify.annotations.Nullable;

/**
 * The codecs of an operation, planned for its Java method.
 *
 * @param member the method
 * @param request from and to the method's arguments; null if the body is empty
 * @param response from and to an array that holds the result; null for a one-way operation, or if
 *     the body is empty
 * @param headersIn the parameters that are header blocks of the request
 * @param headersOut the parameters that are header blocks of the response
 * @param faults the declared faults, in the order of the method
 */
public record MethodCodecs(
    OperationMember member,
    @Nullable MessageCodec request,
    @Nullable MessageCodec response,
    List<HeaderCodec> headersIn,
    List<HeaderCodec> headersOut,
    List<FaultCodec> faults) {
  /** Copies the lists. */
  public MethodCodecs {
    headersIn = List.copyOf(headersIn);
    headersOut = List.copyOf(headersOut);
    faults = List.copyOf(faults);
  }

  /**
   * A declared fault.
   *
   * @param member the exception
   * @param detail from and to the exception's members
   */
  public record FaultCodec(FaultMember member, MessageCodec detail) {}
}
