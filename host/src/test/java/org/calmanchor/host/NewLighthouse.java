package org.calmanchor.host;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** A newer version of a service at the same path. */
@PortType(namespace = "urn:lanternquay:light:2")
public class NewLighthouse {
  /** What a lamp throws; lives in a namespace of its own. */
  @ComplexType(namespace = "urn:lanternquay:optics")
  public record Beam(int degrees) {}

  @Operation
  public CompletionStage<Beam> flash(int times) {
    return CompletableFuture.supplyAsync(() -> new Beam(360 / times));
  }

  @Operation(oneWay = true)
  public void warn(String text) {}
}
