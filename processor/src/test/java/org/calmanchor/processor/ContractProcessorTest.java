package org.calmanchor.processor;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Writer;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;
import javax.tools.Diagnostic;
import org.calmanchor.core.introspection.SourceIndex;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ContractProcessorTest {
  private static final String DESK =
      RandomService.IMPORTS
          + """
          /**
           * Lends <b>berths</b> by the night.
           *
           * <p>Nothing else.
           */
          @PortType(namespace = "urn:lanternquay:berths")
          public class BerthDesk implements Prices {
            /**
             * Reserves a berth.
             *
             * @param code its code, as on {@link Pier the pier}
             * @param nights how many, 1 &lt; 2
             * @return the number of the reservation
             */
            @Operation public String reserve(String code, @Element(doc = "Said here") int nights)
                throws Taken { return code; }

            @Operation public Berth find(Pier pier) { return null; }

            @Operation public int price(Berth berth) { return 0; }

            /** Where a berth is. */
            public enum Pier {
              /** In the north. */
              HERON
            }

            /**
             * A place for one boat.
             *
             * @param code short, as painted on the quay
             * @param pier where it is
             */
            public record Berth(@Attribute String code, Optional<Pier> pier) {}

            /** Somebody was faster. */
            @Fault public static class Taken extends Exception {
              private final String code;
              public Taken(String message, String code) { super(message); this.code = code; }
              /** The berth. */
              public String code() { return code; }
            }
          }
          interface Prices {
            /**
             * Says what a night costs.
             *
             * @param berth the berth
             */
            int price(BerthDesk.Berth berth);
          }
          """;

  @TempDir private Path folder;

  private Javac.Said compile(String name, String source, String... options) throws IOException {
    return Javac.into(folder)
        .source(name, source)
        .with(new ContractProcessor())
        .with(new AnnotationClaim())
        .option("-Xlint:all,-serial")
        .option(options)
        .compile();
  }

  private String wsdl(String service) throws Exception {
    URL[] urls = {folder.toUri().toURL()};
    try (URLClassLoader loader = new URLClassLoader(urls, getClass().getClassLoader())) {
      return ContractDocuments.write(
          ContractReader.read(loader.loadClass(service)), "http://host.test/" + service);
    }
  }

  @Test
  void namesAndJavadocReachTheContractWithoutACompilerOption() throws Exception {
    assertThat(compile("BerthDesk", DESK).diagnostics()).isEmpty();
    assertThat(wsdl("BerthDesk"))
        .contains(
            "Lends berths by the night. Nothing else.",
            "Reserves a berth.",
            "name=\"code\"",
            "its code, as on the pier",
            "Said here",
            "the number of the reservation",
            "Where a berth is.",
            "A place for one boat.",
            "short, as painted on the quay",
            "Somebody was faster.",
            "Says what a night costs.",
            "the berth")
        .doesNotContain("1 < 2", "<b>", "&lt;b");
  }

  @Test
  void javadocStaysOutOnRequest() throws Exception {
    compile("BerthDesk", DESK, "-Acalm.anchor.javadoc=false");
    assertThat(wsdl("BerthDesk")).contains("name=\"nights\"").doesNotContain("Reserves");
  }

  @Test
  void writesTheDocumentThatTheHostPublishes() throws Exception {
    compile(
        "BerthDesk",
        DESK,
        "-Acalm.anchor.wsdl=META-INF/wsdl",
        "-Acalm.anchor.address=http://host.test/");
    assertThat(folder.resolve("META-INF/wsdl/BerthDesk.wsdl")).hasContent(wsdl("BerthDesk"));
  }

  @Test
  void writesSchemasBesideTheDocument() throws Exception {
    compile("BerthDesk", DESK, "-Acalm.anchor.wsdl=w", "-Acalm.anchor.split=true");
    try (Stream<Path> files = Files.list(folder.resolve("w"))) {
      assertThat(files.map(file -> file.getFileName().toString()))
          .containsExactlyInAnyOrder("BerthDesk.wsdl", "BerthDesk-1.xsd");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "-Acalm.anchor.split=yes | The option -Acalm.anchor.split is \"yes\"; write true or false.",
        "-Acalm.anchor.wsdl=../out | The option -Acalm.anchor.wsdl is \"../out\"; write a folder"
            + " beside the class files, such as META-INF/wsdl."
      })
  void optionsThatCannotBeAreErrors(String option, String said) throws Exception {
    assertThat(compile("BerthDesk", DESK, option).errors()).containsExactly(said);
  }

  @Test
  void everyProblemIsAnErrorAtItsElement() throws Exception {
    Javac.Said said =
        compile(
            "BerthDesk",
            RandomService.IMPORTS
                + """
                @PortType(namespace = "berths")
                public class BerthDesk {
                  @Operation public int quote(int nights) { return nights; }
                  @Operation public int quote(Date arrival) { return 0; }
                  @Operation void hidden(Boat boat) {}
                  public record Boat(@Attribute List<String> names) {}
                }
                """);
    assertThat(said.errors()).hasSize(5);
    Map<String, String> places = said.placesByCode();
    assertThat(places.get("CALM-102")).startsWith("@PortType").contains("class BerthDesk");
    assertThat(places.get("CALM-104")).startsWith("@PortType");
    assertThat(places.get("CALM-106")).startsWith("@Operation void hidden");
    assertThat(places.get("CALM-201")).isEqualTo("Date arrival");
    assertThat(places.get("CALM-204")).contains("List<String> names");
  }

  @Test
  void aProblemStandsInTheServiceThatHasIt() throws Exception {
    String service =
        """
        @PortType(namespace = "urn:lanternquay:%s") public class Desk {
          @Operation public void keep(Boat boat) {}
          public record Boat(%s) {}
        }
        """;
    Javac.Said said =
        Javac.into(folder)
            .source(
                "a/Desk", "package a;\n" + RandomService.IMPORTS + service.formatted("a", "int a"))
            .source(
                "b/Desk", "package b;\n" + RandomService.IMPORTS + service.formatted("b", "Date a"))
            .with(new ContractProcessor())
            .compile();
    assertThat(said.diagnostics())
        .filteredOn(each -> each.getKind() == Diagnostic.Kind.ERROR)
        .singleElement()
        .satisfies(each -> assertThat(each.getSource().getName()).endsWith("b/Desk.java"));
  }

  @Test
  void operationsWithoutAServiceAreAWarning() throws Exception {
    Javac.Said said =
        compile(
            "Desk",
            RandomService.IMPORTS
                + "public class Desk { @Operation public void keep(int boat) {} }\n"
                + "class Base { @Operation public void mixed(int in) {} }\n"
                + "@PortType(namespace = \"urn:lanternquay:a\") class Sub extends Base {}\n");
    assertThat(said.isCompiled()).isTrue();
    assertThat(said.of(Diagnostic.Kind.WARNING))
        .singleElement()
        .asString()
        .startsWith("CALM-101 Desk: it is not marked as a service.");
  }

  /** Writes a record in the first round. */
  private static final class Generator extends AbstractProcessor {
    private final String name;
    private final String source;
    private boolean isWritten;

    Generator(String name, String source) {
      this.name = name;
      this.source = source;
    }

    @Override
    public SourceVersion getSupportedSourceVersion() {
      return SourceVersion.latestSupported();
    }

    @Override
    public Set<String> getSupportedAnnotationTypes() {
      return Set.of("*");
    }

    @Override
    public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
      if (!isWritten) {
        isWritten = true;
        try (Writer out = processingEnv.getFiler().createSourceFile(name).openWriter()) {
          out.write(source);
        } catch (IOException unwritable) {
          throw new AssertionError(unwritable);
        }
      }
      return false;
    }
  }

  @Test
  void typesThatAreGeneratedAreReadWhenTheyAreThere() throws Exception {
    String source =
        RandomService.IMPORTS
            + """
            @PortType(namespace = "urn:lanternquay:berths")
            public class BerthDesk {
              @Operation public void keep(Later later) {}
            }
            """;
    assertThat(
            Javac.into(folder)
                .source("BerthDesk", source)
                .with(new ContractProcessor())
                .with(new Generator("Later", "public record Later(java.util.Date when) {}"))
                .compile()
                .errors())
        .singleElement()
        .asString()
        .startsWith(
            "CALM-201 BerthDesk.keep(Later), parameter 1 (later) -> Later.when: Date has no");
    // Without the generator, only the compiler's own error is left.
    assertThat(compile("BerthDesk", source).errors())
        .singleElement()
        .asString()
        .startsWith("cannot find symbol");
  }

  @Test
  void parametersOfGeneratedTypesKeepTheirNames() throws Exception {
    String source =
        "package desk;\n"
            + RandomService.IMPORTS
            + """
            @PortType(namespace = "urn:lanternquay:berths")
            public class BerthDesk {
              /** Keeps.
               * @param all what is kept */
              @Operation public void keep(Later[] all) {}
            }
            """;
    Javac.Said said =
        Javac.into(folder)
            .source("desk/BerthDesk", source)
            .with(new ContractProcessor())
            .with(new Generator("desk.Later", "package desk; public record Later(int n) {}"))
            .compile();
    assertThat(said.diagnostics()).isEmpty();
    assertThat(Files.readString(folder.resolve(SourceIndex.fileOf("desk.BerthDesk"))))
        .contains("parameters\\ keep([Ldesk.Later;)=all", "what is kept");
  }

  @Test
  void typesOfClassFilesKeepWhatTheirSourcesSaid() throws Exception {
    Path model = Files.createDirectories(folder.resolve("model"));
    String record =
        RandomService.IMPORTS
            + "/** A boat.\n * @param name as painted */\n"
            + "public record Boat(String name, @Nullable String home,"
            + " List<@Shape(name = \"Line\", only = \"name\") Boat> fleet) {}";
    Javac.Said first =
        Javac.into(model).source("Boat", record).with(new ContractProcessor()).compile();
    assertThat(first.diagnostics()).isEmpty();
    String service =
        RandomService.IMPORTS
            + """
            @PortType(namespace = "urn:lanternquay:boats")
            public class BoatDesk {
              @Operation public Boat find(String name) { return null; }
            }
            """;
    Javac.Said second =
        Javac.into(folder)
            .source("BoatDesk", service)
            .classPath(model)
            .with(new ContractProcessor())
            .option("-Acalm.anchor.wsdl=w")
            .compile();
    assertThat(second.of(Diagnostic.Kind.ERROR)).isEmpty();
    assertThat(Files.readString(folder.resolve("w/BoatDesk.wsdl")))
        .contains(
            "A boat.",
            "as painted",
            "<xsd:element name=\"home\" type=\"xsd:string\" minOccurs=\"0\"/>",
            "name=\"Line\"");
  }

  @Test
  void aClassFileThatCannotBeReadIsAWarning() throws Exception {
    Path model = Files.createDirectories(folder.resolve("model"));
    Javac.into(model).source("Boat", "public record Boat(String name) {}").compile();
    String service =
        RandomService.IMPORTS
            + """
            @PortType(namespace = "urn:lanternquay:boats")
            public class BoatDesk {
              @Operation public Boat find(String name) { return null; }
            }
            """;
    // The index is broken, which the compiler does not look at.
    Path index = Files.createDirectories(model.resolve("META-INF/calm-anchor"));
    Files.writeString(index.resolve("Boat.properties"), "doc=\\u00zz");
    Javac.Said said =
        Javac.into(folder)
            .source("BoatDesk", service)
            .classPath(model)
            .with(new ContractProcessor())
            .compile();
    assertThat(said.isCompiled()).isTrue();
    assertThat(said.of(Diagnostic.Kind.WARNING))
        .contains(
            "BoatDesk cannot be checked here: META-INF/calm-anchor/Boat.properties cannot be read:"
                + " not a file of properties. Check it with: calm-anchor judge BoatDesk");
  }

  @Test
  void theSameSourcesGiveTheSameFiles() throws Exception {
    List<String> options = List.of("-Acalm.anchor.wsdl=w");
    compile("BerthDesk", DESK, options.toArray(String[]::new));
    Path index = folder.resolve("META-INF/calm-anchor/BerthDesk$Berth.properties");
    String first = Files.readString(index);
    compile("BerthDesk", DESK, options.toArray(String[]::new));
    assertThat(index).hasContent(first);
    assertThat(first)
        .isEqualTo(
            """
            doc=A place for one boat.
            doc\\ code=short, as painted on the quay
            doc\\ pier=where it is
            """);
  }
}
