package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.annotations.Omit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.Standards;
import org.calmanchor.core.conformance.EnvelopeConformance;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.ReportedProblem;
import org.calmanchor.core.read.Description;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.w3c.dom.Element;

/** Operations of every kind: headers, one-way, asynchronous, inherited, described from outside. */
class OperationKindsTest {
  private static final String NAMESPACE = "urn:lanternquay:towers";

  public record Pass(String holder) {}

  @Fault(code = Fault.Code.SENDER)
  public static class Refused extends Exception {
    private static final long serialVersionUID = 1L;

    public Refused(String message) {
      super(message);
    }
  }

  /** Raised where Refused is declared. */
  public static final class Barred extends Refused {
    private static final long serialVersionUID = 1L;

    public Barred(String message) {
      super(message);
    }
  }

  /** What each desk of one kind of thing offers. */
  public interface Desk<T> {
    @Operation
    T find(String name);

    @Operation
    default Optional<T> maybe(String name) {
      return name.isEmpty() ? Optional.empty() : Optional.of(find(name));
    }
  }

  @PortType(namespace = NAMESPACE)
  public interface Towers extends Desk<Pass> {
    @Operation
    String greet(
        String name,
        @Header Pass pass,
        @Header(name = "language", namespace = "urn:lanternquay:far") Optional<String> language,
        @Header HeaderOut<Integer> visit)
        throws Refused;

    @Operation(oneWay = true)
    void report(String position);

    @Operation(faults = Refused.class)
    CompletionStage<List<String>> later(int count);

    @Operation
    Stream<Integer> count(int to);
  }

  static final class Keeper implements Towers {
    private final AtomicReference<String> position = new AtomicReference<>();
    private boolean isClosed;

    @Override
    public String greet(String name, Pass pass, Optional<String> language, HeaderOut<Integer> visit)
        throws Refused {
      if (pass.holder().isEmpty()) {
        throw new Barred("nobody holds this pass");
      }
      if (!name.isEmpty()) {
        visit.set(7);
      }
      return language.orElse("en") + " " + name + " with " + pass.holder();
    }

    @Override
    public void report(String where) {
      position.set(where);
      if (where.equals("lost")) {
        throw new IllegalStateException("lost");
      }
    }

    @Override
    public CompletionStage<List<String>> later(int count) {
      return count < 0
          ? CompletableFuture.supplyAsync(
              () -> {
                throw new java.util.concurrent.CompletionException(new Refused("too few"));
              })
          : CompletableFuture.supplyAsync(() -> List.of("a", "b").subList(0, count));
    }

    @Override
    public Stream<Integer> count(int to) {
      return Stream.iterate(1, i -> i + 1).limit(to).onClose(() -> isClosed = true);
    }

    @Override
    public Pass find(String name) {
      return new Pass(name);
    }
  }

  private final Keeper keeper = new Keeper();
  private final Endpoint endpoint = Endpoint.of(keeper);

  private static String envelope(String header, String body) {
    return "<e:Envelope xmlns:e='"
        + SoapVersion.SOAP_1_1.envelopeNamespace()
        + "' xmlns='"
        + NAMESPACE
        + "' xmlns:far='urn:lanternquay:far'>"
        + header
        + "<e:Body>"
        + body
        + "</e:Body></e:Envelope>";
  }

  private Call call(String header, String body) {
    return Call.of(envelope(header, body), "text/xml").on(endpoint);
  }

  private static final String PASS =
      "<pass e:mustUnderstand='1'><holder>Odo</holder></pass><far:language>de</far:language>";

