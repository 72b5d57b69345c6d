package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.core.endpoint.CallState.Piece;
import org.calmanchor.core.endpoint.OverdueAction.Kind;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** The state machine alone: who owns the answer, what is late, and the one end. */
class CallStateTest {
  private static final long LONG_AFTER = Long.MAX_VALUE / 4;

  private final CallState state = new CallState(10, 20, 5);

  private Kind late(long now) {
    return state.late(now).kind();
  }

  @Test
  void goesFromReadingToItsEnd() {
    assertThat(state.enter()).isTrue();
    assertThat(state.invoke()).isTrue();
    assertThat(state.read()).isTrue();
    assertThat(state.invoke()).isTrue();
    AnswerOwnership owner = state.own();
    assertThat(state.own()).as("a second owner").isNull();
    assertThat(state.invoke()).as("after the answer was taken").isFalse();
    assertThat(state.complete(owner)).isTrue();
    assertThat(state.rewrite(owner)).isTrue();
    assertThat(state.complete(owner)).isTrue();
    assertThat(state.send(owner)).isEqualTo(Piece.FIRST);
    assertThat(state.send(owner)).isEqualTo(Piece.NEXT);
    assertThat(state.rewrite(owner)).as("after the first piece").isFalse();
    state.answered(owner);
    assertThat(state.send(owner)).isEqualTo(Piece.REFUSED);
    assertThat(state.breakOff(owner)).as("after the last piece").isFalse();
    assertThat(state.end()).isTrue();
    assertThat(state.end()).as("a second end").isFalse();
    assertThat(state.enter()).isFalse();
    assertThat(state.own()).isNull();
  }

  @Test
  void tellsWhatIsLate() {
    state.await();
    assertThat(late(100)).isEqualTo(Kind.IN_TIME);
    assertThat(late(109)).isEqualTo(Kind.IN_TIME);
    assertThat(late(110)).as("the message").isEqualTo(Kind.MESSAGE);
    state.lateAnswered();
    assertThat(late(111)).isEqualTo(Kind.IN_TIME);
    assertThat(late(116)).isEqualTo(Kind.ABANDONED);
  }

  private static long seconds(double count) {
    return (long) (count * 1e9);
  }

  @Test
  void aSenderThatIsTooSlowIsNotWaitedForAsLongAsOthers() {
    CallState state = new CallState(seconds(100), seconds(100), 5);
    state.await();
    assertThat(state.late(seconds(1)).kind()).isEqualTo(Kind.IN_TIME);
    state.received(10 << 10);
    state.await();
    assertThat(state.late(seconds(11)).kind()).as("1 KiB a second").isEqualTo(Kind.IN_TIME);
    state.received(19 << 10);
    assertThat(state.late(seconds(20)).kind()).as("nobody waits").isEqualTo(Kind.IN_TIME);
    state.await();
    assertThat(state.late(seconds(21)).kind()).isEqualTo(Kind.IN_TIME);
    state.received((29 << 10) - 1);
    state.await();
    assertThat(state.late(seconds(30.9)).kind()).isEqualTo(Kind.IN_TIME);
    assertThat(state.late(seconds(31)).kind()).isEqualTo(Kind.SLOW_MESSAGE);
  }

  @Test
  void blamesTheSenderOnlyWhileItIsWaitedFor() {
    late(100);
    assertThat(late(110)).as("a message that is there").isEqualTo(Kind.IN_TIME);
    assertThat(late(129)).isEqualTo(Kind.IN_TIME);
    assertThat(late(130)).isEqualTo(Kind.METHOD);
  }

  @Test
  void givesEachPhaseItsOwnTime() {
    state.enter();
    late(100);
    state.invoke();
    assertThat(late(110)).as("the method begins its time").isEqualTo(Kind.IN_TIME);
    assertThat(late(129)).isEqualTo(Kind.IN_TIME);
    OverdueAction late = state.late(130);
    assertThat(late.kind()).isEqualTo(Kind.METHOD);
    assertThat(Thread.currentThread().isInterrupted()).isTrue();
    state.returned();
    assertThat(Thread.interrupted()).as("the interrupt was for the method").isFalse();
    assertThat(state.own()).as("the watching thread answers").isNull();
    assertThat(state.send(late.ownership())).isEqualTo(Piece.FIRST);
    assertThat(state.end()).as("while it is answered").isFalse();
    assertThat(state.lateAnswered()).isTrue();
    assertThat(late(131)).isEqualTo(Kind.IN_TIME);
    assertThat(late(136)).isEqualTo(Kind.STUCK);
    assertThat(state.isStuck()).isTrue();
    assertThat(late(200)).as("said once").isEqualTo(Kind.IN_TIME);
    state.leave();
    assertThat(state.end()).isTrue();
    assertThat(state.isStuck()).isFalse();
  }

