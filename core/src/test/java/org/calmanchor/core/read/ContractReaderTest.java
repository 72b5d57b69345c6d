package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;
import javax.xml.namespace.QName;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class ContractReaderTest {
  private static List<String> problems(Class<?> service) {
    ContractException found =
        catchThrowableOfType(ContractException.class, () -> ContractReader.read(service));
    return found.problems().stream().map(Problem::toString).toList();
  }

  static List<Arguments> problems() {
    return List.of(
        Arguments.of(
            BadServices.Unmarked.class,
            """
            CALM-101 Unmarked: it is not marked as a service.
              Write @PortType(namespace = "urn:your-organisation:your-service") on the class.\
            """),
        Arguments.of(
            BadServices.OnInterface.class,
            """
            CALM-101 OnInterface: only a class can be a service.
              Put @PortType and @Operation on the class that does the work.\
            """),
        Arguments.of(
            BadServices.NoNamespace.class,
            """
            CALM-102 NoNamespace: its namespace is missing.
              Write one that your organisation controls: @PortType(namespace = "urn:your-organisation:your-service").\
            """),
        Arguments.of(
            BadServices.RelativeNamespace.class,
            """
            CALM-102 RelativeNamespace: its namespace, "berths", is not an absolute URI.
              Write one that your organisation controls: @PortType(namespace = "urn:your-organisation:your-service").\
            """),
        Arguments.of(
            BadServices.Empty.class,
            """
            CALM-103 Empty: no method is marked as an operation, so there is nothing to call.
              Write @Operation on each public method that the service offers.\
            """),
        Arguments.of(
            BadServices.Overloads.class,
            """
            CALM-104 Overloads: moor(String) and moor(String, int) would both be operation "moor".
              Give one of them a name of its own: @Operation(name = "moorByNights").\
            """),
        Arguments.of(
            BadServices.Hidden.class,
            """
            CALM-107 Hidden.cast(): it is marked as an operation but is static.
              Take static away, or take @Operation away.
            CALM-106 Hidden.moor(): it is marked as an operation but is not public.
              Write public before it, or take @Operation away.\
            """),
        Arguments.of(
            BadServices.BadNames.class,
            """
            CALM-108 BadNames.first(String): "1st" cannot be a name in XML.
              Give a name of letters, digits, '.', '-' and '_' that starts with a letter: @Operation(name = "...").
            CALM-108 BadNames.first(String), parameter 1 (text): "a b" cannot be a name in XML.
              Give a name of letters, digits, '.', '-' and '_' that starts with a letter: @Element(name = "...").
            CALM-108 BadNames: "my desk" cannot be a name in XML.
              Give a name of letters, digits, '.', '-' and '_' that starts with a letter: @PortType(name = "...").
            CALM-108 BadNames: "my deskService" cannot be a name in XML.
              Give a name of letters, digits, '.', '-' and '_' that starts with a letter: @PortType(name = "...").
            CALM-111 BadNames.first(String): its action, "no uri", is not an absolute URI.
              Write an absolute URI, or leave action out.\
            """),
        Arguments.of(
            BadServices.SameMembers.class,
            """
            CALM-109 Boat: Boat.length and Boat.len would both be element "len".
              Give one of them a name of its own: @Element(name = "...").
            CALM-109 SameMembers.moor(Boat, int): SameMembers.moor(Boat, int), parameter 1 (a) and SameMembers.moor(Boat, int), parameter 2 (b) would both be element "x".
              Give one of them a name of its own: @Element(name = "...").\
            """),
        Arguments.of(
            BadServices.SameElements.class,
            """
            CALM-110 SameElements: the request of SameElements.moorResponse() and the response of SameElements.moor() would both be element "moorResponse".
              Give one of them a name of its own: @Operation(name = "...").
            CALM-110 SameElements: the request of SameElements.moor() and the fault org.calmanchor.core.read.BadServices$SameElements$Taken would both be element "moor".
              Give one of them a name of its own: @Fault(name = "...").\
            """),
        Arguments.of(
            BadServices.Unmappable.class,
            """
            CALM-201 Unmappable.later(Stream<String>, Instant, Runnable), parameter 1 (a): Stream<String> has no counterpart on the wire.
              Use a List.
            CALM-201 Unmappable.later(Stream<String>, Instant, Runnable), parameter 2 (b): Instant has no counterpart on the wire.
              Use java.time.LocalDate for a day, or a String whose form both sides agree on for a time.
            CALM-201 Unmappable.later(Stream<String>, Instant, Runnable), parameter 3 (c): Runnable has no counterpart on the wire.
              Use a record or an enum that implements it.
            CALM-201 Unmappable.later(Stream<String>, Instant, Runnable), result: CompletionStage<String> has no counterpart on the wire.
              Return the value itself.
            CALM-201 Unmappable.plain(Plain, Map<String, String>, byte[], Object, char, Boat), parameter 1 (a): Plain has no counterpart on the wire.
              Make it a record, as in: public record Plain(String name) {}.
            CALM-201 Unmappable.plain(Plain, Map<String, String>, byte[], Object, char, Boat), parameter 2 (b): Map<String, String> has no counterpart on the wire.
              Use a List of a record that has a key and a value.
            CALM-201 Unmappable.plain(Plain, Map<String, String>, byte[], Object, char, Boat), parameter 3 (c): byte[] has no counterpart on the wire.
              Use a String that holds the bytes as Base64 text.
            CALM-201 Unmappable.plain(Plain, Map<String, String>, byte[], Object, char, Boat), parameter 4 (d): Object has no counterpart on the wire.
              Name the type that is meant: a record, an enum or one of the table.
            CALM-201 Unmappable.plain(Plain, Map<String, String>, byte[], Object, char, Boat), parameter 5 (e): char has no counterpart on the wire.
              Use a String.
            CALM-201 Unmappable.plain(Plain, Map<String, String>, byte[], Object, char, Boat), parameter 6 (f) -> Boat.built: Date has no counterpart on the wire.
              Use java.time.LocalDate for a day, or a String whose form both sides agree on for a time.\
            """),
        Arguments.of(
            BadServices.Arguments.class,
            """
            CALM-203 Arguments.raw(T, List<?>, Page<String>), parameter 1 (variable): what T stands for is not known here.
              Name the type that is meant.
            CALM-203 Arguments.raw(T, List<?>, Page<String>), parameter 2 (any): what ? stands for is not known here.
              Name the type that is meant.
            CALM-203 Arguments.raw(T, List<?>, Page<String>), parameter 3 (page): what Page<String> holds is not known here.
              Write a record without type parameters that says each member's type.
            CALM-203 Arguments.raw(T, List<?>, Page<String>), result: what List holds is not known here.
              Say of what, as in List<Berth>, Set<Berth> or Optional<Berth>.\
            """),
        Arguments.of(
            BadServices.SameTypes.class,
            """
            CALM-202 SameTypes.moor(Boat), parameter 1 (boat) -> Boat.kind: org.calmanchor.core.read.BadServices$SameTypes$Boat and org.calmanchor.core.read.BadServices$SameTypes$Kind would both be type "Kind".
              Give Boat a name of its own: @ComplexType(name = "...").\
            """),
        Arguments.of(
            BadServices.BadMembers.class,
            """
            CALM-204 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.names: List<String> does not fit into an attribute, which holds one simple value.
              Leave @Attribute out; it becomes an element then.
            CALM-210 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.both: it cannot be both an attribute and an element.
              Keep one of @Attribute and @Element.
            CALM-206 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.gone: a primitive int cannot be absent.
              Use its wrapper type, or Optional.
            CALM-210 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.nils: the items of a list cannot be nil.
              Leave nillable out; an item without a value is left out of the list.
            CALM-210 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.must: minOccurs = 1 requires what its type lets be absent.
              Leave minOccurs out, or use the plain type.
            CALM-210 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.many: minOccurs = 7 is not possible.
              Write 0 (may be left out) or 1 (required).
            CALM-207 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.rows: a list within a list has no elements of its own.
              Put the inner one into a record, as in: record Row(List<String> cells) {}.
            CALM-207 BadMembers.moor(Boat), parameter 1 (boat) -> Boat.maybe: a list within an Optional has no elements of its own.
              Put the inner one into a record, as in: record Row(List<String> cells) {}.\
            """),
        Arguments.of(
            BadServices.Endless.class,
            """
            CALM-205 Tender.mother: each Boat would need another one, without end.
              Let a member on the way be absent: make it an Optional or a List.\
            """),
        Arguments.of(
            BadServices.BadEnums.class,
            """
            CALM-208 None: an enum without constants has no values.
              Give it at least one constant.
            CALM-208 Twice.TWO: its form on the wire, "a", is also that of ONE.
              Give it a form of its own: @Lexical("...").
            CALM-208 Twice.THREE: its form on the wire, " b", is blank or has space at its ends.
              Give it a form of its own: @Lexical("...").\
            """),
        Arguments.of(
            BadServices.BadFaults.class,
            """
            CALM-302 NoMessage: a caller in Java could not rebuild it: no public constructor takes the message first.
              Write public NoMessage(String message) { super(message); }, with the detail's members after the message.
            CALM-302 NoAccessor.NoAccessor(String, int), parameter 2 (berth): the exception has no public accessor that gives it back.
              Write public int berth() { return berth; }, or leave it out of the constructor.\
            """));
  }

  @ParameterizedTest
  @MethodSource("problems")
  void reportsEveryProblemWithPlaceAndMend(Class<?> service, String expected) {
    assertThat(String.join("\n", problems(service))).isEqualTo(expected);
  }

  @Test
  void namesTheServiceAndTheNumberOfProblems() {
    assertThatExceptionOfType(ContractException.class)
        .isThrownBy(() -> ContractReader.read(BadServices.Hidden.class))
        .withMessageStartingWith("Hidden has 2 contract problems:\nCALM-107 ");
  }

  @Test
  void numbersEachProblemOnce() {
    List<String> codes = Arrays.stream(ProblemCode.values()).map(ProblemCode::toString).toList();
    assertThat(new TreeSet<>(codes)).hasSameSizeAs(codes);
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
        .contains("http://signals.lanternquay.test/2027/Signals/read/UnknownFlag");
  }

  @Test
  void keepsTheOriginOfEachNode() {
    Contract contract = ContractReader.read(SignalBook.class).contract();
    assertThat(contract.element(new QName(SignalBook.NAMESPACE, "mirror")).origin())
        .hasToString("SignalBook.mirror(Signal)");
  }
}
