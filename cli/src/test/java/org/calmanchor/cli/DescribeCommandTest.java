package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.jr.ob.JSON;
import java.awt.Rectangle;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The commands that describe and compare contracts. */
class DescribeCommandTest {
  private static final Path PILOTS =
      Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots")
          .toAbsolutePath();

  @TempDir private static Path folder;

  private Tool run(String command, String... arguments) throws Exception {
    String[] all = new String[arguments.length + 1];
    all[0] = command;
    System.arraycopy(arguments, 0, all, 1, arguments.length);
    return Tool.run(folder, all);
  }

  @Test
  void printsOneOperationAsATree() throws Exception {
    Tool tool = run("describe", PILOTS.resolve("pilots.wsdl").toString(), "orderPilot");
    assertThat(tool.err()).isEmpty();
    assertThat(tool.out())
        .isEqualTo(
            """

            orderPilot
              Orders a pilot for a ship, by its name or its call sign.
              from pilots.wsdl:75:5
              action urn:saltmere:pilots#order
              request header  <reference>
                reference  token
              request  <orderPilot>
                @urgent                      boolean, optional, false if absent
                one of
                  shipName                   token, at most 40 characters
                  callSign                   token, pattern [A-Z]{2}[0-9]{2,4}
                direction                    Direction, one of IN OUT SHIFT, IN if absent
                at                           dateTime
                remark                       Remark, optional
                  text between the elements
                  one of                     0 or more
                    ship                     token, at most 40 characters
                    place                    token
              response  <orderPilotResponse>
                @order  positiveInteger
                pilot   token
                boards  dateTime
                tugs    token, 0 to 4
              fault noPilot  <noPilot>
                reason    string
                earliest  dateTime, optional
              fault unknownShip  <unknownShip>
                unknownShip  string
            """);
  }

  @Test
  void printsAClassWithItsServicesAndJavaMembers() throws Exception {
    Tool tool = run("describe", CommandLineTest.DESK, "--address", "https://berths.test/soap");
    assertThat(tool.out())
        .startsWith(
            """
            BerthDesk  urn:lanternquay:berths
              Find, quote and reserve berths at Lantern Quay

            Service BerthDeskService
              BerthDeskOverSoap11  SOAP 1.1  https://berths.test/soap
              BerthDeskOverSoap12  SOAP 1.2  https://berths.test/soap
            """)
        .contains("  from BerthDesk.quoteStay(BigDecimal, LocalDate, LocalDate)")
        .contains("draught                     decimal, more than 0 — metres")
        .contains("  no response (one-way)");
  }

  /** Members are nested as in the message; every line of the terminal's outline is there. */
  @Test
  void printsTheSameAsJson() throws Exception {
    Tool tool = run("describe", PILOTS.resolve("pilots.wsdl").toString(), "orderPilot", "--json");
    Map<String, Object> all = JSON.std.mapFrom(tool.out());
    assertThat(all.get("portTypes").toString()).contains("name=Pilots");
    assertThat(all.get("services").toString()).contains("version=SOAP 1.2");
    Map<?, ?> order = (Map<?, ?>) ((List<?>) all.get("operations")).get(0);
    assertThat(order.get("requestHeaders").toString()).contains("element=reference");
    Map<?, ?> request = (Map<?, ?>) order.get("request");
    List<?> members = (List<?>) request.get("members");
    assertThat(members.get(0))
        .isEqualTo(
            Map.of(
                "kind", "attribute",
                "name", "urgent",
                "type", "boolean",
                "rules", List.of("optional", "false if absent")));
    assertThat(((Map<?, ?>) members.get(1)).get("members").toString())
        .contains("name=shipName", "name=callSign");
    assertThat(members.get(4).toString()).contains("name=remark", "name=ship", "name=place");
    assertThat(order.get("faults").toString()).contains("name=noPilot", "element=unknownShip");
    assertThat(all.get("notices").toString()).isEqualTo("[]");
  }

  /** A title is the text of a box; no two boxes of a picture cover each other. */
  @Test
  void drawsServicesAndOperationsWithoutOverlaps() throws Exception {
    for (String operation : new String[] {"", "orderPilot", "announce"}) {
      Tool tool =
          operation.isEmpty()
              ? run("describe", PILOTS.resolve("pilots.wsdl").toString(), "--picture", "all.svg")
              : run(
                  "describe",
                  PILOTS.resolve("pilots.wsdl").toString(),
                  operation,
                  "--picture",
                  operation + ".svg");
      assertThat(tool.out()).startsWith("Wrote ");
    }
    String all = Files.readString(folder.resolve("all.svg"));
    assertThat(all).contains(">PilotOffice<", ">DepthsRpc<", "rpc/literal", "3 operations");
    String announce = Files.readString(folder.resolve("announce.svg"));
    assertThat(announce).contains("abstract type", "type, adds to Ship", "stroke-dasharray");
    for (String picture : new String[] {all, announce}) {
      requireNoOverlap(picture);
    }
    assertThat(run("describe", CommandLineTest.DESK, "--picture", "all.svg").err())
        .contains("all.svg is there already.");
  }

  private static void requireNoOverlap(String svg) {
    Matcher boxes =
        Pattern.compile("<rect x=\"(\\d+)\" y=\"(\\d+)\" width=\"(\\d+)\" height=\"(\\d+)\" rx")
            .matcher(svg);
    List<Rectangle> all = new ArrayList<>();
    while (boxes.find()) {
      Rectangle box =
          new Rectangle(
              Integer.parseInt(boxes.group(1)),
              Integer.parseInt(boxes.group(2)),
              Integer.parseInt(boxes.group(3)),
              Integer.parseInt(boxes.group(4)));
      assertThat(all).noneMatch(box::intersects);
      all.add(box);
    }
    assertThat(all).hasSizeGreaterThan(5);
  }

  @Test
  void writesAHandbookThatStandsAloneAndCanBeSearched() throws Exception {
    Tool tool =
        run(
            "describe",
            PILOTS.resolve("pilots-2.wsdl").toString(),
            "--html",
            "pilots.html",
            "--against",
            PILOTS.resolve("pilots.wsdl").toString());
    assertThat(tool).isEqualTo(new Tool(0, "Wrote pilots.html.\n", ""));
    Path file = folder.resolve("pilots.html");
    assertThat(file)
        .content()
        .doesNotContain("src=", "@import", "http://www.w3.org/1999/xhtml")
        .contains("SOAPAction: \"urn:saltmere:pilots#order\"")
        .contains("boardsAt");
  }

  @Test
  void comparesTwoEditionsAndExitsWithOneIfTheNewOneBreaksConsumers() throws Exception {
    String old = PILOTS.resolve("pilots.wsdl").toString();
    Tool changed = run("diff", old, PILOTS.resolve("pilots-2.wsdl").toString());
    assertThat(changed.exitCode()).isEqualTo(1);
    assertThat(changed.out())
        .startsWith(
            """
            7 changes, 3 break consumers.

            Breaks consumers that send (1)

              log request/passed: type
                was  token
                is   token, at most 40 characters
                Some values that were valid are refused now.
                at   pilots-2.wsdl:50:13

            Breaks consumers that receive (2)

              orderPilot response/boards: removed
                was  dateTime
                It does not come any more.
                at   pilots.wsdl:29:13
            """);
    assertThat(run("diff", old, old))
        .isEqualTo(new Tool(0, "No change in what is accepted and what is produced.\n", ""));
    assertThat(run("diff", old, PILOTS.resolve("pilots-2.wsdl").toString(), "--json").out())
        .startsWith("[ {")
        .contains("\"breaksReceivers\" : true");
  }
}
