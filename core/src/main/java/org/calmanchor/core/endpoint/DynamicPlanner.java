package org.calmanchor.core.endpoint;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.dynamic.DynamicRequest;
import org.calmanchor.core.dynamic.DynamicService;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.endpoint.OperationPlan.Lifetime;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.tree.PlainValues;
import org.calmanchor.core.tree.TreeValueModel;
import org.jspecify.annotations.Nullable;

/**
 * Plans the operations of a contract for a service that takes and gives maps, lists and texts. The
 * arguments are the body, then the header blocks of the request, then those of the answer.
 */
final class DynamicPlanner {
  private static final MethodHandle ANSWER;

  static {
    try {
      ANSWER =
          MethodHandles.lookup()
              .findVirtual(
                  Call.class, "answer", methodType(Object.class, Object.class, Object[].class));
    } catch (ReflectiveOperationException missing) {
      throw new ExceptionInInitializerError(missing);
    }
  }

  private final Contract contract;
  private final ServicePlan service;
  private final DynamicService target;
  private final CodecPlanner<TreeValueModel.Untyped> codecs;

  DynamicPlanner(Reading reading, DynamicService target) {
    this.contract = reading.contract();
    this.service = new ServicePlan(reading, null);
    this.target = target;
    this.codecs =
        new CodecPlanner<>(contract, new TreeValueModel(contract, TreeValueModel.Checked.ALL));
  }

  List<OperationPlan> plan() {
    List<OperationPlan> plans = new ArrayList<>();
    contract
        .portTypes()
        .forEach(portType -> portType.operations().forEach(each -> plans.add(plan(each))));
    return plans;
  }

  private OperationPlan plan(Operation operation) {
    MessageCodec request = codec(Objects.requireNonNull(contract.request(operation)));
    ElementDeclaration answered = contract.response(operation);
    MessageCodec response = answered == null ? null : codec(answered);
    List<HeaderCodec> in = headers(contract.requiredHeaders(operation), 1);
    List<HeaderCodec> out = headers(contract.responseHeaders(operation), 1 + in.size());
    Map<String, MessageCodec> details = new HashMap<>();
    for (Operation.FaultUse fault : operation.faults()) {
      details.put(fault.name(), codec(contract.bodyElement(fault.message())));
    }
    Call call = new Call(target, operation.name(), request.isStructure(), in, out, details);
    return new OperationPlan(
        service,
        operation.name(),
        operation.input().action(),
        request.within(new First(1 + in.size() + out.size(), request.isStructure())),
        response == null ? null : response.within(new First(1, response.isStructure())),
        in,
        out,
        in.stream().map(HeaderCodec::element).collect(Collectors.toUnmodifiableSet()),
        List.of(),
        Access.UNSAID,
        null,
        true,
        null,
        () -> target,
        Lifetime.SERVICE,
        ANSWER.bindTo(call));
  }

  private MessageCodec codec(ElementDeclaration element) {
    return codecs.plan(element, TreeValueModel.Untyped.ANY);
  }

  private List<HeaderCodec> headers(List<ElementDeclaration> blocks, int first) {
    List<HeaderCodec> headers = new ArrayList<>();
    for (ElementDeclaration block : blocks) {
      headers.add(new HeaderCodec(codec(block), first + headers.size(), true, false));
    }
    return headers;
  }

  /**
   * Represents a message by an array, whose first item has the values of the body by name.
   *
   * @param isStructure whether the body element has members; else it is the only value
   */
  private record First(int length, boolean isStructure) implements Composite {
    @Override
    public Object assemble(@Nullable Object[] members) {
      @Nullable Object[] all = new @Nullable Object[length];
      all[0] =
          isStructure
              ? members[0]
              : Map.of(TreeValueModel.TEXT_KEY, Objects.requireNonNull(members[0]));
      return all;
    }

    @Override
    public @Nullable Object member(Object structure, int index) {
      Object values = ((@Nullable Object[]) structure)[0];
      return isStructure ? values : ((Map<?, ?>) values).get(TreeValueModel.TEXT_KEY);
    }
  }

  /** Calls the service for one operation. */
  private record Call(
      DynamicService service,
      String operation,
      boolean hasMembers,
      List<HeaderCodec> in,
      List<HeaderCodec> out,
      Map<String, MessageCodec> details) {

    // The codec of the body puts a map there; the handle of this method is called.
    @SuppressWarnings({"unchecked", "UnusedMethod"})
    Object answer(Object unused, @Nullable Object[] arguments) {
      Map<String, Object> blocks = new HashMap<>();
      for (HeaderCodec header : in) {
        Object block = arguments[header.position()];
        if (block != null) {
          blocks.put(header.element().getLocalPart(), block);
        }
      }
      DynamicRequest request =
          new DynamicRequest(
              operation,
              CallContext.current().version(),
              (Map<String, Object>) Objects.requireNonNull(arguments[0]),
              blocks);
      return service.answer(request).thenApply(reply -> result(reply, arguments));
    }

    private Object result(DynamicService.Reply reply, @Nullable Object[] arguments) {
      if (reply.outcome() instanceof Outcome.Result result) {
        for (HeaderCodec header : out) {
          give(arguments[header.position()], header.element().getLocalPart(), reply);
        }
        return result.values();
      }
      throw new SoapFaultException(fault(reply.outcome()));
    }

    @SuppressWarnings("unchecked") // made when the request was read
    private static void give(@Nullable Object out, String name, DynamicService.Reply reply) {
      Object value = reply.headerBlocks().get(name);
      if (value != null) {
        ((HeaderOut<Object>) Objects.requireNonNull(out)).set(value);
      }
    }

    private SoapFault fault(Outcome outcome) {
      if (outcome instanceof Outcome.DeclaredFault fault) {
        MessageCodec detail = details.get(fault.name());
        if (detail == null) {
          throw new IllegalArgumentException(
              operation + " has no fault \"" + fault.name() + "\"; it has " + details.keySet());
        }
        return new SoapFault(
            code(fault.code()),
            detail.name(),
            fault.reason(),
            out -> PlainValues.write(detail, out, fault.values()));
      }
      Outcome.OtherFault fault = (Outcome.OtherFault) outcome;
      return new SoapFault(code(fault.code()), null, fault.reason(), null);
    }

    private static FaultCode code(String name) {
      return name.equals("Client") || name.equals("Sender") ? FaultCode.SENDER : FaultCode.RECEIVER;
    }
  }
}
