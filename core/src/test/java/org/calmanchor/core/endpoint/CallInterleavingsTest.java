package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.Test;

/**
 * Random orders of what happens to a call: its message arrives, its interceptor and method go on,
 * its stage completes, its time is over, the host stops, its caller vanishes.
 */
class CallInterleavingsTest {
  private static final int ROUNDS = 1_000;

  private final Works works = new Works();
  private final Endpoint endpoint = Endpoint.of(works);
  private final RunningCalls calls = RunningCalls.watched(Limits.DEFAULT);
  private final ExecutorService threads = Executors.newCachedThreadPool();

  @Test
  void givesEachCallOneAnswerOrAbortAndOneEnd() throws Exception {
    AtomicInteger answered = new AtomicInteger();
    AtomicInteger aborted = new AtomicInteger();
    for (int seed = 0; seed < ROUNDS; seed++) {
      Scene scene = new Scene(new Random(seed));
      scene.play();
      (scene.isComplete ? answered : aborted).incrementAndGet();
    }
    threads.shutdown();
    calls.close();
    assertThat(answered).hasValueGreaterThan(ROUNDS / 10);
    assertThat(aborted).hasValueGreaterThan(ROUNDS / 10);
  }

  private final class Scene implements Interceptor {
    private final Random random;
    private final CompletableFuture<String> pending = new CompletableFuture<>();
    private final Semaphore arrived = new Semaphore(0);
    private final Semaphore before = new Semaphore(0);
    private final CompletableFuture<Void> after = new CompletableFuture<>();
    private final List<CallEnd> told = new CopyOnWriteArrayList<>();
    private final AtomicInteger closes = new AtomicInteger();
    private final AtomicInteger aborts = new AtomicInteger();
    private volatile boolean hasVanished;
    private final CallExecution execution;
    private final Call call;
    private long now = System.nanoTime();
    boolean isComplete;

    Scene(Random random) {
      this.random = random;
      this.call = call(random.nextBoolean() ? "<later/>" : "<who/>");
      works.pending = pending;
      this.execution =
          new CallExecution(
              endpoint
                  .with(
                      new EndpointSettings(Limits.DEFAULT, false, List.of(this), List.of(), calls))
                  .plan(),
              call,
              call);
    }

    private Call call(String body) {
      return new Call(Works.envelope(body).getBytes(StandardCharsets.UTF_8), "text/xml") {
        @Override
        public InputStream body() {
          return new FilterInputStream(super.body()) {
            @Override
            public int read(byte[] bytes, int offset, int length) throws IOException {
              pass(arrived);
              return in.read(bytes, offset, length);
            }
          };
        }

        @Override
        public OutputStream output() {
          OutputStream out = super.output();
          return new OutputStream() {
            @Override
            public void write(int single) throws IOException {
              write(new byte[] {(byte) single}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int offset, int length) throws IOException {
              if (hasVanished) {
                throw new IOException("gone");
              }
              out.write(bytes, offset, length);
            }

            @Override
            public void close() {
              closes.incrementAndGet();
            }
          };
        }

        @Override
        public void abort() {
          super.abort();
          aborts.incrementAndGet();
        }
      };
    }

    private void pass(Semaphore gate) throws IOException {
      try {
        gate.acquire();
        gate.release();
      } catch (InterruptedException told) {
        throw new IOException("interrupted", told);
      }
    }

    @Override
    public CompletionStage<CallEnd> around(CallContext context, Inner inner) {
      try {
        pass(before);
      } catch (IOException interrupted) {
        throw new IllegalStateException(interrupted);
      }
      return inner.proceed().thenCombine(after, (end, done) -> end);
    }

    @Override
    public void ended(CallContext context, CallEnd end) {
      told.add(end);
    }

    void play() throws Exception {
      CompletableFuture<CompletionStage<Void>> run =
          CompletableFuture.supplyAsync(execution::run, threads);
      List<Runnable> acts = new ArrayList<>();
      acts.add(arrived::release);
      acts.add(before::release);
      acts.add(() -> pending.complete("later"));
      acts.add(() -> pending.completeExceptionally(new IllegalStateException("lost")));
      acts.add(() -> after.complete(null));
      acts.add(() -> after.completeExceptionally(new IllegalStateException("no commit")));
      acts.add(this::timePasses);
      acts.add(this::timePasses);
      acts.add(execution::stop);
      acts.add(() -> hasVanished = true);
      int count = random.nextInt(acts.size());
      for (int i = 0; i < count; i++) {
        Runnable act = acts.get(random.nextInt(acts.size()));
        if (random.nextBoolean()) {
          threads.execute(act);
        } else {
          act.run();
        }
      }
      for (Runnable rest : acts.subList(0, 5)) {
        rest.run();
      }
      run.get(60, TimeUnit.SECONDS).toCompletableFuture().get(60, TimeUnit.SECONDS);
      // Where its time was over before it began, whoever ended it may still tell so, and answer.
      Await.until("the call has ended", () -> !isUnfinished());
      check();
    }

    private boolean isUnfinished() {
      boolean isOpen = closes.get() == 0 && aborts.get() == 0;
      return told.isEmpty() || calls.count() > 0 || isOpen;
    }

    private synchronized void timePasses() {
      now += TimeUnit.MINUTES.toNanos(3);
      execution.look(now);
      now += TimeUnit.MINUTES.toNanos(3);
      execution.look(now);
    }

    private void check() {
      assertThat(told).as("told its end").hasSize(1);
      assertThat(calls.count()).as("slots taken").isZero();
      Ending ending = told.get(0).ending();
      isComplete = aborts.get() == 0;
      assertThat(aborts).hasValueLessThan(3);
      if (isComplete) {
        assertThat(closes).hasValue(1);
        assertThat(call.answer()).endsWith("</soap:Envelope>");
        assertThat(call.status).isEqualTo(ending == Ending.RESULT ? 200 : 500);
      } else if (closes.get() == 0) {
        // Else it was broken off after its last byte, as the connection of a late message is.
        assertThat(ending).isEqualTo(Ending.BROKEN_OFF);
      }
    }
  }
}
