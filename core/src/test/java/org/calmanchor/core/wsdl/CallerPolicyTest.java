package org.calmanchor.core.wsdl;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.xml.transform.stream.StreamSource;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.Standards;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.conformance.Conformance;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Documents say what is asked of callers, stay conforming, and mean the same to all others. */
class CallerPolicyTest {
  private static final String ADDRESS = "https://berths.example/gate";
  private static final CallerSources BASIC =
      CallerSources.NONE.withPasswords((name, password) -> Optional.empty());
  private static final CallerSources ALL =
      BASIC
          .withTokens(token -> Optional.empty())
          .withCertificates(certificate -> Optional.empty())
          .withUsernameTokens(
              new UsernameTokenSettings(true, name -> Optional.empty(), new LocalReplayMemory()));

  /** The gate of the harbor. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static final class Gate {
    @Operation
    public String open() {
      return "";
    }

    @Operation
    public String close() {
      return "";
    }
  }

  private static final Reading READING = ContractReader.read(Gate.class);

  private static String written(CallerPolicy policy) {
    return ContractDocuments.write(READING, ADDRESS, policy);
  }

  static Stream<CallerPolicy> policies() {
    return Stream.of(
            BASIC, ALL, CallerSources.NONE.withUsernameTokens(UsernameTokenSettings.text()))
        .flatMap(
            sources ->
                Stream.of(
                    new CallerPolicy(sources, true, Set.of("open")),
                    new CallerPolicy(sources, true, Set.of("open", "close")),
                    new CallerPolicy(sources, false, Set.of("open")),
                    new CallerPolicy(sources, true, Set.of())));
  }

  @ParameterizedTest
  @MethodSource("policies")
  void aDocumentWithPoliciesIsValidAndMeansTheSame(CallerPolicy policy) throws Exception {
    String document = written(policy);
    Standards.wsdl()
        .newValidator()
        .validate(new StreamSource(new ByteArrayInputStream(document.getBytes(UTF_8))));
    assertThat(Conformance.check(document.getBytes(UTF_8))).isEmpty();
    ReadDocument read =
        ContractDocuments.read(
            URI.create("memory:gate.wsdl"),
            location -> opened(location, document),
            SchemaCatalogue.STANDARDS,
            DocumentLimits.DEFAULT);
    ReadDocument plain =
        ContractDocuments.read(
            URI.create("memory:gate.wsdl"),
            location -> opened(location, written(CallerPolicy.NONE)),
            SchemaCatalogue.STANDARDS,
            DocumentLimits.DEFAULT);
    assertThat(read.contract().messages()).isEqualTo(plain.contract().messages());
    assertThat(read.contract().services()).isEqualTo(plain.contract().services());
    assertThat(document).doesNotContain("required=");
    assertThat(written(policy)).isEqualTo(document);
  }

  private static ByteArrayInputStream opened(URI location, String document) throws IOException {
    if (!location.toString().endsWith("gate.wsdl")) {
      throw new IOException(location + " is not there");
    }
    return new ByteArrayInputStream(document.getBytes(UTF_8));
  }

  @Test
  void saysEachWayInAsAnAlternative() {
    String document = written(new CallerPolicy(ALL, true, Set.of("open")));
    assertThat(document)
        .containsSubsequence(
            List.of(
                "<wsp:Policy wsu:Id=\"TransportOfCallers\">",
                "<sp:HttpsToken>",
                "<sp:HttpBasicAuthentication/>",
                "<sp:RequireClientCertificate/>",
                "<wsp:Policy wsu:Id=\"TokenOfCallers\">",
                "<sp:WssUsernameToken11/>",
                "<sp:HashPassword/>",
                "<wsp:All/>",
                "<wsdl:types>",
                "<wsdl:binding",
                "These operations need a caller: open. Callers send a name and a password, or a"
                    + " bearer token, or a client certificate, or a WS-Security username token.",
                "<wsp:PolicyReference URI=\"#TransportOfCallers\"/>",
                "<wsdl:operation name=\"open\">",
                "<wsp:PolicyReference URI=\"#TokenOfCallers\"/>",
                "<wsdl:operation name=\"close\">"))
        .doesNotContainPattern("name=\"close\">\\s*<wsp:PolicyReference");
  }

  @Test
  void saysNothingOfPoliciesWhenNothingIsAsked() {
    String plain = ContractDocuments.write(READING, ADDRESS);
    assertThat(plain).doesNotContain("wsp:", "need a caller");
    assertThat(written(new CallerPolicy(BASIC, true, Set.of()))).isEqualTo(plain);
    // A policy has no word for HTTP Basic without TLS.
    assertThat(written(new CallerPolicy(BASIC, false, Set.of("open"))))
        .contains("need a caller: open. Callers send a name and a password.")
        .doesNotContain("wsp:");
  }
}
