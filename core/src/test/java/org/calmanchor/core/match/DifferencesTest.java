package org.calmanchor.core.match;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.read.ContractReader;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Where code and document disagree: one service for each difference. */
class DifferencesTest {
  private static final Path EXPECTED = Path.of("src/test/resources/differences.txt");

  record Ship(@Element(nillable = true) String name, @Nullable @Attribute String callSign) {}

  enum Bound {
    IN,
    OUT
  }

  @Fault(name = "tooDeep")
  static class TooDeep extends Exception {
    private static final long serialVersionUID = 1L;

    public TooDeep(String message, BigDecimal limit) {
      super(message);
    }

    public BigDecimal limit() {
      return BigDecimal.ONE;
    }
  }

  /** What fits, in another order and with containers of another kind. */
  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Fits {
    @Operation
    Set<BigDecimal> draughtAt(Optional<Bound> bound, Ship ship, int hours) throws TooDeep;
  }

  @Test
  void theOrderOfTheCodeDoesNotMatter() {
    assertThat(ContractReader.read(Fits.class).members().operations()).hasSize(1);
  }

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Parameters {
    @Operation
    List<BigDecimal> draughtAt(
        Ship shipp, String hours, Bound bound, String code, @Header String pass) throws TooDeep;
  }

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Occurrences {
    @Operation
    BigDecimal draughtAt(@Nullable Ship ship, List<Integer> hours, @Nullable Bound bound)
        throws TooDeep;
  }

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Operations {
    @Operation
    List<BigDecimal> draught(Ship ship);
  }

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Faults {
    @Operation
    List<BigDecimal> draughtAt(Ship ship, int hours, @Nullable Bound bound) throws TooShallow;
  }

  @Fault
  static class TooShallow extends Exception {
    private static final long serialVersionUID = 1L;

    public TooShallow(String message) {
      super(message);
    }
  }

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface OneWay {
    @Operation(oneWay = true)
    void draughtAt(Ship ship, int hours, @Nullable Bound bound);
  }

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Constraints {
    @Operation
    List<@DecimalMax("10") BigDecimal> draughtAt(SizedShip ship, int hours, @Nullable Bounds bound)
        throws TooDeep;
  }

  enum Bounds {
    IN,
    SHIFT
  }

  @ComplexType(name = "Ship")
  record SizedShip(
      @Element(nillable = true) @Size(max = 40) String name,
      @Attribute(defaultValue = "none") String callSign) {}

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Structures {
    @Operation
    List<BigDecimal> draughtAt(OtherShip ship, int hours, @Nullable String bound) throws TooDeep;
  }

  @ComplexType(name = "Ship")
  record OtherShip(String name, @Attribute @Nullable String flag, int length) {}

  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Shapes {
    @Operation
    List<Ship> draughtAt(String ship, Log hours, @Nullable BigDecimal bound) throws TooDeep;
  }

  @PortType(document = "/depths.wsdl", name = "Depth")
  interface PortTypes {
    @Operation
    void log(String text);
  }

  @PortType(document = "depths.wsdl")
  interface Resources {
    @Operation
    void log(String text);
  }

  @PortType(document = "/depths.wsdl", name = "Logs", namespace = "urn:other")
  interface Logs {
    @Operation(oneWay = true)
    void log(Log log);
  }

  @PortType(document = "/depths.wsdl", name = "Logs")
  interface MixedLogs {
    @Operation(oneWay = true)
    void log(Log log);
  }

  record Log() {}

  @PortType(document = "/depths.wsdl", name = "Loose")
  interface Loose {
    @Operation(oneWay = true)
    void loose(String what, More more, Extended extended, Steps steps);

    @Operation(oneWay = true)
    void looser(String what, More more, Extended extended, Steps steps);

    @Operation(oneWay = true)
    void empty();
  }

  record More(int id, org.w3c.dom.Element others) {}

  record Extended(int id) {}

  record Steps(Optional<Integer> up, Optional<Integer> down) {}

  /** Run with -Dcalm.anchor.rewrite=true to write what is said anew; read the diff. */
  @Test
  void allAreReportedTogetherEachWithAFix() throws Exception {
    StringBuilder said = new StringBuilder();
    Stream.of(DifferencesTest.class.getDeclaredClasses())
        .filter(each -> each.isAnnotationPresent(PortType.class) && each != Fits.class)
        .sorted(Comparator.comparing(Class::getSimpleName))
        .forEach(each -> said.append("\n" + each.getSimpleName() + "\n\n" + said(each) + "\n"));

    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(EXPECTED, said);
    }
    assertThat(said.toString()).isEqualTo(Files.readString(EXPECTED));
  }

  private static String said(Class<?> service) {
    ContractException found =
        catchThrowableOfType(ContractException.class, () -> ContractReader.read(service));
    return found.problems().stream().map(Problem::toString).collect(Collectors.joining("\n"));
  }
}
