package org.calmanchor.client;

import java.lang.reflect.Proxy;
import java.net.URI;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.Optional;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.model.SoapVersion;

/**
 * Calls a service through the annotated interface that describes it. Immutable: each setting gives
 * another client, which shares what was planned, so a setting for one call costs next to nothing.
 * Safe for any number of threads.
 *
 * <pre>{@code
 * TypedClient<FuelDesk> client =
 *     TypedClient.of(FuelDesk.class, URI.create("http://localhost:8080/fuel"));
 * client.proxy().prices();
 * client.timeout(Duration.ofSeconds(1)).proxy().cost("diesel", 20);
 * }</pre>
 *
 * A thread that waits for an answer can be interrupted; its interrupt stays set.
 *
 * <p>Declared faults are raised as the exceptions that the interface declares; any other fault as a
 * {@link FaultReceivedException}; no answer, or none that can be understood, as a {@link
 * NoAnswerException}. Methods that return a stage do not wait.
 *
 * @param <T> the interface
 */
public final class TypedClient<T> {
  private final Class<T> type;
  private final CallPlans plans;
  private final CallSettings settings;
  private final LastExchanges exchanges;

  private TypedClient(
      Class<T> type, CallPlans plans, CallSettings settings, LastExchanges exchanges) {
    this.type = type;
    this.plans = plans;
    this.settings = settings;
    this.exchanges = exchanges;
  }

  /**
   * Creates a client for the service at {@code address}.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of the contract
   * @throws IllegalArgumentException when {@code type} is no interface
   */
  public static <T> TypedClient<T> of(Class<T> type, URI address) {
    if (!type.isInterface()) {
      throw new IllegalArgumentException(
          type.getName()
              + " is a class; a client can only stand in for an interface. Move its annotations to"
              + " an interface, and let the class implement that.");
    }
    CallPlans plans = CallPlans.of(type);
    CallSettings settings = CallSettings.of(address, plans.versions().get(0));
    return new TypedClient<>(type, plans, settings, new LastExchanges());
  }

  private TypedClient<T> with(CallSettings changed) {
    return new TypedClient<>(type, plans, changed, exchanges);
  }

  /** The same client for another address. */
  public TypedClient<T> at(URI address) {
    return with(settings.with(address));
  }

  /**
   * The same client with another version of SOAP; the default is the first version that the service
   * supports.
   *
   * @throws IllegalArgumentException when the service does not speak it
   */
  public TypedClient<T> version(SoapVersion version) {
    if (!plans.versions().contains(version)) {
      throw new IllegalArgumentException(
          type.getName() + " does not speak " + version.title() + "; see @PortType(versions).");
    }
    return with(settings.with(version));
  }

  /**
   * The same client with another timeout for a complete answer, or for the first item of one that
   * is a stream; the default is 60 seconds.
   *
   * @throws IllegalArgumentException when it is not positive
   */
  public TypedClient<T> timeout(Duration timeout) {
    return with(settings.withTimeout(timeout));
  }

  /**
   * The same client with credentials, which are sent with each request, such as {@code
   * ClientCredentials.basic(name, password)}; they replace those that it has.
   */
  public TypedClient<T> credentials(ClientCredentials credentials) {
    return with(settings.with(credentials));
  }

  /**
   * The same client with a session of its own, if the service has sessions: it keeps the cookies of
   * the service, and none that other clients keep.
   */
  public TypedClient<T> withSession() {
    return with(settings.withSession());
  }

  /** The same client with an HTTP header on each request; it replaces a header of that name. */
  public TypedClient<T> httpHeader(String name, String value) {
    return with(settings.withHeader(name, value));
  }

  /** The same client, with requests compressed or not. It always understands compressed answers. */
  public TypedClient<T> gzip(boolean on) {
    return with(settings.withGzip(on));
  }

  /**
   * The same client with another limit on answers. Only limits on a message's size and form have an
   * effect here; for the time see {@link #timeout}.
   *
   * @throws IllegalArgumentException when the value is out of range, or the limit is a time
   */
  public TypedClient<T> limit(Limit limit, long value) {
    return with(settings.with(settings.limits().with(limit, value)));
  }

  /**
   * The same client over a given HTTP client, with its proxies, certificates and threads. The
   * program keeps the ownership of the HTTP client.
   *
   * @throws IllegalArgumentException when it follows redirects
   */
  public TypedClient<T> over(HttpClient http) {
    return with(settings.with(http));
  }

  /** The implementation of the interface; each of its operation methods makes a call. */
  public T proxy() {
    Object proxy =
        Proxy.newProxyInstance(
            type.getClassLoader(),
            new Class<?>[] {type},
            new ClientInvocationHandler(type, plans, settings, exchanges));
    return type.cast(proxy);
  }

  /** The last exchange of this client, or of a client with other settings that was made from it. */
  public Optional<SentExchange> lastExchange() {
    return exchanges.last();
  }
}
