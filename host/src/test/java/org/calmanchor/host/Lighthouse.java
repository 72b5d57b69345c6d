package org.calmanchor.host;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** A service whose docs and values try to break out of the page. */
@PortType(namespace = "urn:lanternquay:light", doc = Lighthouse.HOSTILE)
public class Lighthouse {
  static final String HOSTILE = "</p><script>alert('doc')</script>\"'&";

  final CountDownLatch entered = new CountDownLatch(1);
  final CountDownLatch leave = new CountDownLatch(1);

  /** A lamp; its attribute and element have one name. */
  public record Lamp(
      @Attribute(name = "kind") String form, @Element(name = "kind") String colour) {}

  @Operation(doc = HOSTILE)
  public String blink(@Element(doc = HOSTILE) String text) {
    return text;
  }

  @Operation
  public List<Lamp> lamps(Optional<Lamp> like) {
    return like.stream().toList();
  }

  @Operation
  public String slow() throws InterruptedException {
    entered.countDown();
    leave.await();
    return "at last";
  }

  @Operation
  public String many(int count) {
    return "x".repeat(count);
  }
}
