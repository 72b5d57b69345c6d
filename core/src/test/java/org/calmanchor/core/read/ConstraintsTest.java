package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import jakarta.validation.constraints.NotNull;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import javax.xml.validation.Schema;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.Standards;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Facets and each constraint of jakarta.validation: what is published, what passes, what is
 * refused.
 */
class ConstraintsTest {
  private static final String ENVELOPE = Envelopes.call("urn:a", "ask", "%s");

  private static String elements(String values) {
    StringBuilder all = new StringBuilder();
    for (String value : values.equals("~") ? new String[0] : values.split(";", -1)) {
      all.append("<v>").append(value.equals("''") ? "" : value).append("</v>");
    }
    return all.toString();
  }

  /** A facet or occurrence where the schema says exactly the same, else words for its reader. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "@Min(1) int v | minInclusive value=\"1\" | 1 | 0",
        "@Max(9) Long v | maxInclusive value=\"9\" | 9 | 10",
        "@DecimalMin(\"0.5\") BigDecimal v | minInclusive value=\"0.5\" | 0.50 | 0.49",
        "@DecimalMin(value = \"0.5\", inclusive = false) BigDecimal v "
            + "| minExclusive value=\"0.5\" | 0.51 | 0.50",
        "@DecimalMax(\"2\") BigInteger v | maxInclusive value=\"2\" | 2 | 3",
        "@DecimalMin(\"1.5\") int v | Must be at least 1.5. | 2 | 1",
        "@Positive double v | minExclusive value=\"0\" | 0.1 | -0",
        "@Positive float v | minExclusive value=\"0\" | INF | NaN",
        "@PositiveOrZero int v | minInclusive value=\"0\" | 0 | -1",
        "@Negative BigDecimal v | maxExclusive value=\"0\" | -0.1 | 0",
        "@NegativeOrZero short v | maxInclusive value=\"0\" | 0 | 1",
        "@Digits(integer = 2, fraction = 0) int v | totalDigits value=\"2\" | -99 | 100",
        "@Digits(integer = 2, fraction = 1) BigDecimal v "
            + "| Must be a number of at most 2 digits before and 1 after the point. | 12.5 | 1.50",
        "@Size(max = 2) int[] v | name=\"v\" type=\"xsd:int\" minOccurs=\"0\" maxOccurs=\"2\" | 1;2 | 1;2;3",
        "@NotEmpty LocalDate[] v | maxOccurs=\"unbounded\" | 2027-06-11 | ~",
        "@Size(max = 2) String[] v | maxOccurs=\"2\" | a long text;another | a;b;c",
        "@Size(min = 2, max = 3) String v | Must be 2 to 3 characters. | abc | a",
        "@Size(max = 3) String v | Must be at most 3 characters. | abc | abcd",
        "@Size(min = 1) String v | minLength value=\"1\" | a | ''",
        "@Size(min = 2) byte[] v | minLength value=\"2\" | QUI= | QQ==",
        "@Size(min = 1, max = 2) List<String> v | maxOccurs=\"2\" | a;b | a;b;c",
        "@NotEmpty String v | minLength value=\"1\" | a | ''",
        "@NotBlank String v | Must be a text that is not blank. | a | ' '",
        "@NotEmpty List<String> v | maxOccurs=\"unbounded\" | a | none",
        "Map<@Size(min = 1) String, @Positive Integer> v | minExclusive value=\"0\" "
            + "| <entry><key>a</key><value>1</value></entry> "
            + "| <entry><key>a</key><value>0</value></entry>",
        "@Size(min = 1) Map<String, Integer> v | StringIntMapFrom1 "
            + "| <entry><key>a</key><value>1</value></entry> | ''",
        "List<List<@Max(9) Integer>> v | maxInclusive value=\"9\" | <item>9</item> | <item>10</item>",
        "List<@Positive Integer> v | minExclusive value=\"0\" | 1;2 | 1;0",
        "@Pattern(regexp = \"[a-z]-\\\\d+\") String v | Must be a text like [a-z]-\\d+. | h-07 | h07",
        // A pattern that takes a long time for a text that was chosen against it.
        "@Pattern(regexp = \"((a{1,2})+)+b\") String v | Must be a text like ((a{1,2})+)+b. | ab | "
            + "aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa",
        "@Email String v | Must be an e-mail address. | odo@lanternquay.test | odo@",
        "@AssertTrue boolean v | pattern value=\"true/1\" | 1 | false",
        "@AssertFalse Boolean v | pattern value=\"false/0\" | false | true",
        "@Past LocalDate v | Must be in the past. | 2001-01-01 | 2999-01-01",
        "@PastOrPresent Year v | Must be in the past or now. | 2001 | 2999",
        "@jakarta.validation.constraints.Future Instant v | Must be in the future. | 2999-01-01T00:00:00Z | 2001-01-01T00:00:00Z",
        "@FutureOrPresent YearMonth v | Must be in the future or now. | 2999-01 | 2001-01",
        "@Facets(maxLength = 2) String v | maxLength value=\"2\" | ab | abc",
        "@Facets(minLength = 2) byte[] v | minLength value=\"2\" | QUI= | QQ==",
        "List<@Facets(minLength = 1) String> v | minLength value=\"1\" | a;b | a;''",
        "@Facets(totalDigits = 3) long v | totalDigits value=\"3\" | -999 | 1000",
        "@Facets(totalDigits = 3) BigDecimal v | totalDigits value=\"3\" | 0.1230 | 1200",
        "@Facets(totalDigits = 4, fractionDigits = 2) BigDecimal v "
            + "| fractionDigits value=\"2\" | 12.500 | 1.255",
        "@NotNull String v | element name=\"v\" type=\"xsd:string\" | a | none",
      })
  void publishesAndEnforces(String declared, String published, String good, String bad)
      throws Exception {
    Class<?> service =
        Compiled.service(
            "@PortType(namespace = \"urn:a\")\npublic class Desk {\n  @Operation public void ask("
                + declared
                + ") {}\n}\n",
            "-parameters");
    Endpoint endpoint = Endpoint.of(service.getDeclaredConstructor().newInstance());
    String wsdl = ContractDocuments.write(endpoint.contracts().get(0), "http://x.test/");
    // A bar would end the column of the table.
    assertThat(wsdl.replace('|', '/')).contains(published);
    String passing = ENVELOPE.formatted(elements(good));
    String failing =
        ENVELOPE.formatted(bad.equals("none") ? "" : elements(bad.equals("' '") ? " " : bad));
    assertThat(answer(endpoint, passing)).contains("askResponse");
    assertThat(answer(endpoint, failing)).contains("Client");
    Schema schema = Standards.messages(wsdl);
    assertThat(Standards.firstError(schema, passing)).isEmpty();
    boolean isSaid = !published.startsWith("Must be");
    assertThat(Standards.firstError(schema, failing).isEmpty()).isEqualTo(!isSaid);
  }

  private static String answer(Endpoint endpoint, String message) {
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    return new String(Calls.answer(endpoint, SoapVersion.SOAP_1_1, bytes), StandardCharsets.UTF_8);
  }

  /** The validator of the JDK counts such a character as two. */
  @Test
  void countsACharacterBeyondTheFirstPlaneAsOne() throws Exception {
    Class<?> service =
        Compiled.service(
            """
            @PortType(namespace = "urn:a")
            public class Desk {
              @Operation public void ask(@Facets(maxLength = 2) String v) {}
            }
            """,
            "-parameters");
    Endpoint endpoint = Endpoint.of(service.getDeclaredConstructor().newInstance());
    assertThat(answer(endpoint, ENVELOPE.formatted("<v>a&#x1F600;</v>"))).contains("askResponse");
    assertThat(answer(endpoint, ENVELOPE.formatted("<v>ab&#x1F600;</v>")))
        .contains("at most 2 characters");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "@Facets String v | @Facets says nothing.",
        "@Facets(maxLength = 2) int v | minLength and maxLength do not fit int.",
        "@Facets(totalDigits = 2) double v | totalDigits and fractionDigits do not fit double.",
        "@Facets(fractionDigits = 2) int v | fractionDigits does not fit int.",
        "@Facets(totalDigits = 0) int v | A number has at least one digit.",
        "@Facets(minLength = 3, maxLength = 2) String v | minLength = 3 is more than maxLength = 2.",
        "@Facets(totalDigits = 2, fractionDigits = 3) BigDecimal v "
            + "| fractionDigits = 3 is more than totalDigits = 2.",
      })
  void refusesFacetsThatFitNothing(String declared, String problem) throws Exception {
    Class<?> service =
        Compiled.service(
            "@PortType(namespace = \"urn:a\")\npublic class Desk {\n  @Operation public void ask("
                + declared
                + ") {}\n}\n",
            "-parameters");
    assertThatThrownBy(() -> Endpoint.of(service.getDeclaredConstructor().newInstance()))
        .hasMessageContaining(problem);
  }

  @Test
  void refusesToAnswerWhatItsSchemaForbids() throws Exception {
    Class<?> service =
        Compiled.service(
            """
            @PortType(namespace = "urn:a")
            public class Desk {
              public record Answer(@Min(1) int number, @Email String mail) {}
              @Operation public Answer ask(int v) { return new Answer(v, "nobody"); }
            }
            """,
            "-parameters");
    Endpoint endpoint = Endpoint.of(service.getDeclaredConstructor().newInstance());
    assertThat(answer(endpoint, ENVELOPE.formatted("<v>1</v>"))).contains("<tns:mail>nobody");
    assertThat(answer(endpoint, ENVELOPE.formatted("<v>0</v>"))).contains("Something went wrong");
  }

  @Test
  void theDocumentHasAVerdictOnEveryConstraintOfTheApi() throws Exception {
    String doc = Files.readString(Path.of("../docs/types.md"));
    Path jar = Path.of(NotNull.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    try (FileSystem files = FileSystems.newFileSystem(URI.create("jar:" + jar.toUri()), Map.of());
        Stream<Path> classes = Files.list(files.getPath("jakarta/validation/constraints"))) {
      assertThat(classes.map(ConstraintsTest::simpleName).filter(name -> name.matches("[A-Z]\\w+")))
          .hasSize(22)
          .allSatisfy(name -> assertThat(doc).contains("| `@" + name + "` |"));
    }
  }

  private static String simpleName(Path file) {
    String name = file.getFileName().toString();
    return name.contains("$") || name.startsWith("package") ? "" : name.replace(".class", "");
  }
}
