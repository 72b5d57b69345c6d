package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.DynamicTest.dynamicTest;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Stream;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/** What the command line says of what cannot work. */
class CommandMistakesTest {
  @TempDir static Path folder;

  @BeforeAll
  static void compile() throws Exception {
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
    Tool.run(folder, "wsdl", "deep.Easy", "--classpath", ".", "--out", "here.wsdl");
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

  /** A command line, its exit code, and what it says. */
  private static final String MISTAKES =
      """
      serve nowhere.Desk --classpath .|2|There is no class nowhere.Desk on the class path .. Did you mean deep.Desk?
      serve deep.Elsewhere --classpath .|2|There is no class deep.Elsewhere on the class path .. Compile it first; --classpath
      serve deep.Dekc --classpath .|2|Did you mean "deep.Desk"?
      serve deep.Elsewhere|2|Compile it first, and say where its classes are: --classpath FOLDER.
      serve deep.Inner|2|Did you mean deep.Inner, with --classpath built/classes?
      serve --classpath built|2|There is no class with @PortType in built. Did you mean deep.Inner, with --classpath built/classes?
      serve --classpath torn|1|The file of deep.Torn is damaged:
      serve --classpath lost|1|deep.Lost cannot be loaded: deep/Base is missing or broken.
      describe deep.Port --classpath . --json --html x.html|2|choose one at a time
      serve deep.Port --classpath .|1|Port is an interface, so nothing can be made of it. Name the class that implements it.
      serve deep.Easy --classpath . --switch-off /Easy#rnig|2|there is no operation "rnig"; there is ring. Did you mean "ring"?
      wsdl java.lang.String|1|CALM-101 String: it is not marked as a service.
      serve deep.Desk --classpath . --port 0|1|Desk has no constructor without parameters
      serve deep.Desk --classpath gone|2|--classpath: there is no gone. Give folders
      serve deep.Desk --port 70000 --classpath .|2|--port: write a port from 0 to 65535, not "70000".
      serve --port x|2|--port: write a port from 0 to 65535, not "x".
      serve --bogus|2|Unknown option: '--bogus'
      srve|2|Did you mean: calm-anchor serve
      wsdl|2|Missing required parameter:
      wsdl deep.Desk --classpath . --split|2|--split writes several files: say where with --out
      describe page.wsdl|1|CALM-501 page.wsdl: it is an HTML page, not a WSDL or schema document.
      judge none.wsdl|2|There is no file none.wsdl that can be read.
      wsdl deep.Desk --classpath . --address lanternquay|2|--address: "lanternquay" is not a URL
      wsdl deep.Desk --classpath . --out no/where.wsdl|2|There is no folder
      serve deep.Desk --classpath . --public-url x|2|--public-url: write a URL with a host, such as https://harbor.example:8443, not "x"
      serve deep.Easy --classpath . --client-certificates needed|2|--client-certificates: say which authorities issue them, with client-ca.
      serve deep.Easy --classpath . --client-certificates none|2|--client-certificates: write wanted or needed, not "none"
      serve deep.Easy --classpath . --client-ca ca.pem|2|--client-ca: this is for TLS; say with which certificate and key, with tls.
      serve deep.Easy --classpath . --client-ca no.pem --tls-self-signed|2|--client-ca: no.pem cannot be read.
      serve deep.Easy --classpath . --hsts 30|2|--hsts: this is for TLS; say with which certificate and key, with tls.
      serve deep.Easy --classpath . --hsts -3 --tls-self-signed|2|--hsts: write a number of days from 0 to 3650, not "-3".
      serve deep.Easy --classpath . --tls no.pem|2|'--tls'
      serve deep.Easy --classpath . --tls no.pem no.key|2|--tls: no.pem cannot be read.
      serve deep.Easy --classpath . --tls a b --tls-self-signed|2|--tls-self-signed: there is one of tls, tls-store and tls-self-signed, not several.
      serve deep.Easy --classpath . --tls-store no.p12|2|--tls-store: no.p12 cannot be read.
      serve deep.Easy --classpath . --callers no.yaml|2|Make it with: calm-anchor callers add NAME --file no.yaml
      serve deep.Easy --classpath . --trusted-proxies proxy.test|2|--trusted-proxies: "proxy.test" is not an address; write numbers
      serve deep.Easy --classpath . --limits rate-per-caler=3|2|--limits: there is no "rate-per-caler". Did you mean "rate-per-caller"?
      call here.wsdl ring --username-token TEXT|2|--username-token: say who calls, with --caller NAME.
      call here.wsdl ring --token --caller ines-tallow|2|There is one of --caller and --token.
      call here.wsdl ring --caller ines-tallow|2|Password of ines-tallow: nothing was given. Put it into the environment variable CALM_ANCHOR_PASSWORD, or write it
      call here.wsdl ring --certificate no.pem no.key|2|--certificate: no.pem cannot be read.
      call http://localhost:1/berths?wsdl ring|1|nothing answers at localhost:1.
      call http://berths.invalid/berths?wsdl ring|1|there is no host berths.invalid.
      """;

  @TestFactory
  Stream<DynamicTest> explainsWhatIsWrong() {
    return MISTAKES
        .lines()
        .map(line -> line.split("\\|"))
        .map(mistake -> dynamicTest(mistake[0], () -> explains(mistake)));
  }

  private static void explains(String[] mistake) throws Exception {
    Tool tool = Tool.run(folder, mistake[0].split(" ", -1));
    assertThat(tool.err()).contains(mistake[2]).doesNotContain("\tat ", "Exception");
    assertThat(tool.exitCode()).isEqualTo(Integer.parseInt(mistake[1]));
  }
}
