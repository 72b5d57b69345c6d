package org.calmanchor.web.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.dynamic.DynamicMessages.Layout;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.web.page.FieldView.Kind;
import org.junit.jupiter.api.Test;

/** Forms and typed answers, made from a contract. */
class ServiceSiteTest {
  private final Endpoint endpoint = Endpoint.of(new ChartRoom());
  private final ServiceSite site = new ServiceSite("/charts", endpoint.readings().get(0), true);

  private TypeView type(String id) {
    return site.structures().stream()
        .filter(each -> each.id().equals(id))
        .findFirst()
        .orElseThrow();
  }

  private static FieldView field(List<FieldView> fields, String name) {
    return fields.stream().filter(each -> each.name().equals(name)).findFirst().orElseThrow();
  }

  private List<FieldView> chart() {
    FieldView chart = site.operations().get(1).fields().get(0);
    return type(chart.structures().get(0).id()).fields();
  }

  private ExplainedWsdl explained() {
    String address = "http://localhost/charts";
    return new ExplainedWsdl(site.contract(), address, site.document(address));
  }

  @Test
  void explainsWhatTheContractLeavesOpen() {
    assertThat(explained().types())
        .extracting(WsdlPart::purpose)
        .contains("A structure of one element of any name. Around one element of any name.");
  }

  @Test
  void showsOperationsInTheOrderOfTheSource() {
    assertThat(site.operations())
        .extracting(OperationView::name)
        .containsExactly("zigzag", "copy", "discard");
    assertThat(site.contract().portTypes().get(0).operations())
        .extracting(Operation::name)
        .containsExactly("copy", "discard", "zigzag");
  }

  @Test
  void showsWhatTextsMustMatchAndTakesSeveralLinesOfThoseThatMayBeAnything() {
    List<FieldView> fields = site.operations().get(0).fields();
    assertThat(field(fields, "mark").pattern()).startsWith("[0-9a-fA-F]{8}-");
    assertThat(field(fields, "mark").isPatternShort()).isFalse();
    assertThat(field(fields, "mark").kind()).isEqualTo(Kind.TEXT);
    assertThat(field(chart(), "printed").pattern()).isEmpty();
    assertThat(field(fields, "note").kind()).isEqualTo(Kind.PROSE);
    assertThat(field(chart(), "depths").takesRows()).isTrue();
  }

  @Test
  void showsEachOperationWithWhatItTakesAndAnswers() {
    OperationView copy = site.operations().get(1);
    assertThat(copy.origin()).isEqualTo("ChartRoom.copy(Chart, String)");
    assertThat(copy.doc()).isEqualTo("Gives back what it takes");
    assertThat(copy.result()).isEqualTo("Chart");
    assertThat(copy.faults()).containsExactly("NoChart");
    assertThat(copy.headerBlocks())
        .singleElement()
        .satisfies(reader -> assertThat(reader.doc()).isEqualTo("who asks"));
    assertThat(site.operations().get(2).result()).isEqualTo("nothing (one-way)");
  }

  @Test
  void givesEachMemberTheControlThatFits() {
    assertThat(field(chart(), "name").kind()).isEqualTo(Kind.TEXT);
    assertThat(field(chart(), "ground").choices())
        .extracting(FieldView.Choice::value)
        .containsExactly("MUD", "SAND");
    assertThat(field(chart(), "current").choices())
        .extracting(FieldView.Choice::value)
        .containsExactly("true", "false");
    assertThat(field(chart(), "printed").kind()).isEqualTo(Kind.DATE);
    assertThat(field(chart(), "printed").note()).isEqualTo("date");
    assertThat(field(chart(), "checked").example()).isEqualTo("2027-06-11T14:30:00");
    assertThat(field(chart(), "depths").note()).isEqualTo("list of Depth");
    assertThat(field(chart(), "inset").note()).isEqualTo("Chart, optional");
    assertThat(field(chart(), "legend").note()).isEqualTo("any element");
  }

  @Test
  void offersTheTypesThatMayStandSomewhere() {
    FieldView marks = field(chart(), "marks");
    FieldView mark = type(marks.structures().get(0).id()).fields().get(0);
    assertThat(mark.repeats()).isTrue();
    assertThat(mark.structures())
        .extracting(FieldView.TypeChoice::name)
        .containsExactly("Buoy", "Rock");
    assertThat(type(mark.structures().get(1).id()).fields())
        .singleElement()
        .satisfies(drying -> assertThat(drying.control()).isEqualTo("choice"));
  }

  @Test
  void knowsTextsEntriesAndRecursion() {
    FieldView depths = field(chart(), "depths");
    assertThat(type(depths.structures().get(0).id()).fields())
        .extracting(FieldView::key)
        .containsExactly("unit", "value");
    FieldView lights = field(chart(), "lights");
    FieldView entry = type(lights.structures().get(0).id()).fields().get(0);
    assertThat(type(entry.structures().get(0).id()).fields())
        .extracting(FieldView::name)
        .containsExactly("key", "value");
    FieldView chart = site.operations().get(1).fields().get(0);
    assertThat(field(chart(), "inset").structures()).isEqualTo(chart.structures());
  }

