package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import javax.xml.parsers.DocumentBuilderFactory;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.w3c.dom.Element;

/** Interceptors and header handlers, well written and badly. */
class InterceptorsTest {
  private static final Limits LIMITS = Limits.DEFAULT.with(Limit.CALLS, 3);

  /** For calls that would not end. */
  private static final Limits HASTY = LIMITS.with(Limit.CALL_TIME, Duration.ofMillis(120));

  private static final String OVERDUE = "did not answer within 120 ms";

  private final Works works = new Works();
  private final Endpoint endpoint = Endpoint.of(works);
  private final RunningCalls calls = RunningCalls.watched(LIMITS);
  private final RunningCalls hastyCalls = RunningCalls.watched(HASTY);

  @AfterEach
  void close() {
    works.released.countDown();
    calls.close();
    hastyCalls.close();
  }

  private Endpoint hasty(Interceptor... interceptors) {
    return endpoint.with(
        new EndpointSettings(HASTY, false, Arrays.asList(interceptors), List.of(), hastyCalls));
  }

  private Endpoint around(Interceptor... interceptors) {
    return endpoint.with(
        new EndpointSettings(LIMITS, false, Arrays.asList(interceptors), List.of(), calls));
  }

  @Test
  void enclosesACallFromBeforeItsArgumentsToItsHeldBackBytes() {
    List<String> seen = new ArrayList<>();
    Call call = Works.call("<count><to>3</to></count>");
    Interceptor inner =
        (context, rest) -> {
          seen.add("inner " + context.operation() + " " + call.status);
          return rest.proceed()
              .whenComplete((end, failed) -> seen.add("inner end " + works.closed.get()));
        };
    Interceptor outer =
        new Interceptor() {
          @Override
          public CompletionStage<CallEnd> around(CallContext context, Inner rest) {
            seen.add("outer");
            return rest.proceed()
                .whenComplete((end, failed) -> seen.add(end.ending() + " " + call.status));
          }

          @Override
          public void ended(CallContext context, CallEnd end) {
            seen.add("ended " + end.ending() + " " + call.answer().endsWith("Envelope>"));
          }
        };
    assertThat(call.on(around(outer, inner)).status).isEqualTo(200);
    assertThat(seen)
        .containsExactly("outer", "inner count 0", "inner end 1", "RESULT 0", "ended RESULT true");
  }

  @Test
  void tellsInterceptorsHowACallEnded() {
    List<String> ends = new ArrayList<>();
    Ends noting = new Ends(ends);
    for (String body : List.of("<fail/>", "<area/>", "<count><to>60000</to></count>", "<who/>")) {
      Works.call(body).on(around(noting));
    }
    Works.call("<later/>").on(hasty(noting));
    assertThat(ends)
        .containsExactly(
            "FAULT java.lang.StackOverflowError",
            "FAULT org.calmanchor.core.xml.InvalidMessageException",
            "BROKEN_OFF java.lang.IllegalStateException",
            "RESULT",
            "FAULT java.util.concurrent.TimeoutException");
    assertThat(noting.seenByStages).isEqualTo(ends);
  }

  /** Notes how calls end, as its stage says and as it is told at the end. */
  private static final class Ends implements Interceptor {
    private final List<String> told;
    private final List<String> seenByStages = new ArrayList<>();

    Ends(List<String> told) {
      this.told = told;
    }

    @Override
    public CompletionStage<CallEnd> around(CallContext context, Inner rest) {
      return rest.proceed().whenComplete((end, failed) -> seenByStages.add(words(end)));
    }

    @Override
    public void ended(CallContext context, CallEnd end) {
      told.add(words(end));
    }

    private static String words(CallEnd end) {
      String cause = end.cause() == null ? "" : " " + end.cause().getClass().getName();
      return end.ending() + cause;
    }
  }

