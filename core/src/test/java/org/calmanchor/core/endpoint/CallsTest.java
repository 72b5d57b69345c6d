package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalStateException;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What stands around a call: its context, the time that it has, streams. */
class CallsTest {
  private final Works works = new Works();
  private final Endpoint endpoint = Endpoint.of(works);
  private RunningCalls calls = RunningCalls.UNWATCHED;

  @AfterEach
  void release() {
    works.released.countDown();
    calls.close();
  }

  private Endpoint watched(Limits limits) {
    calls = RunningCalls.watched(limits);
    return endpoint.with(new EndpointSettings(limits, false, List.of(), List.of(), calls));
  }

  @Test
  void tellsAMethodOfItsCall() {
    Call call = Works.call("<who/>");
    call.headers.put("User-Agent", "Partner/7");
    assertThat(call.on(endpoint).answer()).contains("who SOAP 1.1 test Partner/7 9");
    assertThatIllegalStateException()
        .isThrownBy(CallContext::current)
        .withMessageStartingWith("this thread serves no call");
  }

  @Test
  void takesANewObjectForEachCallAndClosesIt() {
    List<Works> made = new ArrayList<>();
    Endpoint newForEachCall =
        Endpoint.newForEachCall(
            Works.class,
            () -> {
              made.add(new Works());
              return made.get(made.size() - 1);
            });
    assertThat(Works.call("<who/>").on(newForEachCall).status).isEqualTo(200);
    assertThat(Works.call("<fail/>").on(newForEachCall).status).isEqualTo(500);
    assertThat(made).hasSize(2).allSatisfy(each -> assertThat(each.closed).hasValue(1));
    assertThat(Works.call("<who/>").on(endpoint).status).isEqualTo(200);
    assertThat(works.closed).hasValue(0);
  }

  @Test
  void answersForAMethodThatTakesTooLongAndInterruptsIt() {
    Endpoint watched = watched(Limits.DEFAULT.with(Limit.CALL_TIME, Duration.ofMillis(100)));
    Call call = Works.call("<sleep><millis>60000</millis></sleep>").on(watched);
    assertThat(call.status).isEqualTo(500);
    assertThat(call.aborted).isFalse();
    assertThat(call.answer()).contains("did not answer within 100 ms", "<ca:incident");
    assertThat(Thread.interrupted()).as("the thread has other work to do").isFalse();
    assertThat(calls.count()).isZero();
  }

  @Test
  void countsAMethodThatDoesNotEndAsStuckAndGoesOn() throws Exception {
    Limits limits =
        Limits.DEFAULT.with(Limit.CALL_TIME, Duration.ofMillis(700)).with(Limit.CALLS, 2);
    Endpoint watched = watched(limits);
    Call call = Works.call("<stubborn/>");
    CompletableFuture<Call> stuck = CompletableFuture.supplyAsync(() -> call.on(watched));
    Await.until("it is stuck", () -> calls.stuckCount() == 1);
    assertThat(call.answer()).contains("did not answer within 700 ms");
    assertThat(Works.call("<who/>").on(watched).status).as("the other slot").isEqualTo(200);
    works.released.countDown();
    stuck.join();
    assertThat(call.aborted).isFalse();
    assertThat(call.answer()).doesNotContain("at last");
    assertThat(calls.count()).isZero();
  }

  @Test
  void refusesMoreCallsThanItHasSlotsFor() throws Exception {
    Endpoint watched = watched(Limits.DEFAULT.with(Limit.CALLS, 1));
    CompletableFuture<Call> first =
        CompletableFuture.supplyAsync(() -> Works.call("<stubborn/>").on(watched));
    Await.until("it runs", () -> calls.count() == 1);
    Call second = Works.call("<who/>").on(watched);
    assertThat(second.status).isEqualTo(503);
    assertThat(second.responseHeaders).containsEntry("Retry-After", "1");
    assertThat(second.answer()).startsWith("Too many calls are running");
    works.released.countDown();
    assertThat(first.join().answer()).contains("at last");
    assertThat(Works.call("<who/>").on(watched).status).isEqualTo(200);
  }

  /** Each call is within its limits; all of them together would be beyond the heap. */
  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void refusesMessagesThatHoldTooMuchTogether(boolean isOneText) {
    Limits limits = Limits.DEFAULT.with(Limit.MEMORY_PERCENT, 5).with(Limit.CALLS, 2_000);
    Endpoint watched = watched(limits);
    String message =
        isOneText
            ? "<keep><texts>" + "x".repeat(1 << 20) + "</texts></keep>"
            : "<keep>" + "<texts/>".repeat(60_000) + "</keep>";
    ExecutorService callers = Executors.newCachedThreadPool();
    try {
      Queue<Call> ended = new ConcurrentLinkedQueue<>();
      int begun = 0;
      while (ended.isEmpty()) {
        callers.execute(() -> ended.add(Works.call(message).on(watched)));
        int most = ++begun;
        Await.until("it is held or refused", () -> calls.count() == most || !ended.isEmpty());
      }
      assertThat(begun).isGreaterThan(1);
      assertThat(ended.element().status).isEqualTo(503);
      assertThat(ended.element().responseHeaders).containsEntry("Retry-After", "1");
      assertThat(ended.element().answer())
          .startsWith("The messages of other calls take all memory");
      assertThat(Works.call("<who/>").on(watched).status).as("a small one").isEqualTo(200);
      assertThat(calls.memory().takenBytes()).isPositive();
      works.released.countDown();
      Await.until("the others have ended", () -> calls.count() == 0);
      assertThat(calls.memory().takenBytes()).isZero();
      assertThat(Works.call(message).on(watched).status).isEqualTo(200);
    } finally {
      works.released.countDown();
      callers.shutdown();
    }
  }

