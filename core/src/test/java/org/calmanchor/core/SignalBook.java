package org.calmanchor.core;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** A service of flag signals: every type of the table, recursion, two faults, renamed parts. */
@PortType(
    namespace = SignalBook.NAMESPACE,
    name = "Signals",
    service = "SignalBook",
    doc = "Flag signals & their meaning")
public class SignalBook {
  public static final String NAMESPACE = "http://signals.lanternquay.test/2027/";

  /** Everything that one value can be. */
  public record Scalars(
      @Attribute boolean flag,
      @Attribute(name = "hue") Optional<Hue> colour,
      String text,
      byte tiny,
      short small,
      Integer whole,
      long big,
      BigInteger huge,
      BigDecimal exact,
      float rough,
      double fine,
      LocalDate day,
      @Element(nillable = true) String maybeNil,
      @Element(minOccurs = 0) String maybeAbsent,
      Optional<LocalDate> maybeDay) {}

  /** A colour. */
  public enum Hue {
    RED,
    @Lexical("sea green")
    SEA_GREEN
  }

  /** A hoist of flags, with hoists that answer it. */
  @ComplexType(name = "Hoist", doc = "Flags on one line")
  public record Signal(String flags, List<Signal> answers) {}

  /** Lists of all kinds. */
  public record Lists(Set<Hue> hues, int[] numbers, @Element(minOccurs = 1) List<String> words) {}

  /** A length that cannot be negative. */
  public record Length(int metres) {
    public Length {
      if (metres < 0) {
        throw new IllegalArgumentException("secret: no negative metres");
      }
    }
  }

  /** Nobody knows the flag. */
  @Fault(code = Fault.Code.SENDER, doc = "A flag that is not in the book")
  public static class UnknownFlag extends Exception {
    private static final long serialVersionUID = 1L;
    private final String flag;
    private final int position;

    public UnknownFlag(String message, String flag, int position) {
      super(message);
      this.flag = flag;
      this.position = position;
    }

    public String flag() {
      return flag;
    }

    public int getPosition() {
      return position;
    }
  }

  /** The mast is down. */
  @Fault(name = "Dismasted")
  public static class MastDown extends Exception {
    private static final long serialVersionUID = 1L;

    public MastDown(String message) {
      super(message);
    }
  }

  @Operation
  public Scalars echo(Scalars value) {
    return value;
  }

  @Operation(doc = "Answers with the same hoist, deepest first")
  @Element(name = "hoist")
  public Signal mirror(@Element(name = "hoist", doc = "what was seen") Signal signal) {
    return signal;
  }

  @Operation
  public Lists lists(Lists value) {
    return value;
  }

  @Operation(name = "read", action = "urn:lanternquay:read")
  public String meaning(String flags) throws UnknownFlag, MastDown {
    switch (flags) {
      case "Q" -> throw new UnknownFlag("Q is not in the book", "Q", 1);
      case "mast" -> throw new MastDown("the mast is down");
      case "boom" -> throw new IllegalStateException("jdbc:secret://password");
      case "null" -> {
        return null;
      }
      default -> {
        return "meaning of " + flags;
      }
    }
  }

  @Operation
  public void strike() {}

  @Operation
  public int measure(Length length) {
    return length.metres();
  }

  /** Not an operation. */
  public String helper() {
    return "";
  }
}
