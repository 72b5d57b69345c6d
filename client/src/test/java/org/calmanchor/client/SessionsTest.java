package org.calmanchor.client;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Objects for the sessions of callers, by our client and by plain HTTP. */
class SessionsTest {
  private static final List<String> CLOSED = new CopyOnWriteArrayList<>();

  private RunningHost host;

  @AfterEach
  void stop() {
    host.close();
    CLOSED.clear();
  }

  /** A list of wishes, which a caller makes in several calls. */
  @PortType(namespace = "urn:lanternquay:wishes", callers = Role.ANYONE)
  public interface Wishes {
    @Operation
    List<String> add(String wish);

    @Operation
    void slow(int millis);

    @Operation
    List<String> end();

    @Operation
    void fail();
  }

  /** The wishes of one session; not safe for several threads. */
  public static class WishList implements Wishes, AutoCloseable {
    private final List<String> wishes = new ArrayList<>();
    private boolean isUsed;

    @Override
    public List<String> add(String wish) {
      wishes.add(wish);
      return List.copyOf(wishes);
    }

    @Override
    public void slow(int millis) {
      if (isUsed) {
        throw new IllegalStateException("two calls at once");
      }
      isUsed = true;
      try {
        Thread.sleep(millis);
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
      }
      isUsed = false;
      wishes.add("slow");
    }

    @Override
    public List<String> end() {
      CallContext.current().endSession();
      return wishes;
    }

    @Override
    public void fail() {
      throw new IllegalStateException();
    }

    @Override
    public void close() {
      CLOSED.add(wishes.toString());
    }
  }

  private TypedClient<Wishes> started(SoapHost prepared) {
    host = prepared.serveSession("/wishes", WishList.class, WishList::new).start();
    return TypedClient.of(Wishes.class, host.address("/wishes"));
  }

  private static void awaitClosed(String... lists) {
    Await.until("closed", () -> CLOSED.size() >= lists.length);
    assertThat(CLOSED).containsExactlyInAnyOrder(lists);
  }

  @Test
  void eachSessionHasAnObjectOfItsOwnUntilItEnds() throws Exception {
    TypedClient<Wishes> client = started(SoapHost.onPort(0));
    Wishes one = client.withSession().proxy();
    Wishes other = client.withSession().proxy();
    one.add("quay");
    other.add("buoy");
    assertThat(one.add("power")).containsExactly("quay", "power");
    assertThat(client.proxy().add("alone")).containsExactly("alone");
    assertThat(client.proxy().add("alone")).containsExactly("alone");

    assertThat(one.end()).containsExactly("quay", "power");
    awaitClosed("[quay, power]");
    assertThat(one.add("anew")).containsExactly("anew");
    assertThat(other.add("still")).containsExactly("buoy", "still");
    host.close();
    awaitClosed("[quay, power]", "[anew]", "[buoy, still]", "[alone]", "[alone]");
  }

  @Test
  void oneCallAtATimeIsInASession() throws Exception {
    TypedClient<Wishes> client = started(SoapHost.onPort(0)).withSession();
    client.proxy().add("first");
    List<CompletableFuture<Void>> calls = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      calls.add(CompletableFuture.runAsync(() -> client.proxy().slow(50)));
    }
    for (CompletableFuture<Void> call : calls) {
      call.get(60, TimeUnit.SECONDS);
    }
    assertThat(client.proxy().add("last"))
        .containsExactly("first", "slow", "slow", "slow", "slow", "last");
  }

  @Test
  void aCallThatWaitsTooLongGetsItsFaultAndHoldsNobodyUp() throws Exception {
    TypedClient<Wishes> client =
        started(SoapHost.onPort(0).limit(Limit.CALL_TIME, Duration.ofSeconds(1))).withSession();
    client.proxy().add("first");
    CompletableFuture<Void> slow = CompletableFuture.runAsync(() -> client.proxy().slow(750));
    List<CompletableFuture<Void>> late = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      late.add(CompletableFuture.runAsync(() -> client.proxy().slow(750)));
    }
    slow.handle((ended, failed) -> null).get(60, TimeUnit.SECONDS);
    for (CompletableFuture<Void> each : late) {
      each.handle((ended, failed) -> null).get(60, TimeUnit.SECONDS);
    }
    Await.untilAsserted(
        "the session is free again",
        () -> assertThat(client.proxy().add("last")).startsWith("first").endsWith("last"));
  }

  @Test
  void callsThatWaitForASessionThatEndsBeginNewOnes() throws Exception {
    TypedClient<Wishes> client = started(SoapHost.onPort(0)).withSession();
    client.proxy().add("first");
    List<CompletableFuture<List<String>>> ends = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      ends.add(CompletableFuture.supplyAsync(() -> client.proxy().end()));
    }
    List<List<String>> answers = new ArrayList<>();
    for (CompletableFuture<List<String>> each : ends) {
      answers.add(each.get(60, TimeUnit.SECONDS));
    }
    assertThat(answers).containsOnlyOnce(List.of("first")).contains(List.of());
  }

  @Test
  void aSessionStaysAfterAFaultAndEndsAfterItsTime() throws Exception {
    TypedClient<Wishes> client =
        started(SoapHost.onPort(0).limit(Limit.SESSION_IDLE, Duration.ofMillis(1_500)))
            .withSession();
    client.proxy().add("first");
    try {
      client.proxy().fail();
    } catch (RuntimeException expected) {
      assertThat(expected).hasMessageContaining("incident");
    }
    assertThat(client.proxy().add("second")).hasSize(2);
    awaitClosed("[first, second]");
    assertThat(client.proxy().add("third")).containsExactly("third");
  }

  @Test
  void thereAreSoManySessionsOnly() throws Exception {
    TypedClient<Wishes> client =
        started(
            SoapHost.onPort(0)
                .limit(Limit.SESSIONS, 3)
                .callers((name, password) -> Optional.of(new Caller(name, Set.of()))));
    for (int i = 0; i < 3; i++) {
      client.proxy().add("of nobody");
    }
    assertThatExceptionOfType(NoAnswerException.class)
        .isThrownBy(() -> client.proxy().add("too many"))
        .withMessageContaining("status 503")
        .withMessageContaining("as many sessions as may be kept");
    Wishes ines = client.credentials(ClientCredentials.basic("ines", "x")).proxy();
    for (int i = 0; i < 17; i++) {
      assertThat(ines.add("of ines")).hasSize(1);
    }
    Await.untilAsserted("closed", () -> assertThat(CLOSED).hasSize(17));
    assertThat(CLOSED).filteredOn("[of nobody]"::equals).hasSize(3);
  }

  @Test
  void nobodyGetsTheSessionOfAnotherCallerOrOneOfTheirChoice() {
    TypedClient<Wishes> client =
        started(
            SoapHost.onPort(0)
                .callers((name, password) -> Optional.of(new Caller(name, Set.of()))));
    TypedClient<Wishes> session = client.withSession();
    Wishes ines = session.credentials(ClientCredentials.basic("ines", "x")).proxy();
    Wishes bram = session.credentials(ClientCredentials.basic("bram", "x")).proxy();
    ines.add("of ines");
    assertThat(bram.add("of bram")).containsExactly("of bram");
    TypedClient<Wishes> chosen =
        client
            .credentials(ClientCredentials.basic("ines", "x"))
            .httpHeader("Cookie", "calm-anchor-session-0=mine; ;=; calm-anchor-session-1");
    assertThat(chosen.proxy().add("a")).containsExactly("a");
    assertThat(chosen.proxy().add("b")).containsExactly("b");
  }
}
