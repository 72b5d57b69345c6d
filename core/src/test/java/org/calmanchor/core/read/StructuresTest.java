package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import org.calmanchor.core.Desk;
import org.calmanchor.core.Standards;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What each kind of data type becomes, and what goes over the wire then. */
class StructuresTest {

  @Test
  void everyNameCanBeChosen() throws Exception {
    Desk desk =
        Desk.ofSource(
            """
            @PortType(namespace = "urn:a", name = "Moorings", service = "Harbor", doc = "d0")
            public class Desk {
              @SimpleType(name = "Place", namespace = "urn:b", doc = "d1")
              public enum Pier { @Lexical("heron pier") HERON }
              @ComplexType(name = "Slot", namespace = "urn:b", doc = "d2")
              public record Berth(
                  @Attribute(name = "id", doc = "d3") String code,
                  @Element(name = "at", doc = "d4") Pier pier,
                  @Element(name = "far", namespace = "urn:c", doc = "d5") int distance) {}
              @Fault(name = "Full", namespace = "urn:b", doc = "d6")
              public static class NoBerth extends Exception {
                public NoBerth(String message) { super(message); }
              }
              @Operation(name = "find", response = "found", action = "urn:action", doc = "d7")
              @Element(name = "slot", doc = "d8")
              public Berth search(
                  @Element(name = "for", doc = "d9") String boat,
                  @Header(name = "ticket", namespace = "urn:b", doc = "d10", required = false)
                      Optional<String> pass)
                  throws NoBerth {
                if (boat.isEmpty()) {
                  throw new NoBerth("full");
                }
                return new Berth("H-07", Pier.HERON, 3);
              }
            }
            """);
    assertThat(desk.packed())
        .contains(
            "<wsdl:portType name=\"Moorings\">",
            "<wsdl:binding name=\"MooringsOverSoap11\" type=\"tns:Moorings\">",
            "<wsdl:service name=\"Harbor\">",
            "<wsdl:operation name=\"find\">",
            "soapAction=\"urn:action\"",
            "<xsd:element name=\"found\">",
            "<xsd:element name=\"slot\" type=\"ns1:Slot\">",
            "<xsd:element name=\"for\" type=\"xsd:string\">",
            "<xsd:simpleType name=\"Place\">",
            "<xsd:enumeration value=\"heron pier\"/>",
            "<xsd:attribute name=\"id\" type=\"xsd:string\" use=\"required\">",
            "<xsd:element ref=\"ns2:far\"/>",
            "<xsd:element name=\"Full\">",
            "<xsd:element name=\"ticket\" type=\"xsd:string\">",
            "<wsdl:fault name=\"Full\" message=\"tns:FullFault\"/>");
    for (int i = 0; i <= 10; i++) {
      assertThat(desk.wsdl()).contains("ocumentation>d" + i + "<");
    }
    assertThat(desk.call("<find><for>Quiet Comma</for></find>"))
        .isEqualTo(
            "<tns:found xmlns:tns=\"urn:a\" xmlns:ns1=\"urn:b\" xmlns:ns2=\"urn:c\"><tns:slot id=\"H-07\"><ns1:at>heron pier</ns1:at><ns2:far>3</ns2:far>"
                + "</tns:slot></tns:found>");
    assertThat(desk.call("<find><for></for></find>"))
        .contains("<detail><ns1:Full xmlns:ns1=\"urn:b\"/></detail>");
  }

  @Test
  void schemasImportWhatTheyNeedAndNoMoreInsideAndApart() throws Exception {
    Desk desk =
        Desk.with(
            """
            @ComplexType(namespace = "urn:b") public record Boat(String name, LocalDate built) {}
            @ComplexType(namespace = "urn:c") public record Buoy(int number) {}
            @Operation public Boat swap(Buoy buoy) { return null; }
            """);
    assertThat(desk.packed())
        .containsSubsequence(
            "targetNamespace=\"urn:a\"><xsd:import namespace=\"urn:b\"/>"
                + "<xsd:import namespace=\"urn:c\"/>",
            "targetNamespace=\"urn:b\"><xsd:import namespace=\"urn:a\"/><xsd:complexType",
            "targetNamespace=\"urn:c\"><xsd:complexType");
    ContractDocuments.Separate apart =
        ContractDocuments.writeSeparately(
            desk.contract(), "http://x.test/", n -> n.substring(4) + ".xsd");
    assertThat(apart.wsdl())
        .contains("<xsd:import namespace=\"urn:b\" schemaLocation=\"b.xsd\"/>")
        .doesNotContain("complexType");
    assertThat(apart.schemas().keySet()).containsExactly("urn:a", "urn:b", "urn:c");
    assertThat(apart.schemas().get("urn:b"))
        .contains(
            "<xsd:import namespace=\"urn:a\" schemaLocation=\"a.xsd\"/>", "xmlns:tns=\"urn:a\"")
        .doesNotContain("urn:c");
    assertThat(Standards.parse(apart.schemas().get("urn:c")).getDocumentElement().getNamespaceURI())
        .isEqualTo(Names.XSD);
  }

