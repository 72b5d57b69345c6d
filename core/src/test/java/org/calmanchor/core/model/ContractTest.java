package org.calmanchor.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.List;
import javax.xml.namespace.QName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A contract that does not hold together cannot be made. */
class ContractTest {
  private static final String NAMESPACE = "urn:lanternquay:berths";

  private static QName name(String local) {
    return new QName(NAMESPACE, local);
  }

  private static ElementDeclaration element(String name, TypeUse type) {
    return new ElementDeclaration(name(name), type, false, "", Origin.NONE);
  }

  private static Particle one(String name, TypeUse type) {
    return new Particle(element(name, type), 1, 1);
  }

  private static ComplexType type(String name, QName base, Particle... particles) {
    ComplexType.Elements content = ComplexType.Elements.sequence(List.of(particles));
    ComplexType type = new ComplexType(name(name), content, List.of(), false, "", Origin.NONE);
    return base == null ? type : type.extending(base);
  }

  private static Contract contract(
      List<ElementDeclaration> elements,
      List<TypeDefinition> types,
      List<Message> messages,
      List<PortType> portTypes,
      List<Binding> bindings) {
    Schema schema = new Schema(NAMESPACE, elements, types);
    return new Contract(NAMESPACE, List.of(schema), messages, portTypes, bindings, List.of());
  }

  private static Contract of(TypeDefinition... types) {
    return contract(List.of(), List.of(types), List.of(), List.of(), List.of());
  }

  @Test
  void equalsAnotherThatSaysTheSameWhereverItCameFrom() {
    ComplexType here =
        new ComplexType(
            name("Boat"),
            ComplexType.Elements.sequence(List.of()),
            List.of(),
            false,
            "",
            Origin.of("Boat.java:3"));
    assertThat(of(here))
        .isEqualTo(of(type("Boat", null)))
        .hasSameHashCodeAs(of(type("Boat", null)));
    assertThat(of(here)).isNotEqualTo(of(type("Buoy", null)));
    assertThat(here.origin()).hasToString("Boat.java:3");
  }

  @Test
  void refusesComponentsOfOneName() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> of(type("Boat", null), type("Boat", null)))
        .withMessage("declared twice: {urn:lanternquay:berths}Boat");
  }

  @Test
  void refusesReferencesToNothing() {
    Message lost = Message.of(name("moor"), "parameters", name("moor"));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> contract(List.of(), List.of(), List.of(lost), List.of(), List.of()))
        .withMessage("the contract has no element {urn:lanternquay:berths}moor");
    Operation operation =
        new Operation(
            "moor", new Operation.MessageUse(name("moor"), ""), null, List.of(), "", Origin.NONE);
    PortType desk = new PortType(name("Desk"), List.of(operation), "", Origin.NONE);
    assertThatIllegalArgumentException()
        .isThrownBy(() -> contract(List.of(), List.of(), List.of(), List.of(desk), List.of()))
        .withMessage("the contract has no message {urn:lanternquay:berths}moor");
    Binding binding = new Binding(name("B"), name("Desk"), SoapVersion.SOAP_1_1, List.of());
    assertThatIllegalArgumentException()
        .isThrownBy(() -> contract(List.of(), List.of(), List.of(), List.of(), List.of(binding)))
        .withMessage("the contract has no port type {urn:lanternquay:berths}Desk");
  }

  @Test
  void refusesToBindWhatIsNotThere() {
    ElementDeclaration moor = element("moor", type("", null));
    Message message = Message.of(name("moor"), "parameters", name("moor"));
    PortType desk = new PortType(name("Desk"), List.of(), "", Origin.NONE);
    Binding binding =
        new Binding(
            name("B"),
            name("Desk"),
            SoapVersion.SOAP_1_1,
            List.of(
                new Binding.BoundOperation(
                    "moor",
                    "",
                    Binding.Style.DOCUMENT,
                    Binding.BoundMessage.document(List.of()),
                    null)));
    assertThatIllegalArgumentException()
        .isThrownBy(
            () ->
                contract(
                    List.of(moor), List.of(), List.of(message), List.of(desk), List.of(binding)))
        .withMessageEndingWith("binds moor, which its port type lacks");
  }

  @Test
  void putsTheMembersOfABaseFirst() {
    TypeUse text = TypeUse.named(Names.xsd("string"));
    ComplexType boat = type("Boat", null, one("name", text));
    ComplexType sail = type("Sail", name("Boat"), one("masts", text));
    ComplexType dinghy = type("Dinghy", name("Sail"), one("oars", text));
    Contract contract = of(boat, sail, dinghy);
    assertThat(contract.members(dinghy))
        .extracting(Member::name)
        .containsExactly("name", "masts", "oars");
    assertThat(contract.derived(boat))
        .extracting(type -> type.name().getLocalPart())
        .containsExactly("Dinghy", "Sail");
    assertThat(contract.derived(dinghy)).isEmpty();
  }

  @Test
  void followsReferencesToElements() {
    TypeUse text = TypeUse.named(Names.xsd("string"));
    ComplexType boat =
        type("Boat", null, new Particle(new Term.ElementReference(name("name")), 0, 1));
    Contract contract =
        contract(List.of(element("name", text)), List.of(boat), List.of(), List.of(), List.of());
    assertThat(contract.members(boat))
        .singleElement()
        .satisfies(member -> assertThat(member.isRequired()).isFalse());
  }

  @Test
  void knowsWhatASimpleTypeIsMadeFrom() {
    SimpleType code =
        new SimpleType(
            name("Code"),
            new SimpleType.Restriction(TypeUse.named(Names.xsd("token")), List.of()),
            "",
            Origin.NONE);
    SimpleType narrower =
        new SimpleType(
            null,
            new SimpleType.Restriction(TypeUse.named(name("Code")), List.of()),
            "",
            Origin.NONE);
    assertThat(of(code).builtIn(narrower)).isEqualTo(Names.xsd("token"));
    SimpleType list =
        new SimpleType(
            null, new SimpleType.ListOf(TypeUse.named(Names.xsd("int"))), "", Origin.NONE);
    assertThat(of().builtIn(list).getLocalPart()).isEmpty();
  }

  @Test
  void knowsTypesAroundAnyElement() {
    Particle any = new Particle(Wildcard.ANY, 1, 1);
    ComplexType open = type("Open", null, any);
    assertThat(of(open).holdsAny(TypeUse.named(name("Open")))).isTrue();
    assertThat(of(open).holdsAny(TypeUse.named(Names.xsd("string")))).isFalse();
    assertThatIllegalArgumentException().isThrownBy(() -> of(open).members(open));
  }

  @ParameterizedTest
  @CsvSource({"-1, 1", "2, 1"})
  void refusesParticlesThatCannotOccur(int min, int max) {
    TypeUse text = TypeUse.named(Names.xsd("string"));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new Particle(element("a", text), min, max));
  }

  @ParameterizedTest
  @CsvSource({
    "a, true",
    "a-b.c_1, true",
    "é, true",
    "1a, false",
    "a:b, false",
    "'a b', false",
    "'', false"
  })
  void knowsNamesOfXml(String text, boolean isName) {
    assertThat(Names.isNcName(text)).isEqualTo(isName);
  }
}
