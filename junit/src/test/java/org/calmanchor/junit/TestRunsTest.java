package org.calmanchor.junit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.platform.testkit.engine.EventConditions.finishedWithFailure;
import static org.junit.platform.testkit.engine.TestExecutionResultConditions.message;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.calmanchor.client.TypedClient;
import org.junit.jupiter.api.Disabled;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.platform.engine.discovery.DiscoverySelectors;
import org.junit.platform.testkit.engine.EngineTestKit;
import org.junit.platform.testkit.engine.EventConditions;
import org.junit.platform.testkit.engine.Events;

/** Test classes, run by JUnit itself: when hosts start and end, and what mistakes say. */
class TestRunsTest {
  private static final List<URI> ADDRESSES = new ArrayList<>();
  private static final AtomicInteger OBJECTS = new AtomicInteger();

  private static Events run(Class<?> tests) {
    ADDRESSES.clear();
    OBJECTS.set(0);
    return EngineTestKit.engine("junit-jupiter")
        .configurationParameter("junit.jupiter.conditions.deactivate", "*")
        .selectors(DiscoverySelectors.selectClass(tests))
        .execute()
        .testEvents();
  }

  @Disabled("run by the test around it")
  static class AHostForEachMethod {
    @RegisterExtension
    final HostedServices harbor =
        HostedServices.serving(
                "/fuel",
                () -> {
                  OBJECTS.incrementAndGet();
                  return new Fuel.Desk();
                })
            .and("/other", Fuel.Desk::new);

    @Test
    void one(@At("/fuel") URI address) {
      ADDRESSES.add(address);
    }

    @Test
    void another(@At("/fuel") URI address, Exchanges exchanges) {
      ADDRESSES.add(address);
      assertThat(exchanges.all()).isEmpty();
    }
  }

  @Test
  void anInstanceFieldHostsForEachMethod() {
    run(AHostForEachMethod.class).assertStatistics(all -> all.succeeded(2).failed(0));
    assertThat(OBJECTS).hasValue(2);
    assertThat(ADDRESSES).hasSize(2).allMatch(address -> !answers(address));
  }

  private static boolean answers(URI address) {
    try (Socket socket = new Socket("localhost", address.getPort())) {
      return socket.isConnected();
    } catch (IOException refused) {
      return false;
    }
  }

  @Disabled("run by the test around it")
  static class Mistakes {
    @RegisterExtension
    static final HostedServices HARBOR =
        HostedServices.serving("/fuel", Fuel.Desk::new).and("/other", Fuel.Desk::new);

    @Test
    void whichAddress(URI address) {
      ADDRESSES.add(address);
    }

    @Test
    void whichService(Fuel fuel) {
      assertThat(fuel).isNotNull();
    }

    @Test
    void noSuchPath(@At("/diesel") URI address) {
      ADDRESSES.add(address);
    }

    @Test
    void noInterface(TypedClient<Mistakes> client) {
      assertThat(client).isNotNull();
    }
  }

  @Test
  void mistakesAreExplained() {
    Events events = run(Mistakes.class);
    for (String[] mistake :
        new String[][] {
          {"whichAddress", "there are several services; say which: @At(\"/fuel\")"},
          {"whichService", "several services implement Fuel"},
          {"noSuchPath", "there is no service at /diesel; there is /fuel, /other"},
          {"noInterface", "no service here implements"}
        }) {
      events
          .assertThatEvents()
          .haveExactly(
              1,
              EventConditions.event(
                  EventConditions.test(mistake[0]),
                  finishedWithFailure(message(text -> text.contains(mistake[1])))));
    }
  }

  @Disabled("run by the test around it")
  static class AFailedCheck {
    @RegisterExtension
    static final HostedServices HARBOR = HostedServices.serving("/fuel", Fuel.Desk::new);

    @TestFactory
    Stream<DynamicNode> checks() throws IOException {
      Path file = Files.createTempFile("fuel", ".yaml");
      file.toFile().deleteOnExit();
      Files.writeString(
          file,
          """
          checks:
            - check: a wrong price
              operation: cost
              input: {pump: NORTH, litres: 20}
              expect: {result: {result: 32.41}}
            - check: for somebody else
              service: TideTable
              operation: tides
              input: {}
              expect: accepted
          """);
      return HARBOR.checks(file);
    }
  }

  @Test
  void aCheckThatFailsSaysWhatDiffers() {
    Events events = run(AFailedCheck.class);
    events.assertStatistics(all -> all.failed(2));
    events
        .assertThatEvents()
        .haveExactly(
            1,
            EventConditions.event(
                EventConditions.displayName("a wrong price"),
                finishedWithFailure(
                    message(text -> text.contains("expected 32.41, found 32.40")))));
    events
        .assertThatEvents()
        .haveExactly(
            1,
            EventConditions.event(
                EventConditions.displayName("for somebody else"),
                finishedWithFailure(
                    message(
                        text ->
                            text.contains(
                                "the service TideTable, which is not hosted here; there is FuelDesk")))));
  }
}