  private static final String SHAPES =
      """
      public record Berth(
          @Attribute String code, Optional<String> pier, List<String> added, @Attribute Optional<Integer> rate) {}
      @Operation public @Shape(name = "BerthLine", only = {"pier", "code"}) Berth read(
          @Shape(name = "NewBerth", omit = "rate") Berth berth) { return berth; }
      @Operation public List<@Shape(name = "BerthLine", only = {"code", "pier"}) Berth> all(Berth berth) {
        return List.of(berth, berth);
      }
      @Operation public Map<String, @Shape(name = "BerthNotes", only = "added") Berth> byCode(Berth berth) {
        return Map.of(berth.code(), berth);
      }
      """;

  @Test
  void shapesTakeSomeMembersOfOneTypeByOperation() throws Exception {
    Desk desk = Desk.with(SHAPES);
    assertThat(desk.packed())
        .contains(
            "<xsd:element name=\"berth\" type=\"tns:NewBerth\"/>",
            "<xsd:element name=\"result\" type=\"tns:BerthLine\" minOccurs=\"0\""
                + " maxOccurs=\"unbounded\"/>",
            "<xsd:complexType name=\"BerthLine\"><xsd:sequence><xsd:element name=\"pier\""
                + " type=\"xsd:string\" minOccurs=\"0\"/></xsd:sequence><xsd:attribute name=\"code\"",
            "<xsd:complexType name=\"StringBerthNotesMap\">",
            "<xsd:complexType name=\"BerthNotes\"><xsd:sequence><xsd:element name=\"added\"");
    assertThat(
            desk.call("<read><berth code='H-07'><pier>Heron</pier><added>n</added></berth></read>"))
        .contains("<tns:result code=\"H-07\"><tns:pier>Heron</tns:pier></tns:result>");
    assertThat(desk.call("<all><berth code='H-07' rate='3'/></all>"))
        .contains("<tns:result code=\"H-07\"></tns:result><tns:result code=\"H-07\">");
    assertThat(desk.call("<byCode><berth code='H-07'><added>n</added></berth></byCode>"))
        .contains("<tns:key>H-07</tns:key><tns:value><tns:added>n</tns:added></tns:value>");
    assertThat(desk.refusal("<read><berth code='H-07' rate='3'/></read>"))
        .contains("read/berth/@rate does not belong here; expected no such attribute.");
  }

  private static final String VESSELS =
      """
      public sealed interface Vessel permits Sail, Powered {}
      public record Sail(int masts) implements Vessel {}
      public sealed interface Powered extends Vessel permits Tug, Ferry {}
      public record Tug(String name, Optional<Vessel> tow) implements Powered {}
      public record Ferry(@Attribute int seats) implements Powered {}
      @ComplexType(order = "name", derived = Dinghy.class)
      public static class Tender { String name; }
      @ComplexType(order = "oars")
      public static class Dinghy extends Tender { int oars; }
      public static class Secret extends Tender {}
      @Operation public Vessel echo(Vessel vessel) { return vessel; }
      @Operation public Powered power(Powered vessel) { return vessel; }
      @Operation public Sail sail(Sail sail) { return sail; }
      @Operation public Tender tender(Tender tender) {
        return "secret".equals(tender.name) ? new Secret() : tender;
      }
      """;

