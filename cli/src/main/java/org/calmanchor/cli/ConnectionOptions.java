package org.calmanchor.cli;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ProxySelector;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.Durations;
import org.calmanchor.cli.terminal.PasswordPrompt;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options of a call that say how the service is reached. */
public final class ConnectionOptions {
  private static final String PASSWORD = "CALM_ANCHOR_PASSWORD";
  private static final String TOKEN = "CALM_ANCHOR_TOKEN";

  /** Creates the options, for the command line. */
  public ConnectionOptions() {}

  @Option(
      names = "--address",
      paramLabel = "URL",
      description = "Where the service answers. Default: what the document says.")
  private @Nullable URI address;

  @Option(
      names = "--timeout",
      paramLabel = "TIME",
      description = "How long to wait for the answer, such as 5s. Default: 60s.")
  private String timeout = "60s";

  @Option(
      names = "--header",
      paramLabel = "'NAME: VALUE'|@FILE",
      description =
          "An HTTP header, or a file with a line for each; a file keeps secrets off the command"
              + " line. Repeatable.")
  private List<String> headers = new ArrayList<>();

  @Option(
      names = "--caller",
      paramLabel = "NAME",
      description =
          "Call as this caller, by HTTP Basic. The password is asked for, or taken from the"
              + " environment variable "
              + PASSWORD
              + ".")
  private @Nullable String caller;

  @Option(
      names = "--username-token",
      paramLabel = "TEXT|DIGEST",
      description =
          "Send the name and password of --caller as a WS-Security username token in the message,"
              + " not by HTTP Basic.")
  private @Nullable PasswordForm usernameToken;

  /** How a username token has the password. */
  enum PasswordForm {
    TEXT,
    DIGEST
  }

  @Option(
      names = "--token",
      description =
          "Call with a bearer token, which is asked for, or taken from the environment variable "
              + TOKEN
              + ".")
  private boolean hasToken;

  @Option(
      names = "--proxy",
      paramLabel = "HOST:PORT",
      description = "Call through this HTTP proxy.")
  private @Nullable String proxy;

  private TrustOptions trust = new TrustOptions();

  /** Asked for once, also for many checks. */
  private @Nullable String password;

  /** Asked for once, also for many checks. */
  private @Nullable String token;

  /** Uses the TLS of these options, which documents are read with, too. */
  public void trust(TrustOptions options) {
    this.trust = options;
  }

  /**
   * A client for an operation in a version of SOAP, with the caller of these options.
   *
   * @throws CommandException when the address is not known, or an option is wrong
   */
  public DynamicClient client(
      Contract contract, DynamicMessages messages, Operation operation, SoapVersion version) {
    if (usernameToken != null && caller == null) {
      throw CommandException.usage("--username-token: say who calls, with --caller NAME.");
    }
    if (caller != null && hasToken) {
      throw CommandException.usage("There is one of --caller and --token.");
    }
    DynamicClient client = clientWithoutCaller(contract, messages, operation, version);
    if (hasToken) {
      return withToken(client);
    }
    return caller == null ? client : asCaller(client, caller);
  }

  /**
   * The same without the caller of these options, for calls that have their own.
   *
   * @throws CommandException when the address is not known, or an option is wrong
   */
  public DynamicClient clientWithoutCaller(
      Contract contract, DynamicMessages messages, Operation operation, SoapVersion version) {
    DynamicClient client =
        DynamicClient.of(contract, messages, address(contract, operation, version))
            .version(version);
    Duration patience = Durations.read("--timeout", timeout);
    try {
      client = client.timeout(patience).over(http());
      for (String header : headerLines()) {
        int colon = header.indexOf(':');
        if (colon <= 0) {
          throw CommandException.usage(
              "--header: write a name, a colon and a value, such as 'X-Berth: H-07'.");
        }
        client = with(client, header.substring(0, colon).strip(), header.substring(colon + 1));
      }
    } catch (IllegalArgumentException unusable) {
      throw CommandException.usage("--timeout: " + unusable.getMessage() + ".");
    }
    return client;
  }

  private DynamicClient withToken(DynamicClient client) {
    if (token == null) {
      token = PasswordPrompt.ask("Token", TOKEN);
    }
    try {
      return client.credentials(ClientCredentials.token(token.strip()));
    } catch (IllegalArgumentException unusable) {
      throw CommandException.usage("--token: " + unusable.getMessage() + ".");
    }
  }

  private DynamicClient asCaller(DynamicClient client, String name) {
    if (password == null) {
      password = PasswordPrompt.ask("Password of " + name, PASSWORD);
    }
    try {
      return client.credentials(
          usernameToken == null
              ? ClientCredentials.basic(name, password)
              : usernameToken == PasswordForm.TEXT
                  ? ClientCredentials.usernameTokenText(name, password)
                  : ClientCredentials.usernameTokenDigest(name, password));
    } catch (IllegalArgumentException unusable) {
      throw CommandException.usage("--caller: " + unusable.getMessage() + ".");
    }
  }

  private static DynamicClient with(DynamicClient client, String name, String value) {
    try {
      // The builder knows which headers may not be set, and which characters they may have.
      HttpRequest.newBuilder().setHeader(name, value.strip());
    } catch (IllegalArgumentException unusable) {
      throw CommandException.usage(
          "--header: \"" + Terminal.shown(name) + "\" cannot be set, or has an invalid value.");
    }
    return client.httpHeader(name, value.strip());
  }

  private URI address(Contract contract, Operation operation, SoapVersion version) {
    if (address != null) {
      return URI.create(TargetOptions.url(address));
    }
    for (Service service : contract.services()) {
      for (Service.Port port : service.ports()) {
        Binding binding = contract.binding(port.binding());
        if (binding.version() == version
            && !port.address().isEmpty()
            && contract.portType(binding.portType()).operations().contains(operation)) {
          return address(port.address());
        }
      }
    }
    throw CommandException.usage(
        "The contract does not say where " + operation.name() + " is: add --address URL.");
  }

  private static URI address(String text) {
    try {
      return URI.create(TargetOptions.url(URI.create(text.strip())));
    } catch (IllegalArgumentException | CommandException unusable) {
      throw CommandException.usage(
          "The address in the document, \"" + text + "\", cannot be called: add --address URL.");
    }
  }

  private List<String> headerLines() {
    List<String> lines = new ArrayList<>();
    for (String header : headers) {
      if (header.startsWith("@")) {
        Path file = Path.of(header.substring(1));
        try {
          Files.readAllLines(file, StandardCharsets.UTF_8).stream()
              .filter(line -> !line.isBlank())
              .forEach(lines::add);
        } catch (IOException unreadable) {
          throw CommandException.usage("--header: " + file + " cannot be read.");
        }
      } else {
        lines.add(header);
      }
    }
    return lines;
  }

  private HttpClient http() {
    HttpClient.Builder http =
        HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .followRedirects(HttpClient.Redirect.NEVER)
            .connectTimeout(Duration.ofSeconds(10));
    trust.context().ifPresent(http::sslContext);
    if (proxy != null) {
      http.proxy(ProxySelector.of(proxyAddress(proxy)));
    }
    return http.build();
  }

  private static InetSocketAddress proxyAddress(String text) {
    int colon = text.lastIndexOf(':');
    try {
      return InetSocketAddress.createUnresolved(
          text.substring(0, colon), Integer.parseInt(text.substring(colon + 1)));
    } catch (IllegalArgumentException | IndexOutOfBoundsException noAddress) {
      throw CommandException.usage(
          "--proxy: write a host and a port, such as proxy.test:3128, not \"" + text + "\".");
    }
  }
}
