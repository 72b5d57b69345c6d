package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.endpoint.HeaderHandler;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.w3c.dom.Element;

/** Answers that are given again, as callers see them. */
class FreshAnswersTest {
  private final HttpClient http = HttpClient.newHttpClient();
  private final Board board = new Board();
  private final RunningHost host =
      SoapHost.onPort(0)
          .callers(
              (name, password) ->
                  name.equals(password)
                      ? Optional.of(new Caller(name, Set.of()))
                      : Optional.empty())
          .serve("/board", board)
          .serve("/office", new Office())
          .start();

  @AfterEach
  void stop() {
    board.mayEnd.release(1_000);
    host.close();
  }

  /** A board of berths, which counts what it computes. */
  @PortType(namespace = "urn:lanternquay:board", callers = Role.ANYONE)
  public static class Board {
    final AtomicInteger computed = new AtomicInteger();
    final Semaphore mayEnd = new Semaphore(0);
    final Semaphore begun = new Semaphore(0);

    public record Berth(String code, BigDecimal rate) {}

    @Operation(freshFor = "PT1M")
    public List<Berth> find(
        BigDecimal least, Optional<String> pier, @Header(required = false) Optional<String> pass) {
      return List.of(new Berth("H-0" + computed.incrementAndGet(), least));
    }

    @Operation(freshFor = "PT1M")
    public String odd(Set<String> names, List<org.w3c.dom.Element> open, Optional<Berth> berth) {
      return names.size() + "," + open.size() + "," + computed.incrementAndGet();
    }

    @Operation(freshFor = "PT1M")
    public CompletionStage<String> later(String pier) {
      return CompletableFuture.supplyAsync(() -> pier + computed.incrementAndGet());
    }

    @Operation(freshFor = "PT1M")
    public String who() {
      return CallContext.current().remoteAddress() + computed.incrementAndGet();
    }

    @Operation(freshFor = "PT1M")
    public String fail() {
      throw new IllegalStateException("attempt " + computed.incrementAndGet());
    }

    @Operation(freshFor = "PT1M")
    public String slow(boolean fails) throws InterruptedException {
      int number = computed.incrementAndGet();
      begun.release();
      mayEnd.acquire();
      if (fails) {
        throw new IllegalStateException();
      }
      return "slow" + number;
    }

    @Operation(freshFor = "PT0.05S")
    public String brief() {
      return "brief" + computed.incrementAndGet();
    }

    @Operation(freshFor = "PT1M")
    public String large() {
      return computed.incrementAndGet() + "x".repeat(2_000_000);
    }

    @Operation
    public void change(String operation) {
      CallContext.current().forget(operation);
    }

    @Operation(callers = Role.ANY_CALLER, freshFor = "PT1M")
    public int mine() {
      return computed.incrementAndGet();
    }
  }

  /** Another service that changes what the board says. */
  @PortType(namespace = "urn:lanternquay:office", callers = Role.ANYONE)
  public static class Office {
    @Operation
    public void changeTariff() {
      CallContext.current().forget("Board#find");
    }
  }

  private HttpResponse<String> call(String body, String... headers) {
    return post("/board", "text/xml", envelope(Envelopes.SOAP_11, "", body), headers);
  }

  private static String envelope(String namespace, String blocks, String body) {
    return Envelopes.envelope(namespace, "xmlns:b='urn:lanternquay:board'", blocks, body);
  }

  private HttpResponse<String> post(String path, String type, String envelope, String... headers) {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(host.address(path))
            .header("Content-Type", type)
            .POST(HttpRequest.BodyPublishers.ofString(envelope));
    for (int i = 0; i < headers.length; i += 2) {
      request.header(headers[i], headers[i + 1]);
    }
    try {
      return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    } catch (IOException | InterruptedException failed) {
      throw new IllegalStateException(failed);
    }
  }

  private static boolean isAgain(HttpResponse<String> answer) {
    return answer.headers().firstValue("Age").isPresent();
  }

