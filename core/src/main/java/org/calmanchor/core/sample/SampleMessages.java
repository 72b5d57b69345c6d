package org.calmanchor.core.sample;

import org.calmanchor.core.dynamic.DynamicAnswers;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.DynamicMessages.Layout;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;

/** Whole sample messages, indented, in UTF-8. Safe for any number of threads. */
public final class SampleMessages {
  private final Samples samples;
  private final DynamicMessages requests;
  private final DynamicAnswers answers;

  private SampleMessages(Contract contract, Examples examples) {
    this.samples = Samples.of(contract, examples);
    this.requests = DynamicMessages.of(contract);
    this.answers = DynamicAnswers.of(contract);
  }

  /** Messages of {@code contract}, which use {@code examples} where there are some. */
  public static SampleMessages of(Contract contract, Examples examples) {
    return new SampleMessages(contract, examples);
  }

  /** A request, with the header blocks that it must carry. */
  public byte[] request(Operation operation, SoapVersion version) {
    return requests.request(
        operation.name(),
        version,
        samples.request(operation),
        samples.headerBlocks(operation),
        Layout.INDENTED);
  }

  /**
   * A response, with the header blocks that it carries.
   *
   * @throws IllegalArgumentException when the operation is one-way
   */
  public byte[] response(Operation operation, SoapVersion version) {
    return answers.response(
        operation.name(),
        version,
        samples.response(operation),
        samples.answeredBlocks(operation),
        Layout.INDENTED);
  }

  /** A declared fault of an operation; its reason is its name. */
  public byte[] fault(Operation operation, Operation.FaultUse fault, SoapVersion version) {
    return answers.fault(
        operation.name(),
        fault.name(),
        version,
        fault.name(),
        samples.fault(fault),
        Layout.INDENTED);
  }
}
