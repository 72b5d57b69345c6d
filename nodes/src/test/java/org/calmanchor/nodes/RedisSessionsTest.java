package org.calmanchor.nodes;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Pattern;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.session.SessionObject;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.servers.RedisServer;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import redis.clients.jedis.RedisClient;
import redis.clients.jedis.params.SetParams;

/** Sessions that two hosts share in a real server of Redis. */
class RedisSessionsTest {
  private static final Pattern ITEM = Pattern.compile("<[a-z]+:result>([^<]*)<");
  private static RedisServer redis;

  private final HttpClient http = HttpClient.newHttpClient();
  private final String namespace = "sessions" + System.nanoTime();
  private final List<RunningHost> hosts = new ArrayList<>();

  /** What somebody wishes for. */
  public record Wishes(List<String> names, Optional<Berth> berth) {}

  /** Where a boat lies. */
  public record Berth(String code, int nights) {}

  /** A list of wishes, which a caller makes in several calls. */
  @PortType(
      namespace = "urn:lanternquay:wishes",
      callers = Role.ANYONE,
      exposing = PortType.Exposing.PUBLIC)
  public static class WishList implements SessionObject<Wishes> {
    private final List<String> names = new ArrayList<>();
    private Optional<Berth> berth = Optional.empty();

    @Override
    public Wishes state() {
      return new Wishes(names, berth);
    }

    @Override
    public void restore(Wishes state) {
      names.addAll(state.names());
      berth = state.berth();
    }

    public List<String> add(String name, int millis) throws InterruptedException {
      Thread.sleep(millis);
      names.add(name);
      berth = Optional.of(new Berth("H-0" + names.size(), names.size()));
      return names;
    }

    public List<String> end() {
      CallContext.current().endSession();
      return List.of(berth.map(Berth::code).orElse("none"));
    }
  }

  /** The same service in a later release, with another state. */
  @PortType(namespace = "urn:lanternquay:wishes", name = "WishList", callers = Role.ANYONE)
  public static class NewWishList implements SessionObject<Berth> {
    @Override
    public Berth state() {
      return new Berth("K-05", 2);
    }

    @Override
    public void restore(Berth state) {
      throw new IllegalStateException("there is no such state");
    }

    @Operation
    public List<String> add(String name, int millis) {
      return List.of("new " + name);
    }
  }

  /** A service whose state nobody knows. */
  @PortType(namespace = "urn:lanternquay:wishes")
  public static class Closed {
    @Operation
    public void add() {}
  }

  /** A service whose state is no data type. */
  @PortType(namespace = "urn:lanternquay:wishes")
  public static class Odd implements SessionObject<Thread> {
    @Override
    public Thread state() {
      return Thread.currentThread();
    }

    @Override
    public void restore(Thread state) {}

    @Operation
    public void add() {}
  }

  @BeforeAll
  static void startRedis() {
    redis = RedisServer.start();
  }

  @AfterAll
  static void stopRedis() {
    redis.close();
  }

  @AfterEach
  void stop() {
    hosts.forEach(RunningHost::close);
  }

  private SoapHost settings() {
    return SoapHost.onPort(0)
        .stores(RedisStores.at(redis.url()).namespace(namespace).timeout(Duration.ofSeconds(1)));
  }

  private RunningHost start(SoapHost settings) {
    RunningHost host = settings.serveSession("/wishes", WishList.class, WishList::new).start();
    hosts.add(host);
    return host;
  }

  private RunningHost start() {
    return start(settings());
  }

  /** A caller that sends back the cookie that it got. */
  private final class Visitor {
    private String cookie = "";
    private String name = "";

    List<String> add(RunningHost host, String wish, int millis) throws Exception {
      String body = "<add><name>" + wish + "</name><millis>" + millis + "</millis></add>";
      return items(call(host, body));
    }

