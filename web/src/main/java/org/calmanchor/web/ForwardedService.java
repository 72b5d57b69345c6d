package org.calmanchor.web;

import java.net.URI;
import java.util.Map;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SoapVersion;

/**
 * A service elsewhere, to which messages are forwarded.
 *
 * @param contract its contract, with one port type
 * @param document the text of its WSDL document
 * @param addresses where it answers, for each version of SOAP that it speaks
 */
public record ForwardedService(
    Contract contract, String document, Map<SoapVersion, URI> addresses) {
  /** Checks the addresses, and copies them. */
  public ForwardedService {
    addresses = Map.copyOf(addresses);
    if (addresses.isEmpty() || contract.portTypes().size() != 1) {
      throw new IllegalArgumentException("one port type and an address are needed");
    }
    for (URI address : addresses.values()) {
      boolean isHttp = "http".equals(address.getScheme()) || "https".equals(address.getScheme());
      if (!isHttp || address.getHost() == null) {
        throw new IllegalArgumentException(
            "\"" + address + "\" is no address of a service; write one like https://host.test/a");
      }
    }
  }
}
