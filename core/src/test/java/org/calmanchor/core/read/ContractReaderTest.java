package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.ProblemCode;
import org.junit.jupiter.api.Test;

class ContractReaderTest {
  private static List<Problem> problems(String source) throws Exception {
    Class<?> service = Compiled.service(source, "-parameters");
    return catchThrowableOfType(ContractException.class, () -> ContractReader.read(service))
        .problems();
  }

  private static final String SEVERAL =
      """
      @PortType(namespace = "urn:a")
      public class Several {
        @Operation void hidden(Object any) {}
        @Operation public static void fixed(char letter) {}
      }
      """;

  @Test
  void reportsEveryProblemOfAServiceTogether() throws Exception {
    Class<?> service = Compiled.service(SEVERAL, "-parameters");
    assertThatExceptionOfType(ContractException.class)
        .isThrownBy(() -> ContractReader.read(service))
        .withMessage(
            """
            Several has 4 contract problems:
            CALM-107 Several.fixed(char): it is marked as an operation but is static.
              Remove static, or remove @Operation.
            CALM-201 Several.fixed(char), parameter 1 (letter): char has no counterpart on the wire.
              Use a String.
            CALM-106 Several.hidden(Object): it is marked as an operation but is not public.
              Write public before it, or remove @Operation.
            CALM-201 Several.hidden(Object), parameter 1 (any): Object has no counterpart on the wire.
              Name the type that is meant: a record, an enum or one of the table.\
            """);
  }

  @Test
  void namesTheWayOutForExactlyThatType() throws Exception {
    assertThat(
            problems(
                """
            @PortType(namespace = "urn:a")
            public class Desk {
              @Operation public void take(
                  Queue<String> queue, SortedSet<String> set, TreeMap<String, String> map,
                  List<? extends Number> wild, List<?> any) {}
            }
            """))
        .extracting(Problem::fix)
        .containsExactly(
            "Use a List.",
            "Use a Set.",
            "Use a Map, and say of what, as in Map<String, BigDecimal>.",
            "Write Number in its place.",
            "Name the type that is meant.");
  }

  @Test
  void noticesTypesOfTheUsersThatAreNamedAsOnesThatItMakes() throws Exception {
    assertThat(
            problems(
                """
            @PortType(namespace = "urn:a")
            public class Desk {
              public record Uuid(String text) {}
              public record StringList(int length) {}
              @Operation public void first(UUID id, Uuid text) {}
              @Operation public void second(StringList list, List<List<String>> lists) {}
            }
            """))
        .extracting(Problem::what)
        .containsExactly(
            "UUID and Desk$Uuid would both be type \"Uuid\".",
            "Desk$StringList and List<String> would both be type \"StringList\".");
  }

  @Test
  void saysOnceAndAtItsPlaceWhichNameIsWrong() throws Exception {
    assertThat(
            problems(
                """
            @PortType(namespace = "urn:a", name = "1st")
            public class Desk {
              @Operation(response = "a b") public int first(
                  @Header String pass, @Header(name = "pass") String other,
                  @Header(name = "pass") HeaderOut<String> answered) { return 1; }
              @Operation public void second(@Element(wrapper = "a:b") List<String> list) {}
            }
            """))
        .extracting(problem -> problem.what().replaceAll(".* and ", "") + " " + problem.fix())
        .map(text -> text.replaceAll("Give a name of .*: ", ""))
        .containsExactlyInAnyOrder(
            "\"1st\" cannot be a name in XML. @PortType(name = \"...\").",
            "\"a b\" cannot be a name in XML. @Operation(response = \"...\").",
            "\"a:b\" cannot be a name in XML. @Element(wrapper = \"...\").",
            "Desk.first(String, String, HeaderOut<String>), parameter 2 (other) would both be header"
                + " block \"pass\" of urn:a in the request."
                + " Give one of them a name of its own: @Header(name = \"...\").");
  }

  @Test
  void findsWhatHasNoEndThroughSubtypesWrappersAndSuperclasses() throws Exception {
    assertThat(
            problems(
                """
            @PortType(namespace = "urn:a")
            public class Desk {
              public sealed interface Rope permits Line, Chain {}
              public record Line(Rope spliced, Optional<Chain> chain) implements Rope {}
              public record Chain(Rope next) implements Rope {}
              public sealed interface Key permits Ring, Card {}
              public record Ring(Key first) implements Key {}
              public record Card(int number) implements Key {}
              public record Chest(@Element(wrapper = "all") @Size(min = 1) List<Chest> inner) {}
              public record Crate(@Element(wrapper = "all") List<Crate> inner) {}
              @ComplexType(derived = Lower.class, order = "below") public static class Upper {
                public Lower below;
              }
              @ComplexType(order = "low") public static class Lower extends Upper {
                public String low;
              }
              @Operation public void tie(Chain chain, Ring ring, Chest chest, Crate crate, Upper u) {}
            }
            """))
        .allMatch(problem -> problem.code() == ProblemCode.TYPE_REQUIRES_ITSELF)
        .extracting(problem -> problem.element() + ": " + problem.what().split(" would", 2)[0])
        .containsExactlyInAnyOrder(
            "Line.spliced: each Rope",
            "Chain.next: each Rope",
            "Chest.inner: each Chest",
            "Upper.below: each Lower");
  }

  @Test
  void saysWhichSubtypesOfAGenericTypeLeaveSomethingOpen() throws Exception {
    assertThat(
            problems(
                """
            @PortType(namespace = "urn:a")
            public class Desk {
              public sealed interface Outcome<T> permits Done, Both {}
              public record Done<T>(int of) implements Outcome<String> {}
              public record Both<A, B>(A a, B b) implements Outcome<B> {}
              @Operation public Outcome<String> moor() { return null; }
            }
            """))
        .extracting(problem -> problem.what() + " " + problem.fix())
        .containsExactlyInAnyOrder(
            "what Done holds does not follow from Outcome<String>."
                + " Let its type parameters be those of Outcome, or write it without any.",
            "what Both holds does not follow from Outcome<String>."
                + " Let its type parameters be those of Outcome, or write it without any.");
  }

  @Test
  void readsTheSameContractEachTimeWhateverItsOrigins() {
    Contract contract = ContractReader.read(SignalBook.class).contract();
    assertThat(ContractReader.read(SignalBook.class).contract()).isEqualTo(contract);
    assertThat(contract.portTypes().get(0).operations())
        .extracting(Operation::name)
        .containsExactly("echo", "lists", "measure", "mirror", "read", "strike");
  }

  @Test
  void joinsActionsAsTheNamespaceDoes() {
    Contract contract = ContractReader.read(SignalBook.class).contract();
    Operation read = contract.portTypes().get(0).operations().get(4);
    assertThat(read.input().action()).isEqualTo("urn:lanternquay:read");
    assertThat(read.output().action())
        .isEqualTo("http://signals.lanternquay.test/2027/Signals/readResponse");
    assertThat(read.faults())
        .extracting(Operation.FaultUse::action)
        .contains("http://signals.lanternquay.test/2027/Signals/read/Fault/UnknownFlag");
  }

  @Test
  void keepsTheOriginOfEachNode() {
    Contract contract = ContractReader.read(SignalBook.class).contract();
    assertThat(contract.element(new QName(SignalBook.NAMESPACE, "mirror")).origin())
        .hasToString("SignalBook.mirror(Signal)");
  }
}
