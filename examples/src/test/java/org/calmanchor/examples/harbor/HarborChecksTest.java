package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import org.calmanchor.checks.CallRefusedException;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckCaller;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.CheckRun;
import org.calmanchor.checks.Expected;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.examples.tides.TideTable;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;

/** The checks that come with the harbor hold, sent over HTTP. */
class HarborChecksTest {
  private static final Path ROOT = Path.of("..");
  private static final Path CHECKS =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/harbor/checks");

  private static Outcome call(DynamicMessages messages, Check check, URI address)
      throws IOException {
    SoapVersion version = Objects.requireNonNullElse(check.version(), SoapVersion.SOAP_1_1);
    byte[] request =
        messages.request(
            check.operation(),
            version,
            check.input(),
            check.headerBlocks(),
            DynamicMessages.Layout.COMPACT);
    HttpRequest.Builder post =
        HttpRequest.newBuilder(address)
            .header("Content-Type", version.mediaType())
            .POST(HttpRequest.BodyPublishers.ofByteArray(request));
    CheckCaller caller = check.settings().caller();
    if (caller != null && caller.way() == CheckCaller.Way.BASIC) {
      byte[] both = (caller.name() + ":gull").getBytes(StandardCharsets.UTF_8);
      post.header("Authorization", "Basic " + Base64.getEncoder().encodeToString(both));
    }
    try {
      HttpResponse<byte[]> answer =
          HttpClient.newHttpClient().send(post.build(), HttpResponse.BodyHandlers.ofByteArray());
      if (answer.statusCode() == 401 || answer.statusCode() == 403) {
        throw new CallRefusedException(answer.statusCode(), "refused", null);
      }
      return answer.statusCode() == 202
          ? new Outcome.Result(Map.of())
          : messages.answer(check.operation(), answer.body());
    } catch (InterruptedException interrupted) {
      throw new IOException(interrupted);
    }
  }

  @Test
  void allHoldAndThereIsOneForEveryOperation() throws IOException {
    List<Check> checks = CheckFile.readAll(CHECKS).checks();
    try (BerthStore store = BerthStore.seeded();
        RunningHost host = harbor(store)) {
      hold(checks, BerthDesk.class, host.address("/berths"));
      hold(checks, TideTable.class, host.address("/tides"));
    }
  }

  private static RunningHost harbor(BerthStore store) {
    return SoapHost.onPort(0)
        .serve("/berths", new BerthDesk(store))
        .serve("/tides", new TideTable())
        .start();
  }

  private static void hold(List<Check> all, Class<?> service, URI address) {
    Contract contract = ContractReader.read(service).contract();
    DynamicMessages messages = DynamicMessages.of(contract);
    List<Check> checks =
        all.stream().filter(check -> check.service().equals(service.getSimpleName())).toList();
    assertThat(checks.stream().map(Check::operation).distinct())
        .containsExactlyInAnyOrderElementsOf(
            contract.portTypes().get(0).operations().stream().map(Operation::name).toList());
    CheckRun run = new CheckRun(contract, check -> call(messages, check, address));
    // Twice: a check leaves the harbor as it was.
    for (int round = 0; round < 2; round++) {
      assertThat(run.run(checks))
          .allSatisfy(
              result -> assertThat(result.differences()).as(result.check().name()).isEmpty());
    }
  }

  @Test
  void everyOperationAnswersTheExamplesOfItsCodeWithAResult() throws IOException {
    try (BerthStore store = BerthStore.seeded();
        RunningHost host = harbor(store)) {
      answered(BerthDesk.class, host.address("/berths"));
      answered(TideTable.class, host.address("/tides"));
    }
  }

  private static void answered(Class<?> service, URI address) throws IOException {
    Reading reading = ContractReader.read(service);
    Contract contract = reading.contract();
    Samples samples = Samples.of(contract, reading.examples());
    for (Operation operation : contract.portTypes().get(0).operations()) {
      Check example =
          new Check(
              operation.name(),
              "",
              operation.name(),
              null,
              samples.request(operation),
              samples.headerBlocks(operation),
              new Expected.Accepted());
      assertThat(call(DynamicMessages.of(contract), example, address))
          .as(operation.name())
          .isInstanceOf(Outcome.Result.class);
    }
  }

  @Test
  void theDocumentsExamplesAreChecks() throws IOException {
    String document = Files.readString(ROOT.resolve("docs/checks.md"));
    List<Check> checks =
        Pattern.compile("```yaml\\n(.*?)```", Pattern.DOTALL)
            .matcher(document)
            .results()
            .map(block -> block.group(1))
            .filter(block -> block.contains("check: "))
            .flatMap(block -> CheckFile.read("checks.md", block).stream())
            .toList();
    assertThat(checks).hasSize(8);
    try (BerthStore store = BerthStore.seeded();
        RunningHost host =
            SoapHost.onPort(0)
                .serve("/berths", new BerthDesk(store))
                .serve("/office", new HarborOffice(store))
                .callers((name, password) -> Optional.of(Caller.of(name, HarborOffice.CLERK)))
                .start()) {
      for (Check check : checks) {
        boolean isOffice = check.service().equals("HarborOffice");
        URI address = host.address(isOffice ? "/office" : "/berths");
        Contract contract =
            ContractReader.read(isOffice ? HarborOffice.class : BerthDesk.class).contract();
        DynamicMessages messages = DynamicMessages.of(contract);
        CheckResult result =
            new CheckRun(contract, each -> call(messages, each, address)).run(check);
        assertThat(result.differences()).as(check.name()).isEmpty();
      }
    }
  }
}
