package org.calmanchor.web.handbook;

import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.sample.SampleMessages;
import org.calmanchor.core.soap.SoapHttp;
import org.calmanchor.core.wsdl.WsdlFiles;

/** Writes sample calls as they go over HTTP. */
final class SampleExchanges {
  /** Stands where no address is known: a host name that is never assigned (RFC 6761, 6.4). */
  private final Contract contract;

  private final SampleMessages messages;

  SampleExchanges(Contract contract, SampleMessages messages) {
    this.contract = contract;
    this.messages = messages;
  }

  /** A sample call for each version of SOAP in which the operation can be called. */
  List<SampleExchange> of(Operation operation) {
    Map<SoapVersion, SampleExchange> exchanges = new LinkedHashMap<>();
    for (Service service : contract.services()) {
      for (Service.Port port : service.ports()) {
        Binding binding = contract.binding(port.binding());
        if (contract.portType(binding.portType()).operations().contains(operation)) {
          exchanges.computeIfAbsent(
              binding.version(), version -> exchange(operation, version, port.address()));
        }
      }
    }
    // A document may have bindings, but no service.
    for (Binding binding : contract.bindings()) {
      if (contract.portType(binding.portType()).operations().contains(operation)) {
        exchanges.computeIfAbsent(binding.version(), version -> exchange(operation, version, ""));
      }
    }
    return new ArrayList<>(exchanges.values());
  }

  private SampleExchange exchange(Operation operation, SoapVersion version, String written) {
    String address = isUrl(written) ? written : WsdlFiles.UNKNOWN_ADDRESS;
    String request = text(messages.request(operation, version));
    Map<String, String> headers = SoapHttp.headers(version, operation.input().action());
    Map<String, String> faults = new LinkedHashMap<>();
    for (Operation.FaultUse fault : operation.faults()) {
      faults.put(
          fault.name(),
          answer(
              "500 Internal Server Error",
              version,
              text(messages.fault(operation, fault, version))));
    }
    String response =
        operation.output() == null
            ? "HTTP/1.1 202 Accepted\n"
            : answer("200 OK", version, text(messages.response(operation, version)));
    return new SampleExchange(
        version.title(),
        http(address, headers) + "\n" + request,
        response,
        faults,
        curl(address, headers, request));
  }

  private static boolean isUrl(String address) {
    try {
      return new URI(address).getHost() != null;
    } catch (URISyntaxException noUrl) {
      return false;
    }
  }

  private static String http(String address, Map<String, String> headers) {
    URI uri = URI.create(address);
    String query = uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery();
    String path = uri.getRawPath() == null || uri.getRawPath().isEmpty() ? "/" : uri.getRawPath();
    StringBuilder head = new StringBuilder("POST " + path + query + " HTTP/1.1\n");
    head.append("Host: ").append(uri.getRawAuthority()).append('\n');
    headers.forEach((name, value) -> head.append(name + ": " + value + "\n"));
    return head.toString();
  }

  private static String answer(String status, SoapVersion version, String message) {
    return "HTTP/1.1 " + status + "\nContent-Type: " + version.contentType() + "\n\n" + message;
  }

  /** A command for a POSIX shell: what the message contains, the shell does not read. */
  private static String curl(String address, Map<String, String> headers, String message) {
    StringBuilder command = new StringBuilder("curl -sS " + quoted(address));
    headers.forEach(
        (name, value) -> command.append(" \\\n  -H ").append(quoted(name + ": " + value)));
    return command + " \\\n  --data-binary @- <<'MESSAGE'\n" + message + "\nMESSAGE";
  }

  private static String quoted(String text) {
    return "'" + text.replace("'", "'\\''") + "'";
  }

  private static String text(byte[] message) {
    return new String(message, StandardCharsets.UTF_8).strip();
  }
}
