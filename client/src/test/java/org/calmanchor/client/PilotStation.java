package org.calmanchor.client;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletionStage;
import java.util.stream.Stream;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** What the pilots of Lantern Quay offer, as caller and service share it. */
@PortType(namespace = "urn:lanternquay:pilots")
public interface PilotStation {
  record Fairway(@Attribute String code, BigDecimal depth, Optional<String> note) {}

  record Pass(String holder) {}

  /** There is no such fairway. */
  @Fault(code = Fault.Code.SENDER)
  final class UnknownFairway extends Exception {
    private static final long serialVersionUID = 1L;
    private final String code;
    private final List<String> known;

    public UnknownFairway(String message, String code, List<String> known) {
      super(message);
      this.code = code;
      this.known = known;
    }

    public String code() {
      return code;
    }

    public List<String> known() {
      return known;
    }
  }

  @Operation
  Fairway fairway(String code, LocalDate day) throws UnknownFairway;

  @Operation
  String board(String boat, @Header Pass pass, @Header HeaderOut<Integer> number);

  @Operation(oneWay = true)
  void report(String position);

  @Operation(faults = UnknownFairway.class)
  CompletionStage<List<Fairway>> later(String code);

  @Operation
  Stream<Integer> soundings(int count);

  @Operation
  long sum(Stream<Integer> soundings);

  @Operation
  Binary chart(Binary chart);

  @Operation
  String sleep(int millis) throws InterruptedException;

  /** Not an operation. */
  default String greeting() {
    return "ahoy";
  }

  /** Not an operation either. */
  String unmarked();
}