  @Test
  void takesAnAnswerOverAsLongAsNothingHasGoneOut() {
    state.invoke();
    AnswerOwnership owner = state.own();
    state.complete(owner);
    late(100);
    OverdueAction late = state.late(120);
    assertThat(late.kind()).isEqualTo(Kind.METHOD);
    assertThat(state.isOwner(owner)).isFalse();
    assertThat(state.send(owner)).isEqualTo(Piece.REFUSED);
    assertThat(state.isOwner(late.ownership())).isTrue();
  }

  @Test
  void breaksOffAnAnswerThatHasBegun() {
    state.invoke();
    AnswerOwnership owner = state.own();
    state.send(owner);
    late(100);
    assertThat(state.late(120)).isEqualTo(new OverdueAction(Kind.ANSWER, null));
    AtomicInteger noted = new AtomicInteger();
    assertThat(state.breakOff(noted::incrementAndGet)).isTrue();
    assertThat(state.breakOff(noted::incrementAndGet)).isFalse();
    assertThat(noted).hasValue(1);
    assertThat(state.send(owner)).isEqualTo(Piece.REFUSED);
    assertThat(state.complete(owner)).isFalse();
  }

  @Test
  void aDeliveredAnswerIsNeverLate() {
    state.invoke();
    AnswerOwnership owner = state.own();
    late(100);
    state.complete(owner);
    state.send(owner);
    state.answered(owner);
    late(110);
    assertThat(late(200)).isEqualTo(Kind.IN_TIME);
    assertThat(state.isOverdue()).isFalse();
    assertThat(state.end()).isTrue();
  }

  @Test
  void letsTheMethodOfAOneWayOperationRunAfterTheAcknowledgement() {
    state.invoke();
    AnswerOwnership owner = state.own();
    state.send(owner);
    state.acknowledged(owner);
    assertThat(state.isAnswered()).isTrue();
    late(100);
    assertThat(late(120)).isEqualTo(Kind.ANSWER);
    assertThat(state.breakOff(() -> {})).as("nothing is left to break off").isFalse();
  }

  /** One call of the race, and what was counted of it. */
  private static final class Round {
    private final CallState state = new CallState(1, 1, 1);
    private final AtomicInteger answers = new AtomicInteger();
    private final AtomicInteger ends = new AtomicInteger();

    Round() {
      state.await();
    }

    private void answer(@Nullable AnswerOwnership by) {
      if (by != null && state.send(by) == Piece.FIRST) {
        answers.incrementAndGet();
        state.answered(by);
      }
    }

    private void end() {
      if (state.end()) {
        ends.incrementAndGet();
      }
    }

    void serve() {
      state.enter();
      state.invoke();
      AnswerOwnership mine = state.own();
      if (mine != null) {
        state.complete(mine);
        answer(mine);
      }
      state.leave();
      end();
    }

    void watch() {
      state.late(1);
      OverdueAction late = state.late(LONG_AFTER);
      answer(late.ownership());
      if (late.kind() == Kind.ABANDONED) {
        ends.incrementAndGet();
      } else if (late.kind() != Kind.IN_TIME && state.lateAnswered()) {
        end();
      }
    }
  }

  /** A serving and a watching thread race for a million calls. */
  @Test
  void givesEachOfAMillionCallsOneAnswerAndOneEnd() throws Exception {
    int calls = 1_000_000;
    Round[] rounds = new Round[calls];
    AtomicInteger at = new AtomicInteger();
    for (int i = 0; i < calls; i++) {
      rounds[i] = new Round();
    }
    Thread watch =
        new Thread(
            () -> {
              for (int i = at.get(); i < calls; i = at.get()) {
                rounds[i].watch();
              }
            });
    watch.start();
    for (int i = 0; i < calls; i++) {
      at.set(i);
      rounds[i].serve();
    }
    at.set(calls);
    watch.join();
    assertThat(rounds).allMatch(round -> round.answers.get() == 1 && round.ends.get() == 1);
  }
}