    HttpResponse<String> call(RunningHost host, String body) throws Exception {
      HttpRequest.Builder request =
          HttpRequest.newBuilder(host.address("/wishes"))
              .header("Content-Type", "text/xml")
              .header("Cookie", cookie)
              .POST(
                  HttpRequest.BodyPublishers.ofString(
                      Envelopes.envelope(
                          Envelopes.SOAP_11, "xmlns='urn:lanternquay:wishes'", "", body)));
      if (!name.isEmpty()) {
        String pair = Base64.getEncoder().encodeToString((name + ":gull").getBytes(UTF_8));
        request.header("Authorization", "Basic " + pair);
      }
      HttpResponse<String> answer =
          http.send(request.build(), HttpResponse.BodyHandlers.ofString());
      answer
          .headers()
          .firstValue("Set-Cookie")
          .ifPresent(given -> cookie = given.substring(0, given.indexOf(';')));
      return answer;
    }
  }

  /** Calls on another thread. */
  private static <T> CompletableFuture<T> beside(Callable<T> call) {
    return CompletableFuture.supplyAsync(
        () -> {
          try {
            return call.call();
          } catch (Exception failed) {
            throw new IllegalStateException(failed);
          }
        });
  }

  private static List<String> items(HttpResponse<String> answer) {
    assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
    return ITEM.matcher(answer.body()).results().map(item -> item.group(1)).toList();
  }

  @Test
  void aSessionGoesOnAtEveryHost() throws Exception {
    RunningHost one = start();
    RunningHost other = start();
    Visitor visitor = new Visitor();
    assertThat(visitor.add(one, "quay", 0)).containsExactly("quay");
    assertThat(visitor.add(other, "power", 0)).containsExactly("quay", "power");
    one.close();
    RunningHost third = start();
    assertThat(visitor.add(third, "buoy", 0)).containsExactly("quay", "power", "buoy");
    assertThat(new Visitor().add(other, "alone", 0)).containsExactly("alone");
    String before = visitor.cookie;
    assertThat(items(visitor.call(third, "<end/>"))).containsExactly("H-03");
    visitor.cookie = before;
    assertThat(visitor.add(other, "anew", 0)).containsExactly("anew");
    assertThat(visitor.cookie).isNotEqualTo(before);
  }

  @Test
  void methodsOfTheHostAreNoOperations() throws Exception {
    RunningHost host = start();
    HttpResponse<String> wsdl =
        http.send(
            HttpRequest.newBuilder(host.address("/wishes?wsdl")).build(),
            HttpResponse.BodyHandlers.ofString());
    assertThat(wsdl.body()).contains("\"add\"", "\"end\"").doesNotContain("restore", "\"state\"");
  }

