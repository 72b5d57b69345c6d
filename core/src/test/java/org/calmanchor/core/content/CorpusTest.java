package org.calmanchor.core.content;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.calmanchor.core.Documents;
import org.calmanchor.core.diff.ContractDiff;
import org.calmanchor.core.document.Notice;
import org.calmanchor.core.dynamic.DynamicAnswers;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.outline.Outline;
import org.calmanchor.core.outline.OutlineDepth;
import org.calmanchor.core.outline.OutlineLine;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Documents in the forms that partners send: each is read, or refused with its place and reason.
 * Samples are valid for the JDK's validator, and random messages get its verdict.
 *
 * <p>{@code -Dcalm.anchor.messages=100000} judges that many messages in all.
 */
class CorpusTest {
  private static final int MESSAGES = Integer.getInteger("calm.anchor.messages", 4_000);

  static List<Corpus> all() throws IOException {
    return Corpus.all();
  }

  static List<Corpus> readable() throws IOException {
    return all().stream().filter(each -> each.expected().startsWith("read")).toList();
  }

  @Test
  void hasDocumentsOfAllKinds() throws IOException {
    assertThat(all()).hasSizeGreaterThanOrEqualTo(40);
  }

  @Test
  void isListedInTheDocumentation() throws IOException {
    String documentation = Files.readString(Path.of("../docs/wsdl.md"));
    for (Corpus each : all()) {
      String expected = each.expected();
      String result =
          expected.equals("read")
              ? "read"
              : expected.startsWith("read")
                  ? "read, with a note"
                  : "refused, " + expected.substring(0, "CALM-500".length());
      assertThat(documentation).contains("| " + result + " | `" + each.name() + "` |");
    }
  }

  /** Contents whose shortest message is longer than any memory have an empty sample. */
  @ParameterizedTest
  @ValueSource(strings = {"group", "attributeGroup"})
  void endsForGroupsThatGrow(String kind) {
    StringBuilder groups = new StringBuilder();
    String inside = kind.equals("group") ? "<xs:sequence>%1$s%1$s</xs:sequence>" : "%1$s%1$s";
    for (int i = 0; i < 40; i++) {
      String next = "<xs:%s ref='t:g%s'/>".formatted(kind, i + 1);
      groups.append(
          "<xs:%1$s name='g%2$s'>%3$s</xs:%1$s>".formatted(kind, i, inside.formatted(next)));
    }
    String last = kind.equals("group") ? "<xs:sequence><xs:element name='x'/></xs:sequence>" : "";
    groups.append("<xs:%1$s name='g40'>%2$s</xs:%1$s>".formatted(kind, last));
    groups.append(
        "<xs:element name='message'><xs:complexType><xs:%s ref='t:g0'/></xs:complexType></xs:element>"
            .formatted(kind));
    Contract contract = Documents.read(Documents.around(groups.toString(), "message"));
    Operation operation = contract.operation("send");
    assertThat(Samples.of(contract, Examples.NONE).request(operation)).isEmpty();
    assertThat(DynamicMessages.of(contract)).isNotNull();
  }

  @ParameterizedTest
  @MethodSource("all")
  void isReadOrRefusedAsExpected(Corpus corpus) {
    if (corpus.expected().startsWith("read")) {
      ReadDocument read = Documents.read(corpus.texts());
      assertThat(read.contract().portTypes()).isNotEmpty();
      String notices =
          read.notices().stream().map(Notice::toString).collect(Collectors.joining("\n"));
      String expected = corpus.expected().substring(4).strip();
      if (expected.isEmpty()) {
        assertThat(notices).isEmpty();
      } else {
        assertThat(notices).contains(expected.split(" \\| "));
      }
    } else {
      ContractException refused =
          catchThrowableOfType(ContractException.class, () -> Documents.read(corpus.texts()));
      assertThat(refused).isNotNull();
      assertThat(
              refused.problems().stream().map(Problem::toString).collect(Collectors.joining("\n")))
          .contains(corpus.expected());
    }
  }

