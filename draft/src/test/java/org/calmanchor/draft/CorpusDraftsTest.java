package org.calmanchor.draft;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Each document of the corpus is drafted and compiled without warnings. The drafted interface, when
 * served, takes the samples of the document and answers with valid messages; its client gets the
 * same answers.
 */
class CorpusDraftsTest {
  @TempDir private static Path folder;

  private static final Map<String, List<DraftedCalls>> CALLS = new LinkedHashMap<>();
  private static final List<DraftedCalls> HOSTED = new ArrayList<>();
  private static Drafted drafted;
  private static HttpServer partner;
  private static RunningHost host;

  static Iterable<String> readable() throws IOException {
    return Drafted.corpus().keySet();
  }

  @BeforeAll
  static void draftAll() throws Exception {
    partner = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    Map<String, Draft> drafts = new LinkedHashMap<>();
    for (Map.Entry<String, Map<String, String>> each : Drafted.corpus().entrySet()) {
      String name = each.getKey();
      drafts.put(
          name,
          ContractDrafter.service(
              Drafted.read(folder.resolve(name), each.getValue()),
              "harbor.partner" + name.substring(0, 2)));
    }
    drafted = Drafted.compile(folder, drafts.values());
    SoapHost all = SoapHost.onPort(0);
    drafts.forEach((name, draft) -> CALLS.put(name, calls(draft, all)));
    host = all.start();
    for (int i = 0; i < HOSTED.size(); i++) {
      HOSTED.get(i).isAt(host.address("/service" + i));
    }
    partner.start();
  }

  private static List<DraftedCalls> calls(Draft draft, SoapHost all) {
    List<DraftedCalls> calls = new ArrayList<>();
    for (Class<?> each : drafted.portTypes(draft)) {
      DraftedCalls made = new DraftedCalls(each, CorpusDraftsTest::answering);
      calls.add(made);
      if (isHostable(each)) {
        all.serve("/service" + HOSTED.size(), ContractReader.read(each), made.service());
        HOSTED.add(made);
      }
    }
    return calls;
  }

  /** An address of the partner at which it answers what {@code calls} tells. */
  private static URI answering(DraftedCalls calls) {
    String path = "/partner" + System.identityHashCode(calls);
    partner.createContext(
        path,
        exchange -> {
          exchange.getRequestBody().readAllBytes();
          byte[] said = calls.said();
          exchange.getResponseHeaders().set("Content-Type", calls.version().mediaType());
          exchange.sendResponseHeaders(calls.status(), said.length == 0 ? -1 : said.length);
          exchange.getResponseBody().write(said);
          exchange.close();
        });
    return URI.create("http://localhost:" + partner.getAddress().getPort() + path);
  }

  private static boolean isHostable(Class<?> portType) {
    try {
      ContractReader.read(portType);
      return true;
    } catch (ContractException unhosted) {
      assertThat(unhosted.problems()).allMatch(each -> each.code() == ProblemCode.NOT_HOSTABLE);
      return false;
    }
  }

  @AfterAll
  static void stop() throws IOException {
    host.close();
    partner.stop(0);
    drafted.close();
  }

  @ParameterizedTest
  @MethodSource("readable")
  void isServedAndCalled(String name) throws Exception {
    for (DraftedCalls calls : CALLS.get(name)) {
      for (Operation operation : calls.contract().portTypes().get(0).operations()) {
        if (HOSTED.contains(calls)) {
          calls.sendsSample(operation);
          calls.awaitCall(operation);
          calls.learnsResult(operation);
          checkResult(calls, operation);
          checkFaults(calls, operation);
        } else {
          calls.readsSample(operation);
          calls.learnsResult(operation);
        }
      }
    }
    assertThat(CALLS.get(name)).isNotEmpty();
  }

  private static void checkResult(DraftedCalls calls, Operation operation) throws Exception {
    assertThat(calls.sendsSample(operation))
        .isInstanceOfSatisfying(
            Outcome.Result.class,
            found ->
                assertThat(found.values().toString())
                    .isEqualTo(calls.response(operation).toString()));
    calls.callsService(operation);
    assertThat(calls.sent(operation)).isEqualTo(calls.request(operation).toString());
  }

  private static void checkFaults(DraftedCalls calls, Operation operation) throws Exception {
    for (Operation.FaultUse fault : operation.faults()) {
      Throwable raised = calls.learnsFault(operation, fault);
      assertThat(calls.sendsSample(operation))
          .isInstanceOfSatisfying(
              Outcome.DeclaredFault.class, found -> assertThat(found.reason()).isEqualTo("Sorry."));
      assertThatThrownBy(() -> calls.callsService(operation))
          .isInstanceOf(InvocationTargetException.class)
          .hasCauseExactlyInstanceOf(raised.getClass());
    }
  }
}