  /** What the service answers to a sample, changed by whoever asks. */
  private Map<String, Object> outcome(String from, String to) {
    Operation copy = endpoint.contracts().get(0).portTypes().get(0).operations().get(0);
    byte[] request =
        site.messages()
            .request(
                "copy",
                SoapVersion.SOAP_1_1,
                Samples.of(site.contract(), Examples.NONE).request(copy),
                Samples.of(site.contract(), Examples.NONE).headerBlocks(copy),
                Layout.COMPACT);
    String sent = new String(request, StandardCharsets.UTF_8).replace(from, to);
    Answer answer = new Answer(sent);
    endpoint.handle(answer, answer).toCompletableFuture().join();
    return site.outcomes().of("copy", answer.bytes.toByteArray());
  }

  @SuppressWarnings("unchecked") // a node's members are nodes
  private static Map<String, Object> member(Map<String, Object> node, String name) {
    return ((List<Map<String, Object>>) node.get(node.containsKey("items") ? "items" : "members"))
        .stream().filter(each -> each.get("name").equals(name)).findFirst().orElseThrow();
  }

  @SuppressWarnings("unchecked") // an outcome's nodes are nodes
  private static Map<String, Object> only(Map<String, Object> outcome) {
    return ((List<Map<String, Object>>) outcome.get("nodes")).get(0);
  }

  @Test
  void putsNamesAndTypesBesideEveryValue() {
    Map<String, Object> result = only(outcome("", ""));
    assertThat(member(result, "name"))
        .containsEntry("type", "string")
        .containsEntry("value", "name");
    assertThat(member(result, "printed")).containsEntry("type", "date");
    assertThat(member(result, "inset")).doesNotContainKeys("value", "members");
    Map<String, Object> depth = member(member(result, "depths"), "1");
    assertThat(member(depth, "text"))
        .containsEntry("type", "decimal")
        .containsEntry("value", "1.50");
    Map<String, Object> mark = member(member(member(result, "marks"), "mark"), "1");
    assertThat(mark).containsEntry("type", "Buoy");
    assertThat(member(result, "legend")).containsEntry("value", "<any xmlns=\"urn:example\"/>");
  }

  @Test
  void tellsFaultsApart() {
    assertThat(outcome("name=\"name\"", "name=\"\""))
        .containsEntry("kind", "fault")
        .containsEntry("name", "NoChart")
        .containsEntry("reason", "Nobody has it.");
    assertThat(outcome("MUD", "CLAY"))
        .containsEntry("kind", "refused")
        .containsEntry("code", "Client")
        .hasEntrySatisfying(
            "problems",
            problems -> assertThat(problems.toString()).contains("path=copy/chart/ground"));
    assertThat(site.outcomes().of("copy", "<html/>".getBytes(StandardCharsets.UTF_8)))
        .containsEntry("kind", "unreadable");
    assertThatIllegalArgumentException().isThrownBy(() -> site.outcomes().of("none", new byte[0]));
  }

  @Test
  void isAskedForByNameWhereItIsNotTheFirst() {
    ServiceSite second = new ServiceSite("/charts", endpoint.readings().get(0), false);
    assertThat(site.page()).isEqualTo("/charts");
    assertThat(site.wsdl()).isEqualTo("/charts?wsdl");
    assertThat(second.page()).isEqualTo("/charts?service=ChartRoomService");
    assertThat(second.wsdl()).isEqualTo("/charts?wsdl=ChartRoomService");
    assertThat(second.versions()).containsExactly("SOAP 1.1", "SOAP 1.2");
  }

  /** A message in, what came back. */
  private static final class Answer implements Request, Response {
    private final String message;
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();

    Answer(String message) {
      this.message = message;
    }

    @Override
    public InputStream body() {
      return new ByteArrayInputStream(message.getBytes(StandardCharsets.UTF_8));
    }

    @Override
    public String contentType() {
      return "text/xml";
    }

    @Override
    public String action() {
      return null;
    }

    @Override
    public Caller caller() {
      return null;
    }

    @Override
    public String remoteAddress() {
      return "here";
    }

    @Override
    public Instant deadline() {
      return null;
    }

    @Override
    public boolean isCancelled() {
      return false;
    }

    @Override
    public void header(String name, String value) {}

    @Override
    public String header(String name) {
      return null;
    }

    @Override
    public List<String> headers(String name) {
      return List.of();
    }

    @Override
    public String path() {
      return "";
    }

    @Override
    public long length() {
      return -1;
    }

    @Override
    public void begin(int status, String contentType) {}

    @Override
    public OutputStream output() {
      return bytes;
    }

    @Override
    public void abort() {
      throw new AssertionError("broken off");
    }
  }
}
