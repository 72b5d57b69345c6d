package org.calmanchor.junit;

import java.net.URI;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import org.calmanchor.checks.CheckCaller;
import org.calmanchor.checks.CheckTransport;
import org.calmanchor.checks.CheckedService;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.client.NoAnswerException;
import org.calmanchor.client.TypedClient;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/** Services that answer during a test. */
final class RunningServices implements AutoCloseable {
  /** As many exchanges as a test of one method hardly has. */
  private static final int RECORDED = 10_000;

  private final RunningHost host;
  private final Map<String, Served> services;

  /**
   * A service.
   *
   * @param address where it answers
   */
  record Served(String path, Object object, Contract contract, URI address) {
    Served at(URI where) {
      return new Served(path, object, contract.withAddress(where.toString()), where);
    }

    DynamicClient dynamicClient() {
      return DynamicClient.of(contract, address);
    }

    CheckedService checked() {
      DynamicClient client = dynamicClient();
      CheckTransport transport =
          check -> {
            CheckCaller caller = check.settings().caller();
            DynamicClient chosen =
                caller == null ? client : client.credentials(caller.credentials(System::getenv));
            if (check.version() != null) {
              chosen = chosen.version(check.version());
            }
            try {
              return chosen.call(check.operation(), check.input(), check.headerBlocks()).outcome();
            } catch (NoAnswerException none) {
              throw CheckTransport.noMessage(none.status(), none.getMessage(), none);
            }
          };
      return new CheckedService(contract, transport, System::getenv);
    }
  }

  private RunningServices(RunningHost host, Map<String, Served> services) {
    this.host = host;
    this.services = services;
  }

  static RunningServices start(
      Map<String, Supplier<?>> services, UnaryOperator<SoapHost> settings) {
    SoapHost host = settings.apply(SoapHost.onPort(0).recordExchanges(RECORDED));
    List<Served> prepared = new ArrayList<>();
    services.forEach(
        (path, supplier) -> {
          Object object = supplier.get();
          Reading reading = ContractReader.read(object.getClass());
          host.serve(path, reading, object);
          prepared.add(new Served(path, object, reading.contract(), URI.create(path)));
        });
    RunningHost running = host.start();
    Map<String, Served> served = new LinkedHashMap<>();
    prepared.forEach(each -> served.put(each.path(), each.at(running.address(each.path()))));
    return new RunningServices(running, served);
  }

  RunningHost host() {
    return host;
  }

  Collection<Served> all() {
    return services.values();
  }

  Served at(String path) {
    Served served = services.get(path);
    if (served == null) {
      throw new IllegalArgumentException(
          "there is no service at " + path + "; there is " + String.join(", ", services.keySet()));
    }
    return served;
  }

  <T> TypedClient<T> client(Class<T> type) {
    List<Served> fitting = new ArrayList<>();
    all().stream().filter(each -> type.isInstance(each.object())).forEach(fitting::add);
    if (fitting.size() != 1) {
      throw new IllegalArgumentException(
          fitting.isEmpty()
              ? "no service here implements " + type.getName()
              : "several services implement "
                  + type.getSimpleName()
                  + "; use TypedClient.of("
                  + type.getSimpleName()
                  + ".class, address) with @At(\"...\") URI address");
    }
    return TypedClient.of(type, fitting.get(0).address());
  }

  List<CheckedService> checked() {
    return all().stream().map(Served::checked).toList();
  }

  @Override
  public void close() {
    host.close();
  }
}
