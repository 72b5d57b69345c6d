package org.calmanchor.client;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletionException;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.SoapHttp;

/**
 * Calls the operations of any contract with maps and lists, as {@link DynamicMessages} describes
 * them. Immutable: each setting gives another client. Safe for any number of threads.
 */
public final class DynamicClient {
  private final Contract contract;
  private final DynamicMessages messages;
  private final CallSettings settings;

  private DynamicClient(Contract contract, DynamicMessages messages, CallSettings settings) {
    this.contract = contract;
    this.messages = messages;
    this.settings = settings;
  }

  /** Creates a client for the service at {@code address}. */
  public static DynamicClient of(Contract contract, URI address) {
    return of(contract, DynamicMessages.of(contract), address);
  }

  /** Creates a client with the messages of its contract, which are planned already. */
  public static DynamicClient of(Contract contract, DynamicMessages messages, URI address) {
    return new DynamicClient(
        contract, messages, CallSettings.of(address, contract.bindings().get(0).version()));
  }

  private DynamicClient with(CallSettings changed) {
    return new DynamicClient(contract, messages, changed);
  }

  /** The same client with another version of SOAP; the default is that of the first binding. */
  public DynamicClient version(SoapVersion version) {
    return with(settings.with(version));
  }

  /**
   * The same client with another timeout for a complete answer; the default is 60 seconds.
   *
   * @throws IllegalArgumentException when it is not positive
   */
  public DynamicClient timeout(Duration timeout) {
    return with(settings.withTimeout(timeout));
  }

  /**
   * The same client with credentials, which are sent with each request, such as {@code
   * ClientCredentials.basic(name, password)}; they replace those that it has.
   */
  public DynamicClient credentials(ClientCredentials credentials) {
    return with(settings.with(credentials));
  }

  /**
   * The same client with a session of its own, if the service has sessions: it keeps the cookies of
   * the service, and none that other clients keep.
   */
  public DynamicClient withSession() {
    return with(settings.withSession());
  }

  /** The same client with an HTTP header on each request; it replaces a header of that name. */
  public DynamicClient httpHeader(String name, String value) {
    return with(settings.withHeader(name, value));
  }

  /**
   * The same client over a given HTTP client, with its proxies, certificates and threads.
   *
   * @throws IllegalArgumentException when it follows redirects
   */
  public DynamicClient over(HttpClient http) {
    return with(settings.with(http));
  }

  /**
   * Calls an operation and waits for the answer. A fault is an answer, too.
   *
   * @param headerBlocks by the local names of their elements
   * @throws IllegalArgumentException when there is no such operation or block, or the values have
   *     members that the contract lacks; says where
   * @throws NoAnswerException when there is no answer, or it is no message
   */
  public DynamicAnswer call(String operation, Map<String, ?> values, Map<String, ?> headerBlocks) {
    Operation called = contract.operation(operation);
    byte[] message =
        messages.request(
            operation,
            settings.version(),
            values,
            headerBlocks,
            DynamicMessages.Layout.COMPACT,
            settings.usernameToken());
    Map<String, String> headers =
        new LinkedHashMap<>(SoapHttp.headers(settings.version(), called.input().action()));
    headers.put("Accept-Encoding", "gzip");
    headers.putAll(settings.headers());
    LastExchanges.Pending pending =
        new LastExchanges.Pending(settings.address().toString(), headers);
    pending.sends(message, message.length);
    HttpExchange http = new HttpExchange(settings, operation);
    try {
      HttpResponse<byte[]> response =
          http.waited(http.whole(headers, HttpRequest.BodyPublishers.ofByteArray(message)));
      return read(called, response, pending);
    } catch (CompletionException failed) {
      throw failed.getCause() instanceof NoAnswerException none ? none : failed;
    }
  }

  private DynamicAnswer read(
      Operation operation, HttpResponse<byte[]> response, LastExchanges.Pending pending) {
    Map<String, String> headers = AnswerBody.headers(response);
    int status = response.statusCode();
    pending.answered(status, headers);
    byte[] message = message(operation, response, headers, pending);
    Outcome outcome =
        message.length == 0
            ? new Outcome.Result(Map.of())
            : messages.answer(operation.name(), message);
    return new DynamicAnswer(
        status, outcome, new String(message, StandardCharsets.UTF_8), pending.shown());
  }

  /** The message; empty if a one-way message was accepted. */
  private byte[] message(
      Operation operation,
      HttpResponse<byte[]> response,
      Map<String, String> headers,
      LastExchanges.Pending pending) {
    int status = response.statusCode();
    long most = settings.limits().value(Limit.BODY_BYTES);
    try (InputStream body =
        pending.noting(AnswerBody.decoded(new ByteArrayInputStream(response.body()), headers))) {
      byte[] message = body.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, most + 1));
      boolean isAccepted = operation.output() == null && status / 100 == 2 && message.length == 0;
      if (!isAccepted) {
        AnswerBody.requireMessage(
            operation.name(),
            settings.address(),
            status,
            headers,
            new ByteArrayInputStream(message));
      }
      if (message.length > most) {
        throw new NoAnswerException(
            status,
            operation.name() + ": the answer is longer than " + most + " bytes, decompressed.",
            null);
      }
      return message;
    } catch (IOException broken) {
      throw new NoAnswerException(
          status,
          operation.name() + ": the answer of " + settings.address() + " broke off.",
          broken);
    }
  }
}