  @Test
  void holdsNoThreadForAnAsynchronousCallAndEndsItInTime() throws Exception {
    Endpoint watched = watched(Limits.DEFAULT.with(Limit.CALL_TIME, Duration.ofMillis(80)));
    Call call = Works.call("<later/>");
    CompletionStage<Void> ended = watched.handle(call, call);
    assertThat(ended.toCompletableFuture()).isNotDone();
    Await.until("it has ended", () -> ended.toCompletableFuture().isDone());
    assertThat(works.pending).isCancelled();
    assertThat(call.answer()).contains("did not answer within 80 ms");
    assertThat(calls.count()).isZero();
  }

  @Test
  void refusesAMessageThatDoesNotArrive() throws Exception {
    Endpoint watched = watched(Limits.DEFAULT.with(Limit.READ_TIME, Duration.ofMillis(80)));
    byte[] half = Works.envelope("<who/>").substring(0, 60).getBytes(StandardCharsets.UTF_8);
    CountDownLatch brokenOff = new CountDownLatch(1);
    InputStream never =
        new FilterInputStream(InputStream.nullInputStream()) {
          @Override
          public int read(byte[] bytes, int offset, int length) throws IOException {
            try {
              brokenOff.await();
            } catch (InterruptedException interrupted) {
              Thread.currentThread().interrupt();
            }
            throw new IOException("closed");
          }
        };
    Call call =
        new Call(half, "text/xml") {
          @Override
          public InputStream body() {
            return new SequenceInputStream(super.body(), never);
          }

          @Override
          public long length() {
            return 1000;
          }

          @Override
          public void abort() {
            brokenOff.countDown();
          }
        };
    call.on(watched);
    assertThat(call.status).isEqualTo(408);
    assertThat(call.answer()).isEqualTo("The message did not arrive within 80 ms.\n");
    assertThat(call.responseHeaders).containsEntry("Connection", "close");
  }

  @Test
  void readsAStreamWhileTheMethodTakesIt() {
    String numbers = "<numbers>7</numbers>".repeat(20_000);
    Call sum = Works.call("<sum><label>a</label>" + numbers + "</sum>").on(endpoint);
    assertThat(sum.answer()).contains("<tns:result>140000</tns:result>");
    assertThat(Works.call("<sum><label>a</label></sum>").on(endpoint).answer())
        .contains("<tns:result>0</tns:result>");
    Call doubled = Works.call("<doubled>" + numbers + "</doubled>").on(endpoint);
    assertThat(doubled.answer()).endsWith("</soap:Envelope>").contains("<tns:result>14<");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "<sum><label>a</label><numbers>1</numbers><numbers>x</numbers></sum>",
        "<sum><label>none</label><numbers>1</numbers><numbers>x</numbers></sum>",
        "<doubled><numbers>1</numbers><numbers>x</numbers></doubled>"
      })
  void findsWhatIsWrongInAStreamWhoeverTakesIt(String body) {
    assertThat(Works.call(body).on(endpoint).answer())
        .contains("soap:Client", "/numbers[2] is \"x\"; expected a whole number");
    assertThat(Works.call(body.replace(">x<", ">1<") + "<more/>").on(endpoint).answer())
        .contains("one element in the body");
    assertThat(Works.call(body.replace("<numbers>x</numbers>", "<odd/>")).on(endpoint).answer())
        .contains("/odd does not belong here");
  }

  @Test
  void breaksOffAnAnswerThatFailsWhenItHasBegun() {
    Call late = Works.call("<count><to>60000</to></count>").on(endpoint);
    assertThat(late.aborted).isTrue();
    assertThat(late.answer()).doesNotContain("</soap:Envelope>", "secret");
    assertThat(works.closed).hasValue(1);
    Call whole = Works.call("<count><to>50000</to></count>").on(endpoint);
    assertThat(whole.aborted).isFalse();
    assertThat(whole.answer())
        .endsWith("<tns:result>49999</tns:result></tns:countResponse></soap:Body></soap:Envelope>");
    assertThat(works.closed).hasValue(2);
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 2, 3, 4, 3 * 1024, 3 * 1024 + 1, 300_000})
  void passesBinaryThroughWhateverItsSize(int size) {
    byte[] bytes = new byte[size];
    for (int i = 0; i < size; i++) {
      bytes[i] = (byte) (i * 7);
    }
    String text = java.util.Base64.getMimeEncoder().encodeToString(bytes);
    byte[] turned = new byte[size];
    for (int i = 0; i < size; i++) {
      turned[i] = bytes[size - 1 - i];
    }
    String expected = "<tns:result>" + java.util.Base64.getEncoder().encodeToString(turned) + "<";
    for (boolean isLengthKnown : new boolean[] {true, false}) {
      Call call = Works.call("<turned><picture>" + text + "</picture></turned>");
      call.isLengthKnown = isLengthKnown;
      assertThat(call.on(endpoint).answer()).contains(expected);
    }
    assertThat(Works.call("<weigh><load>" + text + "</load></weigh>").on(endpoint).answer())
        .contains("<tns:result>" + size + "</tns:result>");
  }

  @ParameterizedTest
  @ValueSource(strings = {"A", "AA", "AAA", "AB==", "AAB=", "AA=A", "====", "AA== AA==", "AAA-"})
  void refusesWhatIsNotBase64(String text) {
    assertThat(Works.call("<weigh><load>" + text + "</load></weigh>").on(endpoint).answer())
        .contains("weigh/load is \"" + text + "\"; expected bytes as Base64 text.");
  }
}
