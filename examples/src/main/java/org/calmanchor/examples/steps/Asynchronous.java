package org.calmanchor.examples.steps;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * Step 7: a method that answers later. While its stage is not complete, no thread waits; callers
 * see no difference.
 */
@PortType(namespace = "urn:lanternquay:steps:later")
public class Asynchronous {
  /** The height of the next high water, in centimetres. */
  @Operation
  public CompletionStage<Integer> nextHighWater(String station) {
    return CompletableFuture.supplyAsync(
        () -> 300 + station.length(), CompletableFuture.delayedExecutor(50, TimeUnit.MILLISECONDS));
  }
}
