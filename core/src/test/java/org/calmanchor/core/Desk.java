package org.calmanchor.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import javax.xml.validation.Schema;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.testing.Envelopes;

/** A service compiled from what stands between the braces of its class, served in memory. */
public final class Desk {
  private static final String ENVELOPE =
      Envelopes.envelope(
          Envelopes.SOAP_11,
          "xmlns='urn:a' xmlns:a='urn:a' xmlns:b='urn:b'"
              + " xmlns:xsd='http://www.w3.org/2001/XMLSchema'"
              + " xmlns:xsi='http://www.w3.org/2001/XMLSchema-instance'",
          "",
          "%s");

  private final Endpoint endpoint;
  private final String wsdl;
  private final Schema schema;

  private Desk(Endpoint endpoint) throws Exception {
    this.endpoint = endpoint;
    this.wsdl = ContractDocuments.write(contract(), "http://lanternquay.test/");
    assertThat(Standards.firstError(Standards.wsdl(), wsdl)).isEmpty();
    this.schema = Standards.messages(wsdl);
  }

  /** A desk in namespace {@code urn:a} with these members. */
  public static Desk with(String members) throws Exception {
    return ofSource("@PortType(namespace = \"urn:a\")\npublic class Desk {\n" + members + "\n}\n");
  }

  /** A desk of a whole source, whose first public class has a constructor without parameters. */
  public static Desk ofSource(String source) throws Exception {
    Class<?> service = Compiled.service(source, "-parameters");
    var constructor = service.getDeclaredConstructor();
    constructor.setAccessible(true);
    return new Desk(Endpoint.of(constructor.newInstance()));
  }

  public Contract contract() {
    return endpoint.contracts().get(0);
  }

  public String wsdl() {
    return wsdl;
  }

  /** The document on one line, without space between its tags. */
  public String packed() {
    return wsdl.replaceAll(">\\s+<", "><");
  }

  /** The body of the answer to a request, both of which the published schema finds valid. */
  public String call(String body) throws Exception {
    String request = ENVELOPE.formatted(body);
    assertThat(Standards.firstError(schema, request)).as(request).isEmpty();
    String answer = answer(request);
    assertThat(Standards.firstError(schema, answer)).as(answer).isEmpty();
    return answer.replaceAll("(?s).*<soap:Body>|</soap:Body>.*", "");
  }

  /** The answer to a request that need not be valid. */
  public String refusal(String body) {
    return answer(ENVELOPE.formatted(body));
  }

  private String answer(String request) {
    byte[] bytes = request.getBytes(StandardCharsets.UTF_8);
    return new String(Calls.answer(endpoint, SoapVersion.SOAP_1_1, bytes), StandardCharsets.UTF_8);
  }
}