  /** As in the Javadoc of Interceptor: the result goes out only after the commit. */
  @Test
  void givesAFaultInsteadOfTheResultWhenACommitFails() {
    List<String> told = new ArrayList<>();
    Interceptor transaction =
        new Interceptor() {
          @Override
          public CompletionStage<CallEnd> around(CallContext call, Inner inner) {
            return inner
                .proceed()
                .whenComplete(
                    (end, failed) -> {
                      if (failed == null && end.isResult()) {
                        throw new IllegalStateException("secret: the database has gone");
                      }
                    });
          }

          @Override
          public void ended(CallContext call, CallEnd end) {
            told.add(end.ending().name());
          }
        };
    Call call = Works.call("<who/>").on(around(transaction));
    assertThat(call.status).isEqualTo(500);
    assertThat(call.answer()).contains("ca:incident").doesNotContain("whoResponse", "secret");
    Call begun = Works.call("<count><to>49000</to></count>").on(around(transaction));
    assertThat(begun.aborted).isTrue();
    assertThat(begun.answer()).doesNotContain("</soap:Envelope>");
    assertThat(told).containsExactly("FAULT", "BROKEN_OFF");
  }

  private record Bad(Interceptor interceptor, String answer) {
    boolean isOverdue() {
      return answer.equals(OVERDUE);
    }
  }

  private static final CountDownLatch NEVER = new CountDownLatch(1);

  private static Stream<Map.Entry<String, Bad>> badOnes() {
    Map<String, Bad> bad = new LinkedHashMap<>();
    String incident = "under incident";
    bad.put("refuses", new Bad((c, i) -> throwing(c.refusal(Fault.Code.SENDER, "No.")), ">No.<"));
    bad.put("throws", new Bad((c, i) -> throwing(new IllegalStateException("secret")), incident));
    bad.put("throws an error", new Bad((c, i) -> throwing(new AssertionError("no")), incident));
    bad.put("returns null", new Bad((c, i) -> null, incident));
    bad.put("returns null after the call", new Bad((c, i) -> nothing(i.proceed()), incident));
    bad.put(
        "does not proceed", new Bad((c, i) -> CompletableFuture.completedFuture(null), incident));
    bad.put("proceeds twice", new Bad((c, i) -> nothing(i.proceed(), i.proceed()), incident));
    bad.put(
        "fails", new Bad((c, i) -> CompletableFuture.failedFuture(new Exception("x")), incident));
    bad.put(
        "throws after the call",
        new Bad(
            (c, i) -> {
              i.proceed();
              return throwing(new IllegalStateException("secret"));
            },
            incident));
    bad.put("blocks", new Bad((c, i) -> blocking(i, false), OVERDUE));
    bad.put("blocks after the call", new Bad((c, i) -> blocking(i, true), OVERDUE));
    bad.put("hangs", new Bad((c, i) -> new CompletableFuture<>(), OVERDUE));
    bad.put(
        "hangs after the call",
        new Bad((c, i) -> i.proceed().thenCompose(end -> new CompletableFuture<>()), OVERDUE));
    bad.put(
        "adds a header block that has no form in XML",
        new Bad(
            (c, i) -> {
              c.addHeaderBlock(unwritable());
              return i.proceed();
            },
            incident));
    bad.put(
        "refuses with a sentence that has no form in XML",
        new Bad((c, i) -> throwing(c.refusal(Fault.Code.SENDER, "\u0000")), incident));
    return bad.entrySet().stream();
  }

  @ParameterizedTest
  @MethodSource("badOnes")
  void answersAndFreesTheSlotWhateverAnInterceptorDoes(Map.Entry<String, Bad> row)
      throws Exception {
    Bad bad = row.getValue();
    List<String> ends = new ArrayList<>();
    Call call = Works.call("<text><text>fine</text></text>");
    Interceptor[] both = {new Ends(ends), bad.interceptor()};
    call.handledBy(bad.isOverdue() ? hasty(both) : around(both)).get(60, TimeUnit.SECONDS);
    assertThat(call.answer()).contains(bad.answer()).doesNotContain("secret", "fine");
    assertThat(call.answer()).endsWith("</soap:Envelope>");
    assertThat(call.aborted).isFalse();
    assertThat(ends).hasSize(1).allSatisfy(end -> assertThat(end).startsWith("FAULT"));
    assertThat(calls.count() + hastyCalls.count()).isZero();
    assertThat(Thread.interrupted()).isFalse();
  }

