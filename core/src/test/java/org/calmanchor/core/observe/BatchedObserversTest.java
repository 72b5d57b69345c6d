package org.calmanchor.core.observe;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Batched observers get every record, once, and in order. */
final class BatchedObserversTest {
  /** So few that no call tells them. */
  private static final int FEW = 60;

  private static CallRecord call(int number) {
    return new CallRecord(
        0,
        number,
        "",
        "",
        "/berths",
        "Berths",
        "reserve",
        CallOutcome.RESULT,
        200,
        "",
        0,
        0,
        null,
        "",
        "");
  }

  private static long number(CallRecord call) {
    return call.tookNanos();
  }

  @Test
  void anotherThreadTellsThemInOrder() throws Exception {
    Queue<Long> seen = new ConcurrentLinkedQueue<>();
    Queue<Thread> threads = new ConcurrentLinkedQueue<>();
    CountDownLatch all = new CountDownLatch(FEW);
    CallObserver observer =
        call -> {
          seen.add(number(call));
          threads.add(Thread.currentThread());
          all.countDown();
        };
    try (BatchedObservers batched = BatchedObservers.start(List.of(observer))) {
      IntStream.range(0, FEW).forEach(number -> batched.ended(call(number)));
      all.await();
    }
    assertThat(seen)
        .containsExactlyElementsOf(IntStream.range(0, FEW).mapToObj(Long::valueOf).toList());
    assertThat(threads).doesNotContain(Thread.currentThread());
  }

  @Test
  void aCallTellsManyInOrder() {
    Queue<Long> seen = new ConcurrentLinkedQueue<>();
    try (BatchedObservers batched =
        BatchedObservers.start(List.of(call -> seen.add(number(call))))) {
      IntStream.range(0, 5_000).forEach(number -> batched.ended(call(number)));
    }
    assertThat(seen)
        .containsExactlyElementsOf(IntStream.range(0, 5_000).mapToObj(Long::valueOf).toList());
  }

  @Test
  void allAreToldBeforeItIsClosedAlthoughOneObserverFails() throws Exception {
    Queue<Long> seen = new ConcurrentLinkedQueue<>();
    CallObserver failing =
        call -> {
          if (number(call) % 1_000 == 0) {
            throw new IllegalStateException("the ledger is wet");
          }
        };
    List<Thread> callers = new ArrayList<>();
    try (BatchedObservers batched =
        BatchedObservers.start(List.of(failing, call -> seen.add(number(call))))) {
      for (int caller = 0; caller < 4; caller++) {
        int first = caller * 10_000;
        callers.add(
            new Thread(
                () -> IntStream.range(first, first + 10_000).forEach(n -> batched.ended(call(n)))));
      }
      callers.forEach(Thread::start);
      for (Thread caller : callers) {
        caller.join();
      }
    }
    assertThat(seen).hasSize(40_000).doesNotHaveDuplicates();
  }

  @Test
  void aCallTellsThemItselfIfTooManyRecordsWait() throws Exception {
    CountDownLatch isHeld = new CountDownLatch(1);
    CountDownLatch release = new CountDownLatch(1);
    Queue<Long> seen = new ConcurrentLinkedQueue<>();
    CallObserver slow =
        call -> {
          if (number(call) == 0) {
            isHeld.countDown();
            awaitQuietly(release);
          }
          seen.add(number(call));
        };
    try (BatchedObservers batched = BatchedObservers.start(List.of(slow))) {
      batched.ended(call(0));
      isHeld.await();
      IntStream.rangeClosed(1, 20_000).forEach(number -> batched.ended(call(number)));
      assertThat(seen).isEmpty();
      batched.ended(call(20_001));
      assertThat(seen).containsExactly(20_001L);
      release.countDown();
    }
    assertThat(seen).hasSize(20_002);
  }

  @Test
  void whatComesAfterTheEndIsToldAtOnce() {
    Queue<Long> seen = new ConcurrentLinkedQueue<>();
    BatchedObservers batched = BatchedObservers.start(List.of(call -> seen.add(number(call))));
    batched.close();
    batched.ended(call(7));
    assertThat(seen).containsExactly(7L);
  }

  private static void awaitQuietly(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException closed) {
      Thread.currentThread().interrupt();
    }
  }
}
