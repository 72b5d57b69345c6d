package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.endpoint.OverdueAction.Kind;
import org.calmanchor.core.model.SoapVersion;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** An answer whose time is over while its last bytes are handed over. */
class OverdueAnswerTest {
  private static final long NANOS = 1_000_000;

  private final EndpointPlan plan = Endpoint.of(new Works()).plan();
  private final Call call = Works.call("<who/>");
  private final CallState state = new CallState(NANOS, NANOS, NANOS);
  private final CallContext context = new CallContext(call, SoapVersion.SOAP_1_1);
  private final AnswerOutput output = new AnswerOutput(call, context, state, 100);
  private final Answer answer = new Answer(output, context, state, plan.operations().anyService());

  @ParameterizedTest
  @CsvSource({"true, RESULT, false", "false, BROKEN_OFF, true"})
  void saysWhatWasDelivered(boolean isDelivered, Ending ending, boolean isAborted)
      throws IOException {
    AnswerOwnership owner = state.own();
    assertThat(owner).isNotNull();
    answer.ended(Ending.RESULT, null);
    byte[] bytes = "<answer/>".getBytes(StandardCharsets.UTF_8);
    assertThat(state.send(owner)).isEqualTo(CallState.Piece.FIRST);
    call.output().write(bytes);
    state.late(1);
    OverdueAction late = state.late(2 * NANOS);
    assertThat(late.kind()).isEqualTo(Kind.ANSWER);
    if (isDelivered) {
      output.close(owner);
    }

    new OverdueAnswer(answer, output, context, state, NANOS).write(late);
    assertThat(answer.end().ending()).isEqualTo(ending);
    assertThat(call.aborted).isEqualTo(isAborted);
  }
}
