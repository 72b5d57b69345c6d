package org.calmanchor.junit;

import java.lang.reflect.ParameterizedType;
import java.net.URI;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.calmanchor.annotations.PortType;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.client.TypedClient;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolutionException;
import org.junit.jupiter.api.extension.ParameterResolver;

/**
 * Hosts services during tests, on a free port of this machine. In a static field they run for the
 * whole class, else for each test method.
 *
 * <pre>{@code
 * class FuelDeskTest {
 *   @RegisterExtension
 *   static final HostedServices HARBOR = HostedServices.serving("/fuel", FuelDesk::new);
 *
 *   @Test
 *   void litresCostMoney(Fuel client) {
 *     assertThat(client.cost(Pump.NORTH, 20)).isEqualByComparingTo("32.40");
 *   }
 *
 *   @TestFactory
 *   Stream<DynamicNode> checks() {
 *     return HARBOR.checks(Path.of("src/test/checks"));
 *   }
 * }
 * }</pre>
 *
 * A test can have as parameters: an interface with {@code @PortType} that a service implements (its
 * typed client), a {@link TypedClient} of one, the {@link URI} of a service, a {@link
 * DynamicClient}, and {@link Exchanges}: what went over the wire since the test began. Where there
 * are several services, {@link At} says which one is meant.
 *
 * <p>The exchanges of tests that run at the same time against one host cannot be told apart.
 */
@SuppressWarnings("exports") // What runs is not for users.
public final class HostedServices extends TestLifetime<RunningServices>
    implements ParameterResolver {
  private final Map<String, Supplier<?>> services;
  private final UnaryOperator<SoapHost> settings;
  private volatile Instant begun = Instant.MIN;

  private HostedServices(Map<String, Supplier<?>> services, UnaryOperator<SoapHost> settings) {
    this.services = services;
    this.settings = settings;
  }

  /**
   * Hosts a service.
   *
   * @param path where it answers, such as {@code /fuel}
   * @param service makes the object of an annotated class; it is asked at each start
   */
  public static HostedServices serving(String path, Supplier<?> service) {
    return new HostedServices(Map.of(path, service), UnaryOperator.identity());
  }

  /**
   * The same with one more service.
   *
   * @throws IllegalArgumentException when there is a service at that path already
   */
  public HostedServices and(String path, Supplier<?> service) {
    Map<String, Supplier<?>> all = new LinkedHashMap<>(services);
    if (all.putIfAbsent(path, service) != null) {
      throw new IllegalArgumentException("at " + path + " there is a service already");
    }
    return new HostedServices(all, settings);
  }

  /** The same with settings for the host, such as limits and interceptors. */
  public HostedServices with(UnaryOperator<SoapHost> more) {
    return new HostedServices(services, host -> more.apply(settings.apply(host)));
  }

  @Override
  RunningServices start() {
    return RunningServices.start(services, settings);
  }

  @Override
  void begin(RunningServices started) {
    begun = Instant.now();
  }

  /**
   * Where a service answers.
   *
   * @throws IllegalArgumentException when there is none at that path
   */
  public URI address(String path) {
    return running().at(path).address();
  }

  /**
   * A client for the service at {@code path} that takes and gives values by name.
   *
   * @throws IllegalArgumentException when there is none
   */
  public DynamicClient client(String path) {
    return running().at(path).dynamicClient();
  }

  /**
   * A client for the service that implements {@code type}.
   *
   * @throws IllegalArgumentException when there is none, or several
   */
  public <T> TypedClient<T> client(Class<T> type) {
    return running().client(type);
  }

  /** What went over the wire since the test began. */
  public Exchanges exchanges() {
    return new Exchanges(running().host(), begun);
  }

  /**
   * A test for each check in check files, grouped by file. Each check goes to the service that it
   * names, or that has its operation.
   *
   * @param places check files, and folders of them
   * @throws IllegalArgumentException when a file cannot be read, or has a mistake
   */
  public Stream<DynamicNode> checks(Path... places) {
    return CheckTests.of(List.of(places), () -> running().checked());
  }

  @Override
  public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
    Class<?> type = parameter.getParameter().getType();
    return List.of(URI.class, DynamicClient.class, TypedClient.class, Exchanges.class)
            .contains(type)
        || type.isAnnotationPresent(PortType.class);
  }

  @Override
  public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
    try {
      return resolved(parameter);
    } catch (IllegalArgumentException unresolved) {
      throw new ParameterResolutionException(
          parameter.getParameter() + ": " + unresolved.getMessage(), unresolved);
    }
  }

  private Object resolved(ParameterContext parameter) {
    Class<?> type = parameter.getParameter().getType();
    if (type == Exchanges.class) {
      return exchanges();
    }
    if (type == URI.class) {
      return meant(parameter).address();
    }
    if (type == DynamicClient.class) {
      return meant(parameter).dynamicClient();
    }
    if (type == TypedClient.class) {
      return client(typeArgument(parameter));
    }
    return client(type).proxy();
  }

  private RunningServices.Served meant(ParameterContext parameter) {
    List<RunningServices.Served> all = new ArrayList<>(running().all());
    return parameter
        .findAnnotation(At.class)
        .map(at -> running().at(at.value()))
        .orElseGet(
            () -> {
              if (all.size() > 1) {
                throw new IllegalArgumentException(
                    "there are several services; say which: @At(\"" + all.get(0).path() + "\")");
              }
              return all.get(0);
            });
  }

  private static Class<?> typeArgument(ParameterContext parameter) {
    if (parameter.getParameter().getParameterizedType() instanceof ParameterizedType generic
        && generic.getActualTypeArguments()[0] instanceof Class<?> argument) {
      return argument;
    }
    throw new IllegalArgumentException("say of which interface: TypedClient<Fuel>");
  }
}