  @ParameterizedTest
  @MethodSource("badOnes")
  void endsOneWayCallsWhateverAnInterceptorDoes(Map.Entry<String, Bad> row) throws Exception {
    Call call = Works.call("<note><text>fine</text></note>");
    Bad bad = row.getValue();
    call.handledBy(bad.isOverdue() ? hasty(bad.interceptor()) : around(bad.interceptor()))
        .get(60, TimeUnit.SECONDS);
    assertThat(call.status).isIn(202, 400, 500);
    assertThat(call.answer()).isEmpty();
    assertThat(calls.count() + hastyCalls.count()).isZero();
  }

  private static CompletionStage<CallEnd> throwing(Throwable raised) {
    if (raised instanceof Error error) {
      throw error;
    }
    throw (RuntimeException) raised;
  }

  private static CompletionStage<CallEnd> nothing(CompletionStage<?>... ignored) {
    return null;
  }

  private static CompletionStage<CallEnd> blocking(Interceptor.Inner inner, boolean isAfter) {
    CompletionStage<CallEnd> proceeding = isAfter ? inner.proceed() : null;
    try {
      NEVER.await();
    } catch (InterruptedException told) {
      throw new IllegalStateException("interrupted", told);
    }
    return proceeding;
  }

  private static Element unwritable() {
    try {
      Element block =
          DocumentBuilderFactory.newInstance()
              .newDocumentBuilder()
              .newDocument()
              .createElementNS("urn:lanternquay:trace", "t:Trace");
      block.setTextContent("\u0000");
      return block;
    } catch (Exception impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  @Test
  void letsAnInterceptorProceedOnAnotherThread() throws Exception {
    Interceptor elsewhere =
        (context, inner) ->
            CompletableFuture.supplyAsync(() -> inner.proceed()).thenCompose(s -> s);
    Call call = Works.call("<who/>");
    call.handledBy(around(elsewhere)).get(60, TimeUnit.SECONDS);
    assertThat(call.answer()).contains("who SOAP 1.1");
    assertThat(calls.count() + hastyCalls.count()).isZero();
  }

  @Test
  void keepsAttributesAsLongAsTheCall() {
    List<Object> seen = new ArrayList<>();
    Interceptor setting =
        (context, inner) -> {
          seen.add(context.attribute(String.class));
          context.attribute(String.class, context.path() + " " + context.service());
          return inner.proceed();
        };
    Interceptor reading =
        (context, inner) -> {
          seen.add(context.attribute(String.class).orElse(""));
          return inner.proceed();
        };
    Works.call("<who/>").on(around(setting, reading));
    Works.call("<who/>").on(around(setting));
    assertThat(seen)
        .containsExactly(
            java.util.Optional.empty(), "/test WorksService", java.util.Optional.empty());
  }

  @ParameterizedTest
  @MethodSource("badHandlers")
  void answersAndFreesTheSlotWhateverAHeaderHandlerDoes(Map.Entry<String, Runnable> row)
      throws Exception {
    HeaderHandler bad =
        new HeaderHandler() {
          @Override
          public Set<QName> blocks() {
            return Set.of(new QName("urn:lanternquay:trace", "Trace"));
          }

          @Override
          public void handle(List<Element> blocks, CallContext call) {
            row.getValue().run();
          }
        };
    boolean isOverdue = row.getKey().equals(OVERDUE);
    Endpoint handling =
        endpoint.with(
            new EndpointSettings(
                isOverdue ? HASTY : LIMITS,
                false,
                List.of(),
                List.of(bad),
                isOverdue ? hastyCalls : calls));
    Call call = Works.call("<who/>");
    call.handledBy(handling).get(60, TimeUnit.SECONDS);
    assertThat(call.answer()).contains(row.getKey()).doesNotContain("secret");
    assertThat(calls.count() + hastyCalls.count()).isZero();
  }

  private static Stream<Map.Entry<String, Runnable>> badHandlers() {
    return Map.<String, Runnable>of(
        "under incident",
        () -> throwing(new IllegalStateException("secret")),
        OVERDUE,
        () -> blocking(null, false))
        .entrySet()
        .stream();
  }
}
