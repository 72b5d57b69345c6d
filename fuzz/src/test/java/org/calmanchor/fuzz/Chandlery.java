package org.calmanchor.fuzz;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.SimpleContent;
import org.w3c.dom.Element;

/** A service with one of everything that a message can carry. */
@PortType(namespace = "urn:c")
public class Chandlery {
  public enum Kind {
    ROPE,
    PAINT
  }

  /** An article, of one kind or the other. */
  @ComplexType
  public sealed interface Article permits Rope, Paint {}

  public record Rope(@Attribute int metres, Kind kind) implements Article {}

  public record Paint(String colour, Optional<Double> litres) implements Article {}

  public record Price(
      @Attribute(defaultValue = "EUR") String currency, @SimpleContent BigDecimal value) {}

  public record Tree(String name, List<Tree> below) {}

  public record All(
      BigInteger count,
      LocalDate day,
      OffsetDateTime moment,
      Duration taking,
      UUID id,
      QName name,
      Set<Kind> kinds,
      Map<String, Integer> stock) {}

  @Fault
  public static final class SoldOut extends Exception {
    private static final long serialVersionUID = 1L;

    public SoldOut(String message) {
      super(message);
    }
  }

  @Operation
  public Article a(Article article) {
    return article;
  }

  @Operation
  public Price p(Price price) throws SoldOut {
    if (price.value().signum() == 0) {
      throw new SoldOut("nothing left");
    }
    return price;
  }

  @Operation
  public Tree t(Tree tree) {
    return tree;
  }

  @Operation
  public All all(All all, @Header Optional<String> note) {
    return all;
  }

  @Operation
  public Stream<Integer> s(Stream<Integer> numbers) {
    return numbers.map(number -> number + 1);
  }

  @Operation
  public Binary b(Binary bytes) {
    return bytes;
  }

  @Operation
  public Element e(Element any) {
    return any;
  }

  @Operation(oneWay = true)
  public void o(float word) {
    if (word > 1) {
      throw new IllegalStateException("secret");
    }
  }
}
