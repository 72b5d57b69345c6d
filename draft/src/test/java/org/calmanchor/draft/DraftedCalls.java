package org.calmanchor.draft;

import java.io.ByteArrayInputStream;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.client.TypedClient;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.dynamic.DynamicAnswers;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.objects.MethodCodecPlanner;
import org.calmanchor.core.objects.MethodCodecs;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.testing.Await;
import org.jspecify.annotations.Nullable;

/** A drafted interface: a service of it, and a client of it, with the samples of its document. */
final class DraftedCalls {
  private final Reading reading;
  private final TypedClient<?> client;
  private final Contract contract;
  private final SoapVersion version;
  private final Samples samples;
  private final DynamicAnswers answers;
  private final DynamicMessages messages;
  private final Object service;
  private URI address = URI.create("http://localhost/");
  private final Map<String, Object[]> arguments = new ConcurrentHashMap<>();
  private volatile byte[] said = new byte[0];
  private volatile int status = 200;
  private volatile @Nullable Object result;
  private volatile @Nullable Throwable raised;

  /** A call of a client, before an answer came. */
  interface Partner {
    URI address(DraftedCalls calls);
  }

  DraftedCalls(Class<?> portType, Partner partner) {
    reading = ContractReader.readToCall(portType);
    contract = reading.contract();
    version = contract.bindings().get(0).version();
    samples = Samples.of(contract, Examples.NONE);
    answers = DynamicAnswers.of(contract);
    messages = DynamicMessages.of(contract);
    client = TypedClient.of(portType, partner.address(this)).version(version);
    service = service(portType);
  }

  Object service() {
    return service;
  }

  /** Tells where the service is. */
  void isAt(URI service) {
    address = service;
  }

  SoapVersion version() {
    return version;
  }

  /** What the partner answers now. */
  byte[] said() {
    return said;
  }

  int status() {
    return status;
  }

  private Object service(Class<?> portType) {
    return Proxy.newProxyInstance(
        portType.getClassLoader(),
        new Class<?>[] {portType},
        (proxy, method, given) -> answer(method, given));
  }

  private @Nullable Object answer(Method method, Object @Nullable [] given) throws Throwable {
    arguments.put(method.getName(), given == null ? new Object[0] : given);
    if (raised != null) {
      throw raised;
    }
    if (given != null) {
      Object[] before = arguments.getOrDefault(method.getName() + ":out", new Object[0]);
      for (int i = 0; i < given.length; i++) {
        if (given[i] instanceof HeaderOut<?> out && before.length > i) {
          set(out, before[i]);
        }
      }
    }
    return result;
  }

  @SuppressWarnings("unchecked") // of the same parameter
  private static void set(HeaderOut<?> out, Object before) {
    ((HeaderOut<Object>) out).set(((HeaderOut<Object>) before).get());
  }

  private Method method(Operation operation) {
    String name =
        Objects.requireNonNull(reading.members().operations().get(operation.name()))
            .method()
            .name();
    return Arrays.stream(client.proxy().getClass().getInterfaces()[0].getMethods())
        .filter(each -> each.getName().equals(name))
        .findFirst()
        .orElseThrow();
  }

  /** Sends the sample of the request to the service, which notes its arguments. */
  Outcome sendsSample(Operation operation) throws Exception {
    HttpResponse<byte[]> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(address)
                    .header("Content-Type", version.mediaType())
                    .POST(HttpRequest.BodyPublishers.ofByteArray(sample(operation)))
                    .build(),
                HttpResponse.BodyHandlers.ofByteArray());
    return operation.output() == null && answer.statusCode() == 202
        ? new Outcome.Result(Map.of())
        : messages.answer(operation.name(), answer.body());
  }

  /** Lets the client read the sample of the response, which the service then answers. */
  void learnsResult(Operation operation) throws Exception {
    raised = null;
    said = operation.output() == null ? new byte[0] : answer(operation);
    status = operation.output() == null ? 202 : 200;
    result = call(client, operation);
  }

  /** Lets the client read the sample of a fault, in which the service then ends. */
  Throwable learnsFault(Operation operation, Operation.FaultUse fault) throws Exception {
    said =
        answers.fault(
            operation.name(),
            fault.name(),
            version,
            "Sorry.",
            samples.fault(fault),
            DynamicMessages.Layout.COMPACT);
    status = 500;
    try {
      call(client, operation);
      throw new AssertionError("no fault");
    } catch (InvocationTargetException found) {
      raised = found.getCause();
      return raised;
    }
  }

  /** The client calls the service with the arguments that the sample of the request gave. */
  @Nullable Object callsService(Operation operation) throws Exception {
    return call(client.at(address), operation);
  }

  private @Nullable Object call(TypedClient<?> over, Operation operation) throws Exception {
    Method method = method(operation);
    Object[] noted =
        arguments.getOrDefault(method.getName(), new Object[method.getParameterCount()]);
    Object[] given = noted.clone();
    for (int i = 0; i < given.length; i++) {
      given[i] = method.getParameterTypes()[i] == HeaderOut.class ? new HeaderOut<>() : given[i];
    }
    Object answer = method.invoke(over.proxy(), given);
    arguments.put(method.getName() + ":out", given);
    return answer;
  }

  /** Waits until the service was called; one-way calls begin after their answer. */
  void awaitCall(Operation operation) {
    String name = method(operation).getName();
    Await.until(name + " was called", () -> arguments.containsKey(name));
  }

  /** Reads the sample of the request as the service would. */
  void readsSample(Operation operation) {
    MethodCodecs codecs = new MethodCodecPlanner(reading).plan(operation);
    MessageCodec request = codecs.request();
    if (request == null) {
      return;
    }
    XmlIn in =
        new MessageOpener(MessageLimits.DEFAULT)
            .open(new ByteArrayInputStream(sample(operation)), null);
    EnvelopeReader.open(in).toBody(block -> false);
    arguments.put(codecs.member().method().name(), (Object[]) request.read(in));
  }

  private byte[] sample(Operation operation) {
    return messages.request(
        operation.name(),
        version,
        samples.request(operation),
        samples.headerBlocks(operation),
        DynamicMessages.Layout.COMPACT);
  }

  private byte[] answer(Operation operation) {
    return answers.response(
        operation.name(),
        version,
        samples.response(operation),
        samples.answeredBlocks(operation),
        DynamicMessages.Layout.COMPACT);
  }

  /** The sample of the request, as it is read. */
  Map<String, Object> request(Operation operation) {
    return contract.request(operation) == null
        ? Map.of()
        : messages.validRequest(sample(operation)).values();
  }

  /** The sample of the response, as it is read. */
  Map<String, Object> response(Operation operation) {
    return operation.output() == null
        ? Map.of()
        : ((Outcome.Result) messages.answer(operation.name(), answer(operation))).values();
  }

  /** What the client sent last; the sample if it was masked when it was noted. */
  String sent(Operation operation) {
    String sent = client.lastExchange().orElseThrow().request();
    return sent.contains("\u2022") || contract.request(operation) == null
        ? request(operation).toString()
        : messages.validRequest(sent.getBytes(StandardCharsets.UTF_8)).values().toString();
  }

  Contract contract() {
    return contract;
  }
}
