package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The commands that write and judge documents. */
class DocumentCommandsTest {
  @TempDir private Path folder;

  @Test
  void writesTheDocumentWithTheAddressGiven() throws Exception {
    String address = "https://lanternquay.test/berths";
    Tool written =
        Tool.run(
            folder, "wsdl", CommandLineTest.DESK, "--address", address, "--out", "berths.wsdl");
    assertThat(written)
        .isEqualTo(
            new Tool(
                0,
                "Wrote berths.wsdl: service BerthDeskService, 13 operations, address "
                    + address
                    + "\n",
                ""));
    Path file = folder.resolve("berths.wsdl");
    assertThat(file).content().contains("location=\"" + address + "\"");

    Files.writeString(file, "mine");
    Tool refused =
        Tool.run(
            folder, "wsdl", CommandLineTest.DESK, "--address", address, "--out", "berths.wsdl");
    assertThat(refused.err())
        .isEqualTo("berths.wsdl is there already. Overwrite it with --force.\n");
    assertThat(refused.exitCode()).isEqualTo(2);
    assertThat(file).hasContent("mine");

    Tool.run(
        folder,
        "wsdl",
        CommandLineTest.DESK,
        "--address",
        address,
        "--out",
        "berths.wsdl",
        "--force");
    assertThat(file).content().contains("wsdl:definitions");
  }

  @Test
  void writesEachSchemaToAFileOfItsOwnOrNothingAtAll() throws Exception {
    Path schema = folder.resolve("berths-1.xsd");
    Files.writeString(schema, "mine");
    Tool refused =
        Tool.run(folder, "wsdl", CommandLineTest.DESK, "--out", "berths.wsdl", "--split");
    assertThat(refused.err()).startsWith("berths-1.xsd is there already.");
    assertThat(folder.resolve("berths.wsdl")).doesNotExist();
    Tool tool =
        Tool.run(
            folder, "wsdl", CommandLineTest.DESK, "--out", "berths.wsdl", "--split", "--force");
    assertThat(tool.out()).startsWith("Wrote berths.wsdl, berths-1.xsd: service BerthDeskService");
    assertThat(folder.resolve("berths.wsdl"))
        .content()
        .contains("schemaLocation=\"berths-1.xsd\"")
        .doesNotContain("complexType");
    assertThat(schema).content().contains("<xsd:complexType name=\"Berth\">");
  }

  @Test
  void leadsToTheAdviceOnADocumentThatItWrites() throws Exception {
    Sources.compile(
        folder, "Greeter", CommandLineTest.GREETER.replace("boat", "in"), "-parameters");
    String[] arguments = {
      "wsdl", "Greeter", "--out", "greeter.wsdl", "--address", "http://x.test/"
    };
    assertThat(Tool.run(folder, arguments).err())
        .isEqualTo(
            "1 piece of advice on the WSDL of Greeter, for the sake of those who generate code from"
                + " it: calm-anchor judge Greeter\n");
  }

  @Test
  void judgesClassesAndDocuments() throws Exception {
    Tool.run(folder, "wsdl", CommandLineTest.DESK, "--out", "berths.wsdl");
    Path file = folder.resolve("berths.wsdl");
    String wsdl = Files.readString(file).replace("name=\"boat\"", "name=\"class\"");
    Files.writeString(file, wsdl);
    Tool fine = Tool.run(folder, "judge", CommandLineTest.DESK, "berths.wsdl");
    assertThat(fine.out())
        .startsWith(
            CommandLineTest.DESK
                + ": conforms to Basic Profile 1.1, Basic Profile 1.2, Basic Profile 2.0.\n"
                + "berths.wsdl: conforms to Basic Profile 1.1, Basic Profile 1.2, Basic Profile 2.0,"
                + " 4 pieces of advice.\nCALM-404 line ")
        .contains("a member of lastPosition is named class.");
    assertThat(fine.exitCode()).isZero();
    assertThat(Tool.run(folder, "judge", "berths.wsdl", "--strict").exitCode()).isEqualTo(1);
    Files.writeString(file, wsdl.replace("use=\"literal\"", "use=\"encoded\""));
    Tool broken = Tool.run(folder, "judge", "berths.wsdl");
    assertThat(broken.out()).contains("problems, 4 pieces of advice.\nR2706 line ");
    assertThat(broken.exitCode()).isEqualTo(1);
  }

  @Test
  void judgesWhatADocumentImportsWithIt() throws Exception {
    Tool.run(folder, "wsdl", CommandLineTest.DESK, "--out", "berths.wsdl", "--split");
    Path schema = folder.resolve("berths-1.xsd");
    String text = Files.readString(schema);
    Files.writeString(
        schema, text.replaceFirst("type=\"tns:BerthKind\"", "type=\"tns:BerthSort\""));
    Tool broken = Tool.run(folder, "judge", "berths.wsdl");
    assertThat(broken.out())
        .startsWith("berths.wsdl: 1 problem.\nCALM-504 berths-1.xsd:")
        .contains("there is no type {urn:lanternquay:berths}BerthSort.");
    assertThat(broken.exitCode()).isEqualTo(1);
    Files.delete(schema);
    assertThat(Tool.run(folder, "judge", "berths.wsdl").out())
        .contains("CALM-407 line ", "it imports berths-1.xsd.", "Not judged: CALM-502 berths.wsdl:")
        .contains("there is no such document.");
    Path folderOfPartner = Files.createDirectory(folder.resolve("partner"));
    Path partner = folderOfPartner.resolve("p.wsdl");
    Files.writeString(
        partner,
        Files.readString(folder.resolve("berths.wsdl"))
            .replace("berths-1.xsd", "http://127.0.0.1:9/x.xsd"));
    assertThat(Tool.run(folder, "judge", "partner/p.wsdl").out())
        .contains("Allow it with --allow http://127.0.0.1:9/x.xsd.");
  }

  @Test
  void printsTheDocumentWithAPlaceholderThatNobodyTakesForAnAddress() throws Exception {
    Tool tool = Tool.run(folder, "wsdl", CommandLineTest.DESK);
    assertThat(tool.out())
        .startsWith("<?xml")
        .contains("location=\"http://address-not-set.invalid/BerthDesk\"")
        .endsWith("</wsdl:definitions>\n");
    assertThat(tool.err())
        .isEqualTo(
            "The address in it is a placeholder, http://address-not-set.invalid/BerthDesk; set it"
                + " with --address URL.\n");
    assertThat(tool.exitCode()).isZero();
  }
}
