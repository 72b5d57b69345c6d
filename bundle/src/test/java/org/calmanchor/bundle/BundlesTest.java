package org.calmanchor.bundle;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.jar.Attributes;
import java.util.jar.JarFile;
import java.util.jar.JarOutputStream;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is in a bundle. */
final class BundlesTest {
  private static final String PROVIDER = "META-INF/services/harbor.Tariff";

  @TempDir private Path folder;
  private Path classes;
  private Path library;

  @BeforeEach
  void project() throws IOException {
    classes = Files.createDirectories(folder.resolve("classes"));
    write(classes.resolve("harbor/Desk.class"), "desk");
    write(classes.resolve("harbor/Both.class"), "of the project");
    write(classes.resolve(PROVIDER), "harbor.Summer");
    write(classes.resolve("LICENSE"), "of the harbor");
    library =
        jar(
            "tariffs-1.jar",
            Map.of(
                "harbor/Both.class",
                "of the library",
                "module-info.class",
                "module",
                "META-INF/versions/21/harbor/New.class",
                "new",
                "META-INF/versions/9/module-info.class",
                "module",
                "META-INF/SIGNED.SF",
                "signature",
                "META-INF/SIGNED.RSA",
                "signature",
                "META-INF/LICENSE.txt",
                "of the tariffs",
                PROVIDER,
                "harbor.Winter"));
  }

  private static void write(Path file, String text) throws IOException {
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  private Path jar(String name, Map<String, String> entries) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = Files.newOutputStream(file);
        JarOutputStream jar = new JarOutputStream(out)) {
      for (Map.Entry<String, String> each : new TreeMap<>(entries).entrySet()) {
        jar.putNextEntry(new ZipEntry(each.getKey()));
        jar.write(each.getValue().getBytes(StandardCharsets.UTF_8));
        jar.closeEntry();
      }
    }
    return file;
  }

  private Application application(Path... more) {
    return new Application(
        "harbor",
        "1.4.2",
        Stream.concat(List.of(classes, library).stream(), List.of(more).stream()).toList(),
        List.of("/berths=harbor.Desk"),
        "port: 9000\n");
  }

  private static String text(JarFile jar, String entry) throws IOException {
    return new String(
        jar.getInputStream(jar.getEntry(entry)).readAllBytes(), StandardCharsets.UTF_8);
  }

  @Test
  void aJarHasEverythingThatRunsOnce() throws IOException {
    Path file = folder.resolve("harbor.jar");
    Bundled bundled = BundleKind.JAR.write(application(), file, BundlesTest.class.getClassLoader());
    assertThat(bundled.files()).containsExactly(file);
    assertThat(bundled.notes())
        .contains(
            "classes and tariffs-1.jar both have 1 class of the same name; the first jar counts.");
    try (JarFile jar = new JarFile(file.toFile())) {
      assertThat(jar.getManifest().getMainAttributes())
          .containsEntry(Attributes.Name.MAIN_CLASS, "org.calmanchor.launch.Main")
          .containsEntry(Attributes.Name.IMPLEMENTATION_VERSION, "1.4.2")
          .containsEntry(Attributes.Name.MULTI_RELEASE, "true");
      assertThat(text(jar, "harbor/Both.class")).isEqualTo("of the project");
      assertThat(text(jar, PROVIDER)).isEqualTo("harbor.Summer\nharbor.Winter");
      assertThat(text(jar, "META-INF/licenses/classes/LICENSE")).isEqualTo("of the harbor");
      assertThat(text(jar, "META-INF/licenses/tariffs-1.jar/LICENSE.txt"))
          .isEqualTo("of the tariffs");
      assertThat(text(jar, "META-INF/calm-anchor/services")).isEqualTo("/berths=harbor.Desk\n");
      assertThat(text(jar, "META-INF/calm-anchor/calm-anchor.yaml")).isEqualTo("port: 9000\n");
      assertThat(text(jar, "simplelogger.properties")).contains("org.calmanchor=info");
      assertThat(jar.stream().map(ZipEntry::getName))
          .contains("org/calmanchor/launch/Main.class", "org/calmanchor/web/hosting/version.txt")
          .noneMatch(name -> name.endsWith("module-info.class") || name.contains("SIGNED"))
          .noneMatch(name -> name.startsWith("org/calmanchor/cli") || name.startsWith("picocli"));
    }
    byte[] first = Files.readAllBytes(file);
    BundleKind.JAR.write(application(), file, BundlesTest.class.getClassLoader());
    assertThat(Files.readAllBytes(file)).isEqualTo(first);
  }

  @Test
  void anOwnBindingOfTheLogReplacesOurs() throws IOException {
    Path binding =
        jar(
            "binding.jar",
            Map.of("META-INF/services/org.slf4j.spi.SLF4JServiceProvider", "harbor.Log"));
    Path file = folder.resolve("harbor.jar");
    BundleKind.JAR.write(application(binding), file, BundlesTest.class.getClassLoader());
    try (JarFile jar = new JarFile(file.toFile())) {
      assertThat(text(jar, "META-INF/services/org.slf4j.spi.SLF4JServiceProvider"))
          .isEqualTo("harbor.Log");
      assertThat(jar.stream().map(ZipEntry::getName))
          .noneMatch(name -> name.startsWith("org/slf4j/simple/"))
          .doesNotContain("simplelogger.properties");
    }
  }

  @Test
  void aFolderKeepsItsConfigurationWhenItIsMadeAgain() throws IOException {
    Path target = folder.resolve("harbor");
    BundleKind.FOLDER.write(application(), target, BundlesTest.class.getClassLoader());
    Path script = target.resolve("bin/harbor");
    assertThat(script).isExecutable();
    assertThat(Files.readString(script))
        .contains("harbor-classes.jar ", " tariffs-1.jar ")
        .doesNotContain("@NAME@", "@JARS@");
    assertThat(Files.readString(target.resolve("harbor.service")))
        .contains("ExecStart=" + target.toAbsolutePath() + "/bin/harbor", "TimeoutStopSec=");
    assertThat(target.resolve("lib/tariffs-1.jar")).hasSameBinaryContentAs(library);
    Path configuration = target.resolve("conf/calm-anchor.yaml");
    assertThat(configuration).hasContent("port: 9000");

    Files.writeString(configuration, "port: 443\n");
    Files.writeString(target.resolve("lib/old-3.jar"), "of the last bundle");
    Bundled again =
        BundleKind.FOLDER.write(application(), target, BundlesTest.class.getClassLoader());
    assertThat(configuration).hasContent("port: 443");
    assertThat(again.notes()).contains(configuration + " is as it was.");
    assertThat(target.resolve("lib/old-3.jar")).doesNotExist();
  }

  @Test
  void saysWhatCannotBeBundled() throws IOException {
    assertThatExceptionOfType(BundleException.class)
        .isThrownBy(() -> new Application("../harbor", "", List.of(), List.of(), ""))
        .withMessage(
            "The name of a bundle has letters, digits, hyphens and dots, not \"../harbor\".");
    Path broken = folder.resolve("broken.jar");
    Files.writeString(broken, "no jar");
    assertThatExceptionOfType(BundleException.class)
        .isThrownBy(
            () ->
                BundleKind.JAR.write(
                    application(broken),
                    folder.resolve("a.jar"),
                    BundlesTest.class.getClassLoader()))
        .withMessageStartingWith(broken + " cannot be read: ");
    assertThat(folder.resolve("a.jar")).doesNotExist();
  }
}
