package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.lang.module.Configuration;
import java.lang.module.ModuleFinder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.spi.ToolProvider;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Services, private records and all, in a module of their own. */
class NamedModuleTest {
  private static final String SERVICE =
      """
      package buoys;
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:buoys")
      class BuoyBook {
        BuoyBook() {}
        private record Buoy(int number, String colour) {}
        @Operation public Buoy paint(Buoy buoy) { return new Buoy(buoy.number(), "red"); }
      }
      """;

  @TempDir private Path folder;

  /** The service's class in a fresh layer, with this directive in its module's descriptor. */
  private Class<?> service(String directive) throws Exception {
    Files.createDirectories(folder.resolve("src/buoys"));
    Path out = folder.resolve("out");
    Path descriptor = folder.resolve("src/module-info.java");
    Files.writeString(
        descriptor, "module buoys { requires org.calmanchor.annotations; " + directive + " }");
    Path source = folder.resolve("src/buoys/BuoyBook.java");
    Files.writeString(source, SERVICE);
    Path annotations =
        Path.of(PortType.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    int result =
        ToolProvider.findFirst("javac")
            .orElseThrow()
            .run(
                System.out,
                System.err,
                "-parameters",
                "-Xlint:-module",
                "--module-path",
                annotations.toString(),
                "-d",
                out.toString(),
                descriptor.toString(),
                source.toString());
    assertThat(result).isZero();
    ModuleLayer boot = ModuleLayer.boot();
    Configuration configuration =
        boot.configuration().resolve(ModuleFinder.of(out), ModuleFinder.of(), Set.of("buoys"));
    return boot.defineModulesWithOneLoader(configuration, ClassLoader.getSystemClassLoader())
        .findLoader("buoys")
        .loadClass("buoys.BuoyBook");
  }

  @Test
  void saysWhichDirectiveIsMissing() throws Exception {
    Class<?> closed = service("");
    ContractException found =
        catchThrowableOfType(ContractException.class, () -> ContractReader.read(closed));
    assertThat(found.problems())
        .extracting(Problem::toString)
        .first()
        .isEqualTo(
            """
            CALM-209 BuoyBook: it is in a package that its module does not open to us.
              Write in its module-info.java: opens buoys to org.calmanchor.core;\
            """);
  }

  @Test
  void servesPrivateRecordsOfAnOpenPackage() throws Exception {
    Class<?> open = service("opens buoys to org.calmanchor.core;");
    Endpoint endpoint = Endpoint.of(ContractReader.read(open), made(open));
    byte[] request =
        ("<e:Envelope xmlns:e='"
                + SoapVersion.SOAP_1_1.envelopeNamespace()
                + "'><e:Body>"
                + "<paint xmlns='urn:lanternquay:buoys'><buoy><number>7</number><colour>grey</colour>"
                + "</buoy></paint></e:Body></e:Envelope>")
            .getBytes(StandardCharsets.UTF_8);
    assertThat(
            new String(
                Calls.answer(endpoint, SoapVersion.SOAP_1_1, request), StandardCharsets.UTF_8))
        .contains("<tns:number>7</tns:number><tns:colour>red</tns:colour>");
  }

  /** The package is open to core, in which this test runs. */
  private static Object made(Class<?> type) throws ReflectiveOperationException {
    var constructor = type.getDeclaredConstructor();
    constructor.setAccessible(true);
    return constructor.newInstance();
  }

  @Test
  void reportsEachClosedTypeOnce() throws Exception {
    Class<?> closed = service("");
    ContractException found =
        catchThrowableOfType(ContractException.class, () -> ContractReader.read(closed));
    assertThat(found.problems())
        .extracting(Problem::element)
        .isEqualTo(List.of("BuoyBook", "BuoyBook.paint(Buoy), parameter 1 (buoy)"));
  }
}
