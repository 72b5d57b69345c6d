package org.calmanchor.draft.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.CheckRun;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.Contract;
import org.calmanchor.draft.Draft;
import org.calmanchor.draft.Drafted;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/** Services for tables, compiled without a warning and hosted. */
record DraftedTables(Drafted classes, RunningHost host, Map<String, Contract> contracts)
    implements AutoCloseable {
  static DraftedTables compile(Path folder, List<TableDraft> drafts, Connection connection)
      throws Exception {
    Map<String, byte[]> sources = new LinkedHashMap<>();
    drafts.forEach(draft -> sources.putAll(draft.sources()));
    Files.createDirectories(folder.resolve("classes"));
    Drafted classes =
        Drafted.compile(folder, List.of(new Draft(sources, Map.of(), List.of(), List.of())));
    Class<?> connections = classes.type("harbor.data.Connections");
    // The one connection of the test, which the services do not close.
    Connection kept =
        (Connection)
            Proxy.newProxyInstance(
                connections.getClassLoader(),
                new Class<?>[] {Connection.class},
                (proxy, method, arguments) ->
                    method.getName().equals("close") ? null : call(method, connection, arguments));
    Object opener =
        Proxy.newProxyInstance(
            connections.getClassLoader(),
            new Class<?>[] {connections},
            (proxy, method, arguments) -> kept);
    SoapHost host = SoapHost.onPort(0);
    Map<String, Contract> contracts = new LinkedHashMap<>();
    for (TableDraft draft : drafts) {
      Object service =
          classes.type(draft.service()).getConstructor(connections).newInstance(opener);
      host = host.serve("/" + draft.service(), service);
      contracts.put(draft.service(), Endpoint.of(service).contracts().get(0));
    }
    return new DraftedTables(classes, host.start(), contracts);
  }

  private static Object call(Method method, Object of, Object[] arguments) throws Throwable {
    try {
      return method.invoke(of, arguments);
    } catch (InvocationTargetException failed) {
      throw failed.getCause();
    }
  }

  /** Runs checks of a service; all have to pass. */
  void run(TableDraft draft, List<Check> checks) {
    Contract contract = contracts.get(draft.service());
    DynamicClient client = DynamicClient.of(contract, host.address("/" + draft.service()));
    CheckRun run =
        new CheckRun(
            contract,
            check -> client.call(check.operation(), check.input(), check.headerBlocks()).outcome());
    for (CheckResult result : run.run(checks)) {
      assertThat(result.differences()).as(draft.service() + ": " + result.check().name()).isEmpty();
    }
  }

  @Override
  public void close() throws IOException {
    host.close();
    classes.close();
  }
}
