package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the command line says of what cannot work. */
class CommandMistakesTest {
  @TempDir static Path folder;

  @BeforeAll
  static void compile() throws IOException {
    Files.createDirectories(folder.resolve("deep"));
    Sources.compile(
        folder,
        "Desk",
        """
        package deep;
        import org.calmanchor.annotations.*;
        @PortType(namespace = "urn:lanternquay:deep")
        public class Desk {
          public Desk(String needed) {}
          @Operation public void ring() {}
        }
        """);
    String easy =
        """
        package deep;
        import org.calmanchor.annotations.*;
        @PortType(namespace = "urn:lanternquay:deep")
        public %s {
          @Operation public void ring() %s
        }
        """;
    Sources.compile(folder, "Easy", easy.formatted("class Easy", "{}"));
    Sources.compile(folder, "Port", easy.formatted("interface Port", ";"));
    Path built = Files.createDirectories(folder.resolve("built/classes"));
    Sources.compile(built, "Inner", easy.formatted("class Inner", "{}"));
    Files.writeString(folder.resolve("page.wsdl"), "\n<!doctype HTML><title>Berths</title>");
    Path torn = Files.createDirectories(folder.resolve("torn"));
    Sources.compile(torn, "Torn", easy.formatted("class Torn", "{}"));
    Path file = torn.resolve("deep/Torn.class");
    byte[] bytes = Files.readAllBytes(file);
    Files.write(file, Arrays.copyOf(bytes, bytes.length - 5));
    Path lost = Files.createDirectories(folder.resolve("lost"));
    Sources.compile(
        lost, "Lost", easy.formatted("class Lost extends Base", "{}") + "class Base {}");
    Files.delete(lost.resolve("deep/Base.class"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "serve nowhere.Desk --classpath .|2|There is no class nowhere.Desk on the class path .. Did"
            + " you mean deep.Desk?",
        "serve deep.Elsewhere --classpath .|2|There is no class deep.Elsewhere on the class path .. Compile it"
            + " first; --classpath",
        "serve deep.Desk --classpath . --client-certificates NEEDED|2|--client-certificates is WANTED or"
            + " NEEDED, together with --client-ca FILE.",
        "serve deep.Dekc --classpath .|2|Did you mean \"deep.Desk\"?",
        "serve deep.Elsewhere|2|Compile it first, and say where its classes are: --classpath FOLDER.",
        "serve deep.Inner|2|Did you mean deep.Inner, with --classpath built/classes?",
        "serve --classpath built|2|There is no class with @PortType in built. Did you mean deep.Inner,"
            + " with --classpath built/classes?",
        "serve --classpath torn|1|The file of deep.Torn is damaged: ",
        "serve --classpath lost|1|deep.Lost cannot be loaded: deep/Base is missing or broken.",
        "describe deep.Port --classpath . --json --html x.html|2|choose one at a time",
        "serve deep.Port --classpath .|1|Port is an interface, so nothing can be made of it. Name the"
            + " class that implements it.",
        "serve deep.Easy --classpath . --switch-off /Easy#rnig|2|there is no operation \"rnig\"; there"
            + " is ring. Did you mean \"ring\"?",
        "wsdl java.lang.String|1|CALM-101 String: it is not marked as a service.",
        "serve deep.Desk --classpath . --port 0|1|Desk has no constructor without parameters",
        "serve deep.Desk --classpath gone|2|--classpath: there is no gone. Give folders",
        "serve deep.Desk --port 70000 --classpath .|2|--port: a port is 0 (any free one) to 65535",
        "demo --port x|2|Invalid value for option '--port'",
        "demo --bogus|2|Unknown option: '--bogus'",
        "dmo|2|Did you mean",
        "wsdl|2|Missing required parameter: ",
        "wsdl deep.Desk --classpath . --split|2|--split writes several files: say where with --out",
        "describe page.wsdl|1|CALM-501 page.wsdl: it is an HTML page, not a WSDL or schema document.",
        "judge none.wsdl|2|There is no file none.wsdl that can be read.",
        "wsdl deep.Desk --classpath . --address lanternquay|2|--address: \"lanternquay\" is not a URL",
        "wsdl deep.Desk --classpath . --out no/where.wsdl|2|There is no folder",
        "serve deep.Desk --classpath . --public-url x|2|--public-url: \"x\" names no host"
      })
  void explainsWhatIsWrong(String line, int exitCode, String words) throws Exception {
    Tool tool = Tool.run(folder, line.split(" ", -1));
    assertThat(tool.err()).contains(words).doesNotContain("\tat ", "Exception");
    assertThat(tool.exitCode()).isEqualTo(exitCode);
  }
}
