package org.calmanchor.standin;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.calmanchor.checks.Comparison;
import org.calmanchor.core.dynamic.DynamicRequest;
import org.calmanchor.core.dynamic.DynamicService;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.sample.Samples;

/** Answers the calls of one port type. Immutable. */
final class StandInService implements DynamicService {
  private final String name;
  private final Comparison comparison;
  private final List<PlannedAnswer> planned;
  private final Map<String, Outcome> samples = new HashMap<>();
  private final Map<String, Map<String, Object>> blocks = new HashMap<>();
  private final Consumer<StandInCall> noted;

  StandInService(
      Contract contract,
      Samples samples,
      AnswerPlanner planner,
      List<PlannedAnswer> planned,
      Consumer<StandInCall> noted) {
    this.name = contract.portTypes().get(0).name().getLocalPart();
    this.comparison = new Comparison(contract);
    this.planned = List.copyOf(planned);
    this.noted = noted;
    for (Operation operation : contract.portTypes().get(0).operations()) {
      this.samples.put(operation.name(), planner.sample(operation));
      this.blocks.put(operation.name(), samples.answeredBlocks(operation));
    }
  }

  @Override
  public CompletionStage<Reply> answer(DynamicRequest request) {
    for (PlannedAnswer each : planned) {
      if (comparison.fits(each.check(), request)) {
        noted.accept(new StandInCall(name, request, each.check().name()));
        return after(each.check().settings().after(), reply(request, each.outcome()));
      }
    }
    noted.accept(new StandInCall(name, request, null));
    return CompletableFuture.completedFuture(
        reply(request, Objects.requireNonNull(samples.get(request.operation()))));
  }

  private Reply reply(DynamicRequest request, Outcome outcome) {
    return new Reply(outcome, Objects.requireNonNull(blocks.get(request.operation())));
  }

  private static CompletionStage<Reply> after(Duration time, Reply reply) {
    if (time.isZero()) {
      return CompletableFuture.completedFuture(reply);
    }
    Executor later = CompletableFuture.delayedExecutor(time.toMillis(), TimeUnit.MILLISECONDS);
    return CompletableFuture.supplyAsync(() -> reply, later);
  }
}