  @Test
  void subtypesExtendTheirBase() throws Exception {
    Desk desk = Desk.with(VESSELS);
    assertThat(desk.packed())
        .contains(
            "<xsd:complexType name=\"Vessel\" abstract=\"true\"><xsd:sequence/></xsd:complexType>",
            "<xsd:complexType name=\"Powered\" abstract=\"true\"><xsd:complexContent>"
                + "<xsd:extension base=\"tns:Vessel\">",
            "<xsd:complexType name=\"Tug\"><xsd:complexContent><xsd:extension base=\"tns:Powered\">",
            "<xsd:complexType name=\"Dinghy\"><xsd:complexContent><xsd:extension base=\"tns:Tender\">"
                + "<xsd:sequence><xsd:element name=\"oars\" type=\"xsd:int\"/>");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<echo><vessel xsi:type='a:Sail'><masts>2</masts></vessel></echo>"
            + "|<tns:result xsi:type=\"tns:Sail\"><tns:masts>2</tns:masts>",
        "<echo><vessel xsi:type='Tug'><name>n</name><tow xsi:type='Ferry' seats='9'/></vessel></echo>"
            + "|<tns:tow xsi:type=\"tns:Ferry\" seats=\"9\"/>",
        "<power><vessel xsi:type='Ferry' seats='1'/></power>"
            + "|<tns:result xsi:type=\"tns:Ferry\" seats=\"1\"/>",
        "<sail><sail xsi:type='Sail'><masts>1</masts></sail></sail>"
            + "|<tns:result><tns:masts>1</tns:masts></tns:result>",
        "<tender><tender><name>n</name></tender></tender>|<tns:result><tns:name>n</tns:name>",
        "<tender><tender xsi:type='Dinghy'><name>n</name><oars>2</oars></tender></tender>"
            + "|<tns:result xsi:type=\"tns:Dinghy\"><tns:name>n</tns:name><tns:oars>2</tns:oars>",
      })
  void theTypeOfAValueIsNamed(String request, String answer) throws Exception {
    assertThat(Desk.with(VESSELS).call(request)).contains(answer);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<echo><vessel/></echo>|echo/vessel/@xsi:type is missing; expected one of Ferry, Sail, Tug.",
        "<echo><vessel xsi:type='a:Raft'/></echo>|echo/vessel/@xsi:type is \"Raft\"; expected one of",
        "<echo><vessel xsi:type='a:Powered'/></echo>|@xsi:type is \"Powered\"; expected one of",
        "<power><vessel xsi:type='Sail'><masts>1</masts></vessel></power>|expected one of Ferry, Tug.",
        "<echo><vessel xsi:type='no:Sail'/></echo>|expected a name whose prefix is declared",
        "<sail><sail xsi:type='a:Tug'/></sail>|sail/sail/@xsi:type is \"Tug\"; expected Sail.",
        "<tender><tender><name>secret</name></tender></tender>|Something went wrong",
      })
  void typesThatAreNotInTheContractAreRefused(String request, String reason) throws Exception {
    assertThat(Desk.with(VESSELS).refusal(request).replace("&quot;", "\"")).contains(reason);
  }

  @Test
  void genericTypesAreNamedByTheirArguments() throws Exception {
    Desk desk =
        Desk.with(
            """
            public record Berth(String code) {}
            public record Page<T>(List<T> items, int number) {}
            @ComplexType(name = "Both") public record Pair<A, B>(A first, B second) {}
            @Operation public Page<Berth> one(Pair<Berth, List<LocalDate>> pair) {
              return new Page<>(List.of(pair.first()), pair.second().size());
            }
            @Operation public Page<Pair<String, byte[]>> two(Page<Page<Integer>> pages) {
              return new Page<>(List.of(), pages.items().get(0).items().get(0));
            }
            """);
    assertThat(desk.wsdl())
        .contains(
            "\"BerthPage\"",
            "\"BerthDateWithoutZoneListBoth\"",
            "\"StringBase64BinaryBothPage\"",
            "\"IntPagePage\"",
            "\"IntPage\"");
    assertThat(
            desk.call(
                "<one><pair><first><code>H-07</code></first><second>2027-06-11</second>"
                    + "</pair></one>"))
        .contains("<tns:items><tns:code>H-07</tns:code></tns:items><tns:number>1</tns:number>");
    assertThat(
            desk.call(
                "<two><pages><items><items>7</items><number>0</number></items><number>0</number>"
                    + "</pages></two>"))
        .contains("<tns:result><tns:number>7</tns:number></tns:result>");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<moor><berth>H-07</berth></moor>|<tns:result xsi:type=\"tns:StringDone\"><tns:value>H-07<",
        "<moor><berth/></moor>|<tns:result xsi:type=\"tns:StringRefused\"><tns:why>no berth<",
        "<last><of xsi:type='IntDone'><value>7</value></of></last>"
            + "|<tns:result xsi:type=\"tns:IntDone\"><tns:value>7<",
        "<last><of xsi:type='Later'/></last>|<tns:result xsi:type=\"tns:Later\"/>",
        "<last><of xsi:type='StringDone'><value>a</value></of></last>"
            + "|expected one of IntDone, IntRefused, Later.",
        "<logs><of xsi:type='Log'><day>2026-08-01</day></of></logs>"
            + "|<tns:result xsi:type=\"tns:Log\"><tns:day>2026-08-01<",
        "<logs><of xsi:type='Tally'/></logs>|expected one of",
      })
  void subtypesOfGenericTypesHaveTheArgumentsThatFollow(String request, String answer)
      throws Exception {
    Desk desk =
        Desk.with(
            """
            public sealed interface Outcome<T> permits Done, Refused, Later, Log, Tally {}
            public record Done<T>(T value) implements Outcome<T> {}
            public record Refused<V>(String why) implements Outcome<V> {}
            public record Later() implements Outcome<Integer> {}
            public record Log(LocalDate day) implements Outcome<List<String>> {}
            public record Tally() implements Outcome<List<Integer>> {}
            @Operation public Outcome<String> moor(String berth) {
              return berth.isEmpty() ? new Refused<>("no berth") : new Done<>(berth);
            }
            @Operation public Outcome<Integer> last(Outcome<Integer> of) { return of; }
            @Operation public Outcome<List<String>> logs(Outcome<List<String>> of) { return of; }
            """);
    boolean isRefused = answer.startsWith("expected");
    assertThat(isRefused ? desk.refusal(request) : desk.call(request)).contains(answer);
  }

  @Test
  void classesAreFilledByAccessorsOrFields() throws Exception {
    Desk desk =
        Desk.with(
            """
            public static class Named {
              private String name = "unnamed";
              public String getName() { return "<" + name + ">"; }
              public void setName(String name) { this.name = name.strip(); }
            }
            @ComplexType(order = {"code", "name", "free", "length", "total"})
            public static class Berth extends Named {
              @Attribute private String code;
              private boolean free = true;
              @Element(doc = "metres") private Optional<BigDecimal> length = Optional.empty();
              @Omit private Object cache = new Object();
              private transient Thread worker;
              private static int made;
              public boolean isFree() { return free; }
              @Element(minOccurs = 0) public Integer getTotal() { return 3; }
              public void setTotal(Integer total) {}
            }
            @Operation public Berth echo(Berth berth) { return berth; }
            """);
    assertThat(
            desk.call(
                "<echo><berth code='H-07'><name> Heron </name><free>0</free><length>7.20</length>"
                    + "</berth></echo>"))
        .contains(
            "<tns:result code=\"H-07\"><tns:name>&lt;Heron&gt;</tns:name><tns:free>false</tns:free>"
                + "<tns:length>7.20</tns:length><tns:total>3</tns:total></tns:result>");
  }

  @Test
  void classesMayHoldThoseThatExtendThem() throws Exception {
    Desk desk =
        Desk.with(
            """
            @ComplexType(order = {"name", "boats"}, derived = Mother.class)
            public static class Ship { String name; List<Mother> boats = List.of(); }
            @ComplexType(order = "crew")
            public static class Mother extends Ship { int crew; }
            @Operation public Ship echo(Ship ship) { return ship; }
            """);
    assertThat(
            desk.call(
                "<echo><ship xsi:type='Mother'><name>a</name><boats><name>b</name><crew>1</crew>"
                    + "</boats><crew>2</crew></ship></echo>"))
        .contains(
            "<tns:result xsi:type=\"tns:Mother\"><tns:name>a</tns:name><tns:boats><tns:name>b"
                + "</tns:name><tns:crew>1</tns:crew></tns:boats><tns:crew>2</tns:crew></tns:result>");
    assertThatExceptionOfType(ContractException.class)
        .isThrownBy(
            () ->
                Desk.with(
                    """
                    @ComplexType(order = "name", derived = Boat.class)
                    public static class Ship { String name; }
                    @ComplexType(order = "called")
                    public static class Boat extends Ship { @Element(name = "name") String called; }
                    @Operation public void moor(Ship ship) {}
                    """))
        .withMessageContaining("Ship.name and Boat.called would both be element \"name\".");
  }

  private static final String LISTS =
      """
      public record Lists(
          @Element(name = "word", wrapper = "words") List<String> words,
          @Element(name = "day", wrapper = "days") Optional<List<LocalDate>> days,
          int[] numbers,
          List<List<Integer>> rows,
          Map<String, List<Integer>> columns,
          Set<String> names) {}
      @Operation public Lists echo(Lists lists) { return lists; }
      @Operation public Stream<Integer> count(@Element(name = "n") Stream<Integer> numbers) {
        return numbers.map(n -> n + 1);
      }
      """;

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<words/>|<tns:words></tns:words>",
        "<words><word>a</word><word>b</word></words>"
            + "|<tns:words><tns:word>a</tns:word><tns:word>b</tns:word></tns:words>",
        "<words/><days/>|<tns:words></tns:words><tns:days></tns:days>",
        "<words/><numbers>1</numbers><numbers>2</numbers>"
            + "|<tns:numbers>1</tns:numbers><tns:numbers>2</tns:numbers>",
        "<words/><rows><item>1</item><item>2</item></rows><rows/>"
            + "|<tns:rows><tns:item>1</tns:item><tns:item>2</tns:item></tns:rows><tns:rows></tns:rows>",
        "<words/><names>a</names><names>b</names>|<tns:names>a</tns:names><tns:names>b</tns:names>",
      })
  void listsComeBackAsTheyWere(String content, String back) throws Exception {
    String columns = "<columns><entry><key>k</key><value><item>1</item></value></entry></columns>";
    String names =
        content.contains("<names>") ? content.replaceFirst("(?s).*?(?=<names>)", "") : "";
    String rest = content.substring(0, content.length() - names.length());
    assertThat(Desk.with(LISTS).call("<echo><lists>" + rest + columns + names + "</lists></echo>"))
        .contains(back, "<tns:entry><tns:key>k</tns:key><tns:value><tns:item>1</tns:item>");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<words/><columns/><names>a</names><names>a</names>"
            + "|echo/lists/names is \"the same value twice\"; expected each value once.",
        "<words/><columns><entry><key>k</key><value/></entry><entry><key>k</key><value/></entry>"
            + "</columns>|echo/lists/columns is \"refused\"; expected each key once.",
        "<columns/>|echo/lists/words is missing; expected one.",
        "<words><word>a</word><x/></words><columns/>|echo/lists/words/x does not belong here",
      })
  void listsThatJavaCouldNotHoldAreRefused(String content, String reason) throws Exception {
    assertThat(Desk.with(LISTS).refusal("<echo><lists>" + content + "</lists></echo>"))
        .contains(reason.replace("\"", "\""));
  }

  @Test
  void streamsComeAndGo() throws Exception {
    assertThat(Desk.with(LISTS).call("<count><n>1</n><n>2</n></count>"))
        .isEqualTo(
            "<tns:countResponse xmlns:tns=\"urn:a\"><tns:result>2</tns:result><tns:result>3</tns:result>"
                + "</tns:countResponse>");
  }

  private static final String ABSENCE =
      """
      @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.RUNTIME)
      @java.lang.annotation.Target(java.lang.annotation.ElementType.TYPE_USE)
      @interface Nullable {}
      public record Values(
          @Element(nillable = true) Integer nil,
          @Element(minOccurs = 0) Integer absent,
          @Element(minOccurs = 0, nillable = true) Integer both,
          Optional<Integer> maybe,
          @Element(nillable = true) Optional<Integer> maybeNil,
          @Nullable Integer marked,
          @Attribute(use = Attribute.Use.OPTIONAL) Integer use,
          @Attribute(defaultValue = "7") int byDefault) {}
      @Operation public Values echo(Values values) { return values; }
      """;

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "|<nil xsi:nil='true'/>|<tns:result byDefault=\"7\"><tns:nil xsi:nil=\"true\"/></tns:result>",
        "use='1' byDefault='2'|<nil>1</nil>|<tns:result use=\"1\" byDefault=\"2\"><tns:nil>1</tns:nil>",
        "|<nil>1</nil><absent>2</absent><both>3</both><maybe>4</maybe><maybeNil>5</maybeNil>"
            + "<marked>6</marked>|<tns:absent>2</tns:absent><tns:both>3</tns:both><tns:maybe>4"
            + "</tns:maybe><tns:maybeNil>5</tns:maybeNil><tns:marked>6</tns:marked>",
        "|<nil xsi:nil='1'/><both xsi:nil='1'/><maybeNil xsi:nil='1'/>"
            + "|<tns:nil xsi:nil=\"true\"/></tns:result>",
      })
  void nilAndAbsentAreKeptApartWhereTheyMeanTwoThings(
      String attributes, String content, String back) throws Exception {
    String start = "<echo><values " + (attributes == null ? "" : attributes) + ">";
    assertThat(Desk.with(ABSENCE).call(start + content + "</values></echo>")).contains(back);
  }

  @Test
  void absenceIsPublishedAsItIsRead() throws Exception {
    assertThat(Desk.with(ABSENCE).packed())
        .contains(
            "<xsd:element name=\"nil\" type=\"xsd:int\" nillable=\"true\"/>",
            "<xsd:element name=\"absent\" type=\"xsd:int\" minOccurs=\"0\"/>",
            "<xsd:element name=\"both\" type=\"xsd:int\" minOccurs=\"0\" nillable=\"true\"/>",
            "<xsd:element name=\"marked\" type=\"xsd:int\" minOccurs=\"0\"/>",
            "<xsd:attribute name=\"use\" type=\"xsd:int\"/>",
            "<xsd:attribute name=\"byDefault\" type=\"xsd:int\" default=\"7\"/>");
  }

  @Test
  void textsHaveAttributesAndNamesHavePrefixes() throws Exception {
    Desk desk =
        Desk.with(
            """
            public record Depth(@Attribute String unit, @SimpleContent BigDecimal value) {}
            public record Named(@Attribute QName kind, @SimpleContent QName name, @Attribute QName bare) {}
            @Operation public Depth sound(Depth depth) { return depth; }
            @Operation public Named name(Named named, List<QName> more) {
              return new Named(more.get(0), named.name(), new QName("bare"));
            }
            """);
    assertThat(desk.packed())
        .contains(
            "<xsd:complexType name=\"Depth\"><xsd:simpleContent><xsd:extension base=\"xsd:decimal\">"
                + "<xsd:attribute name=\"unit\"");
    assertThat(desk.call("<sound><depth unit='m'> 2.30 </depth></sound>"))
        .contains("<tns:result unit=\"m\">2.30</tns:result>");
    assertThat(
            desk.call(
                "<name><named kind='b:k' bare='b:x'> b:n </named><more xmlns:c='urn:c'>c:m</more></name>"))
        .contains("=\"urn:c\" kind=\"", ":m\" bare=\"bare\" xmlns:q=\"urn:b\">q:n</tns:result>");
    assertThat(desk.refusal("<name><named kind='z:k' bare='b:x'>b:n</named><more>m</more></name>"))
        .contains("name/named/@kind is \"z:k\"; expected a name whose prefix is declared.");
  }

  @Test
  void hiddenServicesAndRecordsWork() throws Exception {
    Desk desk =
        Desk.ofSource(
            """
            @PortType(namespace = "urn:a")
            public class Outer extends Inner {
              private record Berth(String code, @Omit Optional<Integer> secret) {}
              private Outer() {}
              @Operation public Berth echo(Berth berth) {
                return new Berth(berth.code() + berth.secret().isPresent(), Optional.of(1));
              }
            }
            class Inner {
              @Operation public int inherited() { return 1; }
            }
            """);
    assertThat(desk.call("<echo><berth><code>H</code></berth></echo>"))
        .contains("<tns:code>Hfalse</tns:code></tns:result>");
    assertThat(desk.call("<inherited/>")).contains("<tns:result>1</tns:result>");
  }

  @Test
  void theDocumentIsTheSameWhateverTheOrderOfTheSource() throws Exception {
    String first = "@Operation public void moor(Boat boat) {}\n";
    String second = "@Operation public void tie(Boat boat, int nights) {}\n";
    String types = "public record Boat(String name) {}\npublic record Unused(int a) {}\n";
    assertThat(Desk.with(types + first + second).wsdl())
        .isEqualTo(Desk.with(second + first + types).wsdl())
        .doesNotContain("Unused");
  }
}