  @Test
  void readsAndWritesHeaderBlocks() {
    Call call = call("<e:Header>" + PASS + "</e:Header>", "<greet><name>Ida</name></greet>");
    assertThat(call.answer())
        .contains(
            "<soap:Header><tns:visit xmlns:tns=\"urn:lanternquay:towers\">7</tns:visit></soap:Header>",
            "<tns:result>de Ida with Odo</tns:result>");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "| Header/pass is missing; expected one. | Header/pass",
        "<pass/> | Header/pass/holder is missing; expected one. | Header/pass/holder",
        "<pass><holder>a</holder></pass><pass><holder>a</holder></pass> "
            + "| Header/pass occurs too often; expected at most 1. | Header/pass",
        "<pass e:mustUnderstand='2'><holder>a</holder></pass> | Header/pass/@mustUnderstand is"
            + " \"2\"; expected 1 or 0. | Header/pass/@mustUnderstand",
        "<pass><holder>a</holder></pass><x e:mustUnderstand='1'/> "
            + "| Header blocks that must be understood are not: {urn:lanternquay:towers}x. |",
      })
  void refusesBadHeadersInABlockInsteadOfADetail(String header, String reason, String path) {
    String block = "<e:Header>" + (header == null ? "" : header) + "</e:Header>";
    Call call = call(block, "<greet><name>Ida</name></greet>");
    assertThat(call.answer()).contains(reason).doesNotContain("detail");
    assertThat(EnvelopeConformance.check(call.answer().getBytes(StandardCharsets.UTF_8))).isEmpty();
    Outcome.OtherFault fault =
        (Outcome.OtherFault)
            DynamicMessages.of(endpoint.contracts().get(0))
                .answer("greet", call.answer().getBytes(StandardCharsets.UTF_8));
    assertThat(fault.problems().stream().map(ReportedProblem::path))
        .isEqualTo(path == null ? List.of() : List.of(path));
  }

  @Test
  void takesABlockOfAnotherOperationForUnknown() {
    String header = "<e:Header>" + PASS + "</e:Header>";
    assertThat(call(header, "<find><name>a</name></find>").answer())
        .contains("MustUnderstand", "{urn:lanternquay:towers}pass");
  }

  @Test
  void countsAMissingHeaderOfTheAnswerAsAnIncident() {
    assertThat(call("<e:Header>" + PASS + "</e:Header>", "<greet><name/></greet>").answer())
        .contains("Something went wrong");
  }

  @Test
  void answersASubclassAsTheFaultThatIsDeclared() {
    String header = "<e:Header><pass><holder/></pass></e:Header>";
    assertThat(call(header, "<greet><name>a</name></greet>").answer())
        .contains("nobody holds this pass", "<tns:Refused xmlns:tns=\"urn:lanternquay:towers\"/>");
  }

  @Test
  void acceptsOneWayMessagesBeforeTheyAreWorkedOn() {
    Call call = call("", "<report><position>54N</position></report>");
    assertThat(call.status).isEqualTo(202);
    assertThat(call.answer()).isEmpty();
    assertThat(call.answerType).isNull();
    assertThat(keeper.position.get()).isEqualTo("54N");
    assertThat(call("", "<report><position>lost</position></report>").status).isEqualTo(202);
  }

  @Test
  void refusesOneWayMessagesByStatusAndIncident() {
    Call call = call("", "<report><where>54N</where></report>");
    assertThat(call.status).isEqualTo(400);
    assertThat(call.answer()).isEmpty();
    assertThat(call.responseHeaders.get("Incident-Id")).matches("[A-Z2-9]{4}-[A-Z2-9]{4}");
  }

  @Test
  void answersWhenTheStageIsDone() {
    assertThat(call("", "<later><count>2</count></later>").answer())
        .contains("<tns:result>a</tns:result><tns:result>b</tns:result>");
    assertThat(call("", "<later><count>-1</count></later>").answer())
        .contains("too few", "<tns:Refused xmlns:tns=\"urn:lanternquay:towers\"/>");
    assertThat(call("", "<later><count>3</count></later>").answer())
        .contains("Something went wrong");
  }

  @Test
  void writesStreamsAndClosesThem() {
    assertThat(call("", "<count><to>3</to></count>").answer())
        .contains("<tns:result>1</tns:result><tns:result>2</tns:result><tns:result>3</tns:result>");
    assertThat(keeper.isClosed).isTrue();
  }

  @Test
  void offersWhatItInheritsWithItsTypesFilledIn() {
    assertThat(call("", "<find><name>Ida</name></find>").answer())
        .contains("<tns:result><tns:holder>Ida</tns:holder></tns:result>");
    assertThat(call("", "<maybe><name/></maybe>").answer())
        .contains("<tns:maybeResponse xmlns:tns=\"urn:lanternquay:towers\"></tns:maybeResponse>");
  }

  @Test
  void publishesAValidDocumentOfAllOfIt() throws Exception {
    String wsdl = ContractDocuments.write(endpoint.contracts().get(0), "http://lanternquay.test/");
    assertThat(Standards.firstError(Standards.wsdl(), wsdl)).isEmpty();
    assertThat(Standards.messages(wsdl)).isNotNull();
    assertThat(wsdl)
        .contains(
            "<soap:header message=\"tns:passHeader\" part=\"header\" use=\"literal\"/>",
            "<xsd:element name=\"language\" type=\"xsd:string\"/>")
        .doesNotContain("tns:languageHeader");
  }

  /** All public methods, but one, in one version only. */
  @PortType(
      namespace = "urn:lanternquay:towers:2",
      exposing = PortType.Exposing.PUBLIC,
      versions = PortType.Version.SOAP_1_2)
  public static class NewTowers {
    public int twice(int number) {
      return 2 * number;
    }

    @Omit
    public int hidden() {
      return 0;
    }

    @Override
    public String toString() {
      return "what every object has is no operation";
    }
  }

  @Test
  void toldApartByTheirBodiesSeveralServicesShareAnEndpoint() {
    Endpoint both = endpoint.and(Endpoint.of(new NewTowers()));
    assertThat(both.contracts()).hasSize(2);
    String body = "<n:twice xmlns:n='urn:lanternquay:towers:2'><n:number>4</n:number></n:twice>";
    String old = envelope("", body);
    String spoken =
        old.replace(
            SoapVersion.SOAP_1_1.envelopeNamespace(), SoapVersion.SOAP_1_2.envelopeNamespace());
    assertThat(Call.of(spoken, "application/soap+xml").on(both).answer())
        .contains("<tns:result>8</tns:result>", "xmlns:tns=\"urn:lanternquay:towers:2\"");
    assertThat(Call.of(old, "text/xml").on(both).answer())
        .contains("VersionMismatch", "Operation twice speaks SOAP 1.2 only.");
    assertThat(both.contracts().get(1).portTypes().get(0).operations()).hasSize(1);
    assertThatExceptionOfType(IllegalArgumentException.class)
        .isThrownBy(() -> endpoint.and(Endpoint.of(new Keeper())))
        .withMessageContaining("has the same request element");
  }

  /** What the contract leaves open, and bytes. */
  @PortType(namespace = "urn:lanternquay:mail")
  public static class MailRoom {
    public record Letter(Element content, Optional<Element> more, Binary seal) {}

    @Operation
    public Letter forward(Letter letter) {
      byte[] seal = letter.seal().bytes();
      return new Letter(letter.content(), letter.more(), Binary.of(seal));
    }
  }

  @Test
  void carriesElementsThatTheContractLeavesOpen() throws Exception {
    Endpoint mail = Endpoint.of(new MailRoom());
    String message =
        "<e:Envelope xmlns:e='"
            + SoapVersion.SOAP_1_1.envelopeNamespace()
            + "' xmlns='urn:lanternquay:mail' xmlns:o='urn:o'><e:Body><forward><letter><content>"
            + "<o:chart o:scale='1:5000' unit='m'>fair <b xmlns=''>&lt;</b><!-- gone --> way</o:chart>"
            + "</content><seal>QQ==</seal></letter></forward></e:Body></e:Envelope>";
    String answer = Call.of(message, "text/xml").on(mail).answer();
    assertThat(answer)
        .contains(
            "<tns:content><o:chart xmlns:o=\"urn:o\" xmlns=\"urn:lanternquay:mail\""
                + " o:scale=\"1:5000\" unit=\"m\">fair <b xmlns=\"\">&lt;</b> way</o:chart></tns:content><tns:seal>QQ==</tns:seal>");
    String wsdl = ContractDocuments.write(mail.contracts().get(0), "http://lanternquay.test/");
    assertThat(Standards.firstError(Standards.messages(wsdl), answer)).isEmpty();
    DynamicMessages trees = DynamicMessages.of(mail.contracts().get(0));
    Outcome.Result read =
        (Outcome.Result) trees.answer("forward", answer.getBytes(StandardCharsets.UTF_8));
    byte[] again =
        trees.request(
            "forward",
            SoapVersion.SOAP_1_1,
            Map.of("letter", read.values().get("result")),
            DynamicMessages.Layout.COMPACT);
    assertThat(Call.of(again, "text/xml").on(mail).answer()).isEqualTo(answer);
    assertThat(
            Call.of(message.replace("<content>", "<content><o:x/>"), "text/xml").on(mail).answer())
        .contains("forward/letter/content/chart occurs too often; expected at most 1.");
    assertThat(
            Call.of(message.replaceAll("<content>.*</content>", "<content/>"), "text/xml")
                .on(mail)
                .answer())
        .contains("forward/letter/content/* is missing; expected one element of any name.");
  }

  /** As it was long before there was a contract. */
  public static class OldTariff {
    public double rateFor(String berth, int nights) {
      return nights * 42.5;
    }

    public double rateFor(String berth) {
      return 42.5;
    }

    public OldBerth getBerth() {
      OldBerth berth = new OldBerth();
      berth.code = "H-07";
      return berth;
    }
  }

  /** An old data type. */
  public static class OldBerth {
    private String code;
    private final Object cache = new Object();

    public String getCode() {
      return code;
    }

    public Object getCache() {
      return cache;
    }
  }

  @Test
  void servesAClassThatCannotBeEdited() {
    Endpoint described =
        Endpoint.of(
            Description.of(OldTariff.class, NAMESPACE)
                .named("Tariff")
                .doc("What a night costs")
                .operation(
                    "rateFor",
                    o ->
                        o.taking(String.class, int.class)
                            .parameters("berth", "nights")
                            .result("rate"))
                .operation("getBerth", o -> o.named("berth").doc("The only one"))
                .type(OldBerth.class, t -> t.named("Berth").order("code").omit("cache"))
                .read(),
            new OldTariff());
    Contract contract = described.contracts().get(0);
    assertThat(contract.portTypes().get(0).name().getLocalPart()).isEqualTo("Tariff");
    String message = envelope("", "<rateFor><berth>H-07</berth><nights>2</nights></rateFor>");
    assertThat(Call.of(message, "text/xml").on(described).answer())
        .contains("<tns:rate>85.0</tns:rate>");
    assertThat(Call.of(envelope("", "<berth/>"), "text/xml").on(described).answer())
        .contains("<tns:result><tns:code>H-07</tns:code></tns:result>");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "rateFor|has several public methods rateFor; say which: taking(String.class",
        "sail|has no public method sail."
      })
  void saysWhichMethodItCouldNotFind(String method, String there) {
    Description description = Description.of(OldTariff.class, NAMESPACE);
    assertThatExceptionOfType(IllegalArgumentException.class)
        .isThrownBy(() -> description.operation(method))
        .withMessageStartingWith("OldTariff " + there);
  }
}
