package org.calmanchor.junit;

import org.calmanchor.client.DynamicAnswer;
import org.calmanchor.client.FaultReceivedException;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.web.event.ServedExchange;

/** Assertions about what came of calls, and about messages. For all else AssertJ has its own. */
public final class CalmAssertions {
  private CalmAssertions() {}

  /** Asserts about the answer of an operation. */
  public static OutcomeAssert assertThat(Outcome outcome) {
    return new OutcomeAssert(outcome);
  }

  /** Asserts about the answer that a {@link org.calmanchor.client.DynamicClient} got. */
  public static OutcomeAssert assertThat(DynamicAnswer answer) {
    return new OutcomeAssert(answer.outcome());
  }

  /** Asserts about a fault that the interface does not declare. */
  public static ReceivedFaultAssert assertThat(FaultReceivedException fault) {
    return new ReceivedFaultAssert(fault);
  }

  /** Asserts about an exchange as it went over the wire. */
  public static ExchangeAssert assertThat(ServedExchange exchange) {
    return new ExchangeAssert(exchange);
  }

  /** Asserts about the text of an envelope. */
  public static EnvelopeAssert assertThatEnvelope(String envelope) {
    return new EnvelopeAssert(envelope);
  }
}