  @Test
  void oneCallAtATimeIsInASessionOfAllHosts() throws Exception {
    List<RunningHost> both = List.of(start(), start());
    Visitor visitor = new Visitor();
    visitor.add(both.get(0), "first", 0);
    List<CompletableFuture<List<String>>> calls = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      int number = i;
      calls.add(beside(() -> visitor.add(both.get(number % 2), "wish" + number, 40)));
    }
    calls.forEach(CompletableFuture::join);
    assertThat(visitor.add(both.get(1), "last", 0))
        .hasSize(8)
        .startsWith("first")
        .endsWith("last")
        .doesNotHaveDuplicates();
  }

  @Test
  void aCallIsToldThatItsSessionWasChangedMeanwhile() throws Exception {
    RunningHost host = start();
    Visitor visitor = new Visitor();
    visitor.add(host, "first", 0);
    CompletableFuture<HttpResponse<String>> slow =
        beside(() -> visitor.call(host, "<add><name>late</name><millis>500</millis></add>"));
    try (RedisClient client = RedisClient.create(redis.url())) {
      // As if the host had been away for so long that others went on with the session.
      Await.until(
          "the call is in the session",
          () -> !client.keys(namespace + ":session:*:call").isEmpty());
      for (String key : client.keys(namespace + ":session:*}")) {
        client.hset(key, "version", "another");
      }
    }
    assertThat(slow.join().statusCode()).isEqualTo(500);
    assertThat(slow.join().body()).contains("changed or ended this session").contains("Call again");
    assertThat(visitor.add(host, "second", 0)).containsExactly("first", "second");
  }

  @Test
  void aSessionIsHeldWhileACallIsInItAndNotLonger() throws Exception {
    RunningHost host = start();
    Visitor visitor = new Visitor();
    visitor.add(host, "first", 0);
    CompletableFuture<List<String>> slow = beside(() -> visitor.add(host, "slow", 3_000));
    try (RedisClient client = RedisClient.create(redis.url())) {
      String key = client.keys(namespace + ":session:*}").iterator().next() + ":call";
      Await.until("the call is in the session", () -> client.pttl(key) > 0);
      // Time itself: a call holds its session for two seconds, and renews it.
      Thread.sleep(2_400);
      assertThat(client.pttl(key)).as("renewed").isPositive();
      assertThat(slow.join()).containsExactly("first", "slow");
      Await.until("the call has left the session", () -> !client.exists(key));
      // As if a host had died with a call in the session.
      client.set(key, "somebody", SetParams.setParams().px(1_000));
      assertThat(visitor.add(host, "third", 0)).containsExactly("first", "slow", "third");
    }
  }

  @Test
  void callsInSessionsAreRefusedWhileRedisIsAway() throws Exception {
    RunningHost host = start();
    Visitor visitor = new Visitor();
    visitor.add(host, "first", 0);
    redis.suspend();
    try {
      HttpResponse<String> refused = visitor.call(host, "<end/>");
      assertThat(refused.statusCode()).isEqualTo(503);
      assertThat(refused.body()).contains("Sessions cannot be reached now");
    } finally {
      redis.resume();
    }
    Await.untilAsserted(
        "sessions can be reached",
        () -> assertThat(items(visitor.call(host, "<end/>"))).containsExactly("H-01"));
  }

  @Test
  void sessionsAreBounded() throws Exception {
    RunningHost host = start(settings().limit(Limit.SESSIONS, 2));
    List<Visitor> visitors = List.of(new Visitor(), new Visitor(), new Visitor());
    for (Visitor each : visitors) {
      each.add(host, "first", 0);
      Thread.sleep(2);
    }
    assertThat(visitors.get(2).add(host, "second", 0)).containsExactly("first", "second");
    assertThat(visitors.get(0).add(host, "second", 0)).containsExactly("second");
  }

  @Test
  void sessionsEndWhenTheyAreNotUsed() throws Exception {
    RunningHost host = start(settings().limit(Limit.SESSION_IDLE, Duration.ofSeconds(1)));
    Visitor visitor = new Visitor();
    assertThat(visitor.add(host, "first", 0)).containsExactly("first");
    try (RedisClient client = RedisClient.create(redis.url())) {
      Await.until("it has ended", () -> client.keys(namespace + ":session:*}").isEmpty());
    }
    assertThat(visitor.add(host, "second", 0)).containsExactly("second");
  }

  @Test
  void aSessionBelongsToItsCallerAndItsService() throws Exception {
    Callers callers = (name, password) -> Optional.of(Caller.of(name));
    RunningHost host = start(settings().callers(callers));
    Visitor ines = new Visitor();
    ines.name = "ines";
    ines.add(host, "first", 0);
    String cookie = ines.cookie;
    ines.name = "bram";
    assertThat(ines.add(host, "taken", 0)).containsExactly("taken");
    ines.name = "ines";
    ines.cookie = cookie;
    assertThat(ines.add(host, "second", 0)).containsExactly("first", "second");
    ines.cookie = cookie.substring(0, cookie.indexOf('=') + 1) + "no id of ours";
    assertThat(ines.add(host, "third", 0)).containsExactly("third");
  }

  @Test
  void aStateOfAnotherReleaseBeginsAnew() throws Exception {
    Visitor visitor = new Visitor();
    visitor.add(start(), "first", 0);
    RunningHost later =
        settings().serveSession("/wishes", NewWishList.class, NewWishList::new).start();
    hosts.add(later);
    assertThat(visitor.add(later, "second", 0)).containsExactly("new second");
  }

  @Test
  void whatCannotBeSharedIsSaidAtTheStart() {
    SoapHost closed = settings().serveSession("/wishes", Closed.class, Closed::new);
    assertThatThrownBy(closed::start)
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("Closed is served with sessions that hosts share")
        .hasMessageContaining("implement SessionObject<S>");
    SoapHost odd = settings();
    assertThatThrownBy(() -> odd.serveSession("/wishes", Odd.class, Odd::new))
        .isInstanceOf(ContractException.class)
        .hasMessageStartingWith("The state of the sessions of Odd has")
        .hasMessageContaining("Thread");
  }
}