  @ParameterizedTest
  @MethodSource("readable")
  void hasNoChangeFromItself(Corpus corpus) {
    Contract once = Documents.read(corpus.texts()).contract();
    Contract again = Documents.read(corpus.texts()).contract();
    assertThat(ContractDiff.of(once, again)).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("readable")
  void isOutlinedCompletely(Corpus corpus) {
    Contract contract = Documents.read(corpus.texts()).contract();
    Outline outline = Outline.of(contract, OutlineDepth.FULL);
    Samples samples = Samples.of(contract, Examples.NONE);
    contract.portTypes().stream()
        .flatMap(portType -> portType.operations().stream())
        .forEach(
            operation -> {
              List<String> names =
                  outline.request(operation).stream().map(OutlineLine::name).toList();
              samples.request(operation).keySet().stream()
                  .map(key -> key.replaceFirst("^@?(\\{.*})?", ""))
                  .filter(key -> key.matches("[\\w.-]+"))
                  .filter(key -> !List.of("value", "content").contains(key))
                  .forEach(key -> assertThat(names).contains(key));
            });
  }

  @ParameterizedTest
  @MethodSource("readable")
  void isTheSameWhenWrittenAndReadAgain(Corpus corpus) {
    Contract contract = Documents.read(corpus.texts()).contract();
    if (contract.portTypes().stream()
        .allMatch(each -> each.name().getNamespaceURI().equals(contract.targetNamespace()))) {
      Contract here = contract.withAddress("http://lanternquay.test/");
      String written = ContractDocuments.write(here, "http://lanternquay.test/");
      Documents.requireEqual(Documents.read(written), here);
    }
  }

  @ParameterizedTest
  @MethodSource("readable")
  void hasValidSamples(Corpus corpus) throws Exception {
    Contract contract = Documents.read(corpus.texts()).contract();
    MessageJudge judge = new MessageJudge(corpus, contract);
    DynamicMessages messages = DynamicMessages.of(contract);
    Samples samples = Samples.of(contract, Examples.NONE);
    for (Operation operation : operations(contract)) {
      for (SoapVersion version : SoapVersion.values()) {
        byte[] request =
            messages.request(
                operation.name(),
                version,
                samples.request(operation),
                samples.headerBlocks(operation),
                DynamicMessages.Layout.INDENTED);
        assertThat(judge.validator(request))
            .as(new String(request, StandardCharsets.UTF_8))
            .isEmpty();
        if (contract.request(operation) == null) {
          continue;
        }
        assertThat(judge.codec(request)).as(new String(request, StandardCharsets.UTF_8)).isEmpty();
      }
    }
  }

  @ParameterizedTest
  @MethodSource("readable")
  void hasValidAnswers(Corpus corpus) throws Exception {
    Contract contract = Documents.read(corpus.texts()).contract();
    MessageJudge judge = new MessageJudge(corpus, contract);
    DynamicMessages messages = DynamicMessages.of(contract);
    DynamicAnswers answers = DynamicAnswers.of(contract);
    Samples samples = Samples.of(contract, Examples.NONE);
    for (Operation operation : operations(contract)) {
      String name = operation.name();
      for (SoapVersion version : SoapVersion.values()) {
        byte[] response =
            answers.response(
                name,
                version,
                samples.response(operation),
                samples.answeredBlocks(operation),
                DynamicMessages.Layout.INDENTED);
        String text = new String(response, StandardCharsets.UTF_8);
        if (contract.response(operation) != null) {
          boolean isRpc = contract.knownElement(contract.response(operation).name()) == null;
          assertThat(isRpc ? "" : judge.validator(response)).as(text).isEmpty();
          assertThat(messages.answer(name, response)).as(text).isInstanceOf(Outcome.Result.class);
        }
        for (Operation.FaultUse fault : operation.faults()) {
          byte[] written =
              answers.fault(
                  name,
                  fault.name(),
                  version,
                  "It failed.",
                  samples.fault(fault),
                  DynamicMessages.Layout.COMPACT);
          assertThat(messages.answer(name, written))
              .as(new String(written, StandardCharsets.UTF_8))
              .isInstanceOfSatisfying(
                  Outcome.DeclaredFault.class,
                  found -> assertThat(found.reason()).isEqualTo("It failed."));
        }
      }
    }
  }

  private static List<Operation> operations(Contract contract) {
    return contract.portTypes().stream().flatMap(each -> each.operations().stream()).toList();
  }

  @ParameterizedTest
  @MethodSource("readable")
  void judgesMessagesAsTheValidatorDoes(Corpus corpus) throws Exception {
    Contract contract = Documents.read(corpus.texts()).contract();
    MessageJudge judge = new MessageJudge(corpus, contract);
    List<Operation> operations = operations(contract);
    int count = MESSAGES / readable().size();
    int valid = 0;
    String last = "";
    long seed = Long.getLong("calm.anchor.seed", 20_271_106L);
    for (int i = 0; i < count; i++) {
      Random random = new Random((seed + i) * 0x9E3779B97F4A7C15L);
      Operation operation = operations.get(random.nextInt(operations.size()));
      ElementDeclaration element = contract.request(operation);
      if (element == null) {
        continue;
      }
      byte[] message = judge.random(element, random);
      String text = new String(message, StandardCharsets.UTF_8);
      String validator = judge.validator(message);
      String codec = judge.codec(message);
      last = validator + " / " + codec;
      assertThat(codec.isEmpty())
          .as("seed %s%n%s%nvalidator: %s%ncodec: %s", seed + i, text, validator, codec)
          .isEqualTo(validator.isEmpty());
      if (codec.isEmpty()) {
        valid++;
        byte[] again = judge.writtenAgain(message);
        assertThat(judge.validator(again))
            .as("%s%n%s", text, new String(again, StandardCharsets.UTF_8))
            .isEmpty();
      }
    }
    boolean hasBodies = operations.stream().anyMatch(each -> contract.request(each) != null);
    assertThat(valid)
        .as("valid messages of " + count + ", the last: " + last)
        .isGreaterThanOrEqualTo(hasBodies ? 1 : 0);
  }
}
