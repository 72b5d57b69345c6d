package org.calmanchor.core.dynamic;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.tree.PlainValues;
import org.calmanchor.core.tree.TreeValueModel;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * Writes the answers of a contract's operations from maps and lists: responses and declared faults.
 * Safe for any number of threads.
 */
public final class DynamicAnswers {
  private final Map<String, Plan> plans = new HashMap<>();

  /** {@code response} is null if the body is empty, or if there is no response. */
  private record Plan(
      @Nullable MessageCodec response,
      Map<String, MessageCodec> headerBlocks,
      Map<String, MessageCodec> faults) {}

  private DynamicAnswers(Contract contract) {
    CodecPlanner<TreeValueModel.Untyped> planner =
        new CodecPlanner<>(contract, new TreeValueModel(contract, TreeValueModel.Checked.READ));
    contract.portTypes().stream()
        .flatMap(portType -> portType.operations().stream())
        .forEach(operation -> plans.put(operation.name(), plan(contract, planner, operation)));
  }

  /** Creates the answers of {@code contract}. */
  public static DynamicAnswers of(Contract contract) {
    return new DynamicAnswers(contract);
  }

  private static Plan plan(
      Contract contract, CodecPlanner<TreeValueModel.Untyped> planner, Operation operation) {
    ElementDeclaration response = contract.response(operation);
    Map<String, MessageCodec> blocks = new LinkedHashMap<>();
    for (ElementDeclaration block : contract.responseHeaders(operation)) {
      blocks.put(block.name().getLocalPart(), planner.plan(block, TreeValueModel.Untyped.ANY));
    }
    Map<String, MessageCodec> faults = new LinkedHashMap<>();
    for (Operation.FaultUse fault : operation.faults()) {
      ElementDeclaration detail = contract.bodyElement(fault.message());
      faults.put(fault.name(), planner.plan(detail, TreeValueModel.Untyped.ANY));
    }
    return new Plan(
        response == null ? null : planner.plan(response, TreeValueModel.Untyped.ANY),
        blocks,
        faults);
  }

  private Plan plan(String operation) {
    Plan plan = plans.get(operation);
    if (plan == null) {
      throw new IllegalArgumentException("there is no operation \"" + operation + "\"");
    }
    return plan;
  }

  /**
   * Writes the response of {@code operation}.
   *
   * @param headerBlocks by the local names of their elements
   * @throws IllegalArgumentException when there is no such operation or block, or the values have
   *     members that the contract lacks; says where
   */
  public byte[] response(
      String operation,
      SoapVersion version,
      Map<String, ?> values,
      Map<String, ?> headerBlocks,
      DynamicMessages.Layout layout) {
    Plan plan = plan(operation);
    List<Consumer<XmlOut>> blocks = new ArrayList<>();
    headerBlocks.forEach(
        (name, value) -> {
          MessageCodec codec = known(plan.headerBlocks(), "header block", name);
          blocks.add(out -> codec.write(out, value));
        });
    return written(
        layout,
        out ->
            new EnvelopeWriter(version)
                .write(out, blocks, body -> PlainValues.write(plan.response(), body, values)));
  }

  /**
   * Writes a declared fault of {@code operation}.
   *
   * @param fault its name in the contract
   * @param reason its text for people
   * @param values those of the detail
   * @throws IllegalArgumentException when there is no such operation or fault, or the values have
   *     members that the contract lacks; says where
   */
  public byte[] fault(
      String operation,
      String fault,
      SoapVersion version,
      String reason,
      Map<String, ?> values,
      DynamicMessages.Layout layout) {
    MessageCodec detail = known(plan(operation).faults(), "fault", fault);
    SoapFault written =
        new SoapFault(
            FaultCode.RECEIVER,
            detail.name(),
            reason,
            out -> PlainValues.write(detail, out, values));
    return written(layout, out -> new EnvelopeWriter(version).write(out, List.of(), written));
  }

  private static MessageCodec known(Map<String, MessageCodec> all, String what, String name) {
    MessageCodec codec = all.get(name);
    if (codec == null) {
      throw new IllegalArgumentException(
          "there is no " + what + " \"" + name + "\"; there is " + all.keySet());
    }
    return codec;
  }

  private static byte[] written(DynamicMessages.Layout layout, Consumer<XmlOut> message) {
    XmlOut out = XmlOut.held(layout == DynamicMessages.Layout.INDENTED);
    try {
      message.accept(out);
    } catch (EncodeException unfit) {
      throw new IllegalArgumentException(unfit.getMessage(), unfit);
    }
    return out.bytes();
  }
}