  private static final String FIND = "<b:find><b:least>12.5</b:least></b:find>";

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "the same                | true  | <b:find><b:least>12.5</b:least></b:find>",
        "another form            | true  | <find xmlns='urn:lanternquay:board'> <least> +12.500 </least></find>",
        "another value           | false | <b:find><b:least>12.6</b:least></b:find>",
        "one value more          | false | <b:find><b:least>12.5</b:least><b:pier>Heron</b:pier></b:find>",
        "an empty value          | false | <b:find><b:least>12.5</b:least><b:pier/></b:find>",
      })
  void equalValuesGetTheAnswerAgain(String what, boolean isAgain, String body) {
    HttpResponse<String> first = call(FIND);
    assertThat(isAgain(first)).isFalse();
    HttpResponse<String> second = call(body);
    assertThat(isAgain(second)).as(what).isEqualTo(isAgain);
    assertThat(second.body().equals(first.body())).as(what).isEqualTo(isAgain);
    assertThat(board.computed).hasValue(isAgain ? 1 : 2);
  }

  @Test
  void headerBlocksAndVersionsCount() {
    call(FIND);
    post("/board", "text/xml", envelope(Envelopes.SOAP_11, "<b:pass>P-1</b:pass>", FIND));
    HttpResponse<String> other =
        post("/board", "application/soap+xml", envelope(Envelopes.SOAP_12, "", FIND));
    assertThat(other.body()).contains("H-03");
    assertThat(board.computed).hasValue(3);
    assertThat(isAgain(call(FIND))).isTrue();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "true | <b:odd><b:names>a</b:names><b:names>b</b:names><b:open><x:y xmlns:x='urn:x' z='1'>t</x:y></b:open></b:odd>",
        "false | <b:odd><b:names>a</b:names></b:odd>",
        "false | <b:odd><b:names>a</b:names><b:names>b</b:names><b:open><x:y xmlns:x='urn:x' z='2'>t</x:y></b:open></b:odd>",
        "false | <b:odd><b:names>a</b:names><b:names>b</b:names><b:open><x:y xmlns:x='urn:x' z='1'>t</x:y></b:open><b:berth><b:code>a</b:code><b:rate>1</b:rate></b:berth></b:odd>",
      })
  void setsAndOpenContentCountAsTheyAre(boolean isAgain, String body) {
    String first =
        "<b:odd><b:names>a</b:names><b:names>b</b:names><b:open><x:y xmlns:x='urn:x' z='1'>t</x:y></b:open></b:odd>";
    assertThat(call(first).statusCode()).isEqualTo(200);
    HttpResponse<String> second = call(body);
    assertThat(second.statusCode()).isEqualTo(200);
    assertThat(isAgain(second)).isEqualTo(isAgain);
  }

  @Test
  void anAsynchronousAnswerIsGivenAgain() {
    String later = "<b:later><b:pier>Heron</b:pier></b:later>";
    assertThat(call(later).body()).contains("Heron1");
    assertThat(call(later).body()).contains("Heron1");
  }

  @ParameterizedTest
  @CsvSource({"<b:who/>", "<b:fail/>", "<b:large/>"})
  void faultsAnswersForOneCallerAndLargeOnesAreNotKept(String body) {
    call(body);
    assertThat(isAgain(call(body))).isFalse();
    assertThat(board.computed).hasValue(2);
  }

  @Test
  void anAnswerIsGivenAgainForSoLongOnly() throws Exception {
    assertThat(call("<b:brief/>").body()).contains("brief1");
    Await.untilAsserted(
        "its time is over", () -> assertThat(call("<b:brief/>").body()).contains("brief2"));
  }

  @Test
  void aChangeForgetsAnswers() {
    call(FIND);
    assertThat(isAgain(call(FIND))).isTrue();
    call("<b:change><b:operation>find</b:operation></b:change>");
    assertThat(call(FIND).body()).contains("H-02");
    post("/office", "text/xml", Envelopes.call("urn:lanternquay:office", "changeTariff", ""));
    assertThat(call(FIND).body()).contains("H-03");
    assertThat(call("<b:change><b:operation>fnd</b:operation></b:change>").body())
        .contains("incident");
  }

  @Test
  void anAnswerThatWasBegunBeforeAChangeIsNotGivenAfterIt() throws Exception {
    String slow = "<b:slow><b:fails>false</b:fails></b:slow>";
    CompletableFuture<HttpResponse<String>> before =
        CompletableFuture.supplyAsync(() -> call(slow));
    assertThat(board.begun.tryAcquire(10, TimeUnit.SECONDS)).isTrue();
    call("<b:change><b:operation>slow</b:operation></b:change>");
    CompletableFuture<HttpResponse<String>> after = CompletableFuture.supplyAsync(() -> call(slow));
    assertThat(board.begun.tryAcquire(10, TimeUnit.SECONDS)).isTrue();
    board.mayEnd.release(2);
    assertThat(before.get(60, TimeUnit.SECONDS).body()).contains("slow1");
    assertThat(after.get(60, TimeUnit.SECONDS).body()).contains("slow2");
    assertThat(call(slow).body()).contains("slow2");
  }

  /** Starts equal calls at once; the first one computes, and is let go when the others wait. */
  private List<String> atOnce(boolean fails) throws Exception {
    String slow = "<b:slow><b:fails>" + fails + "</b:fails></b:slow>";
    List<CompletableFuture<HttpResponse<String>>> calls = new ArrayList<>();
    CountDownLatch started = new CountDownLatch(6);
    for (int i = 0; i < 6; i++) {
      calls.add(
          CompletableFuture.supplyAsync(
              () -> {
                started.countDown();
                return call(slow);
              },
              task -> new Thread(task).start()));
    }
    assertThat(started.await(60, TimeUnit.SECONDS)).isTrue();
    assertThat(board.begun.tryAcquire(10, TimeUnit.SECONDS)).isTrue();
    board.mayEnd.release(6);
    List<String> answers = new ArrayList<>();
    for (CompletableFuture<HttpResponse<String>> each : calls) {
      answers.add(each.get(60, TimeUnit.SECONDS).body());
    }
    return answers;
  }

  @Test
  void ofEqualCallsAtOnceOneComputesTheAnswer() throws Exception {
    assertThat(atOnce(false)).hasSize(6).allMatch(each -> each.contains("slow1"));
    assertThat(board.computed).hasValue(1);
  }

  @Test
  void whenItFailsTheOthersComputeTheirOwn() throws Exception {
    assertThat(atOnce(true)).hasSize(6).allMatch(each -> each.contains("incident"));
    assertThat(board.computed).hasValueGreaterThan(1);
  }

  @Test
  void callersDoNotGetEachOthersAnswers() {
    for (String name : List.of("ines", "bram", "ines")) {
      String basic = basic(name);
      assertThat(call("<b:mine/>", "Authorization", basic).statusCode()).isEqualTo(200);
      call(FIND, "Authorization", basic);
    }
    assertThat(board.computed).as("one each, and one for all").hasValue(3);
    assertThat(call("<b:mine/>").statusCode()).isEqualTo(401);
  }

  /** Hands on who rents the berths, as programs do that were not written for this. */
  private static final class Tenants implements HeaderHandler {
    static final ThreadLocal<String> CURRENT = new ThreadLocal<>();

    @Override
    public Set<QName> blocks() {
      return Set.of(new QName("urn:lanternquay:board", "tenant"));
    }

    @Override
    public void handle(List<Element> blocks, CallContext call) {
      CURRENT.set(blocks.isEmpty() ? "nobody" : text(blocks.get(0), "name"));
    }

    @Override
    public List<Element> answerKey(List<Element> blocks) {
      return blocks.stream().map(each -> child(each, "name")).toList();
    }

    private static String text(Element block, String name) {
      return child(block, name).getTextContent();
    }

    private static Element child(Element block, String name) {
      return (Element) block.getElementsByTagName(name).item(0);
    }
  }

  /** Answers by what a handler has read, and not by its request. */
  @PortType(namespace = "urn:lanternquay:board", callers = Role.ANYONE)
  public static class Rented {
    @Operation(freshFor = "PT1M")
    public String berths() {
      return "of " + Tenants.CURRENT.get() + " " + System.nanoTime();
    }
  }

  @Test
  void whatAHeaderHandlerHasReadBelongsToTheRequest() {
    try (RunningHost rented =
        SoapHost.onPort(0)
            .callers((name, password) -> Optional.of(Caller.of(name)))
            .headerHandler(new Tenants())
            .serve("/rented", new Rented())
            .start()) {
      String ofA = berths(rented, "A", 1, "ines");
      assertThat(ofA).contains("of A ");
      assertThat(berths(rented, "B", 1, "ines")).contains("of B ");
      assertThat(berths(rented, "A", 2, "ines")).isEqualTo(ofA);
      assertThat(berths(rented, "A", 1, "bram")).contains("of A ").isNotEqualTo(ofA);
    }
  }

  private String berths(RunningHost rented, String tenant, int number, String caller) {
    String block =
        "<b:tenant><name>" + tenant + "</name><number>" + number + "</number></b:tenant>";
    HttpRequest request =
        HttpRequest.newBuilder(rented.address("/rented"))
            .header("Content-Type", "text/xml")
            .header("Authorization", basic(caller))
            .POST(
                HttpRequest.BodyPublishers.ofString(
                    envelope(Envelopes.SOAP_11, block, "<b:berths/>")))
            .build();
    try {
      return http.send(request, HttpResponse.BodyHandlers.ofString()).body();
    } catch (IOException | InterruptedException failed) {
      throw new IllegalStateException(failed);
    }
  }

  private static String basic(String name) {
    return "Basic " + Base64.getEncoder().encodeToString((name + ":" + name).getBytes(UTF_8));
  }
}
