package org.calmanchor.core.wsdl;

import java.util.List;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.model.Contract;

/**
 * Writes what a host asks of callers as policies (WS-Policy 1.5; WS-SecurityPolicy 1.2, sections 5,
 * 7 and 8). Who does not know policies passes them over: none is required.
 */
final class PolicyWriter {
  private static final String POLICY = "http://www.w3.org/ns/ws-policy";
  private static final String SECURITY =
      "http://docs.oasis-open.org/ws-sx/ws-securitypolicy/200702";
  private static final String UTILITY =
      "http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-wssecurity-utility-1.0.xsd";
  private static final String TRANSPORT_ID = "TransportOfCallers";
  private static final String TOKEN_ID = "TokenOfCallers";

  private final XmlText xml;
  private final Contract contract;
  private final CallerPolicy policy;

  PolicyWriter(XmlText xml, Contract contract, CallerPolicy policy) {
    this.xml = xml;
    this.contract = contract;
    this.policy = policy;
  }

  /** Declares the prefixes, if they are used. */
  void declare(Attributes attributes) {
    if (hasTransport() || hasToken()) {
      attributes.and("xmlns:wsp", POLICY).and("xmlns:sp", SECURITY).and("xmlns:wsu", UTILITY);
    }
  }

  /** The policies, which come before everything else in the document. */
  void policies() {
    if (hasTransport()) {
      policy(TRANSPORT_ID, this::transport);
    }
    if (hasToken()) {
      policy(TOKEN_ID, this::token);
    }
  }

  private boolean hasTransport() {
    return policy.hasTransport();
  }

  private boolean hasToken() {
    return contract.portTypes().stream()
        .flatMap(each -> each.operations().stream())
        .anyMatch(each -> policy.hasToken(each.name()));
  }

  /** What a binding says in a sentence, since policies have no words for some ways. */
  void documentBinding() {
    if (policy.isAny()) {
      xml.text(
          "wsdl:documentation",
          "These operations need a caller: "
              + String.join(", ", policy.needing().stream().sorted().toList())
              + ". Callers send "
              + policy.sources().words()
              + ".");
    }
  }

  /** Refers to the policy of a binding. */
  void ofBinding() {
    if (hasTransport()) {
      reference(TRANSPORT_ID);
    }
  }

  /** Refers to the policy of an operation of a binding. */
  void ofOperation(String operation) {
    if (policy.hasToken(operation)) {
      reference(TOKEN_ID);
    }
  }

  private void reference(String id) {
    xml.element("wsp:PolicyReference", Attributes.of("URI", "#" + id));
  }

  private void policy(String id, Runnable alternatives) {
    xml.element(
        "wsp:Policy",
        Attributes.of("wsu:Id", id),
        () -> nested(List.of("wsp:ExactlyOne"), alternatives));
  }

  private void nested(List<String> names, Runnable content) {
    if (names.isEmpty()) {
      content.run();
    } else {
      xml.element(
          names.get(0), Attributes.NONE, () -> nested(names.subList(1, names.size()), content));
    }
  }

  private void transport() {
    CallerSources sources = policy.sources();
    if (sources.passwords() != null) {
      transport("sp:HttpBasicAuthentication");
    }
    if (sources.certificates() != null) {
      transport("sp:RequireClientCertificate");
    }
    boolean isPartlyOpen =
        contract.portTypes().stream()
            .flatMap(each -> each.operations().stream())
            .anyMatch(each -> !policy.needing().contains(each.name()));
    if (sources.tokens() != null || sources.usernameTokens() != null || isPartlyOpen) {
      transport("");
    }
  }

  /** An alternative: TLS, and what it carries of callers; nothing for an empty name. */
  private void transport(String credentials) {
    nested(
        List.of("wsp:All", "sp:TransportBinding", "wsp:Policy"),
        () -> {
          nested(
              List.of("sp:TransportToken", "wsp:Policy", "sp:HttpsToken", "wsp:Policy"),
              () -> {
                if (!credentials.isEmpty()) {
                  xml.element(credentials, Attributes.NONE);
                }
              });
          nested(
              List.of("sp:AlgorithmSuite", "wsp:Policy"),
              () -> xml.element("sp:Basic256", Attributes.NONE));
        });
  }

  private void token() {
    UsernameTokenSettings settings = policy.sources().usernameTokens();
    if (settings != null && settings.takesText()) {
      token("");
    }
    if (settings != null && settings.digests() != null) {
      token("sp:HashPassword");
    }
    if (policy.isTokenOptional()) {
      xml.element("wsp:All", Attributes.NONE);
    }
  }

  private void token(String password) {
    nested(
        List.of("wsp:All", "sp:SupportingTokens", "wsp:Policy"),
        () ->
            xml.element(
                "sp:UsernameToken",
                Attributes.of("sp:IncludeToken", SECURITY + "/IncludeToken/AlwaysToRecipient"),
                () ->
                    nested(
                        List.of("wsp:Policy"),
                        () -> {
                          if (!password.isEmpty()) {
                            xml.element(password, Attributes.NONE);
                          }
                          xml.element("sp:WssUsernameToken11", Attributes.NONE);
                        })));
  }
}
