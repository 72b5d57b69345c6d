package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.spi.ToolProvider;
import java.util.stream.Stream;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.testing.RecompiledDesk;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What becomes of calls, folders and class loaders when classes are compiled again. */
class ReloadTest {
  @TempDir private Path folder;
  private Path classes;

  private RecompiledDesk desk() {
    return new RecompiledDesk(classes);
  }

  @Test
  void aRunningCallEndsOnTheFormerClassesAndFoldersMayBeDeleted() throws Exception {
    classes = Files.createDirectories(folder.resolve("target/classes"));
    Path begun = folder.resolve("begun");
    Path released = folder.resolve("released");
    desk()
        .compile(
            "String pier",
            """
            java.nio.file.Files.createFile(java.nio.file.Path.of("%s"));
            while (!java.nio.file.Files.exists(java.nio.file.Path.of("%s"))) {
              Thread.sleep(5);
            }
            return 3;"""
                .formatted(begun, released),
            "");
    Path browser = Files.createDirectories(folder.resolve("bin")).resolve("xdg-open");
    Files.writeString(browser, "#!/bin/sh\nprintf '%s' \"$1\" > " + folder.resolve("shown") + "\n");
    Files.setPosixFilePermissions(browser, PosixFilePermissions.fromString("rwx------"));
    Map<String, String> environment =
        Map.of("DISPLAY", ":7", "PATH", browser.getParent() + ":" + System.getenv("PATH"));
    try (Tool.Running serve =
        new Tool.Running(
            folder, environment, "serve", "--port", "0", "--watch", "--open", "/all=Desk")) {
      URI address = RecompiledDesk.addressIn(serve.until("Recompiled classes are served at once"));
      assertThat(address.getPath()).isEqualTo("/all");
      CompletableFuture<String> running = call(address);
      Await.until("the call has begun", () -> Files.exists(begun));
      try (Stream<Path> files = Files.walk(folder.resolve("target"))) {
        files.sorted(Comparator.reverseOrder()).forEach(file -> file.toFile().delete());
      }
      Files.createDirectories(classes);
      desk().compile("String pier", "return 4;", "");
      awaitAnswer(address, "<tns:result>4</tns:result>");
      Files.createFile(released);
      assertThat(running.get()).contains("<tns:result>3</tns:result>");
      assertThat(folder.resolve("shown")).hasContent(address.toString());

      desk().compile("String pier", "return 5;", "");
      awaitAnswer(address, "<tns:result>5</tns:result>");
    }
  }

  @Test
  void formerClassLoadersAreLetGoAndJarsStay() throws Exception {
    classes = Files.createDirectories(folder.resolve("classes"));
    Path library = Files.createDirectories(folder.resolve("library"));
    Sources.compile(
        library,
        "Loaders",
        """
        import java.lang.ref.WeakReference;
        import java.util.*;
        public class Loaders {
          private static final List<WeakReference<ClassLoader>> ALL = new ArrayList<>();
          public static void add(ClassLoader loader) { ALL.add(new WeakReference<>(loader)); }
          public static int made() { return ALL.size(); }
          public static long alive() {
            System.gc();
            return ALL.stream().filter(each -> each.get() != null).count();
          }
        }
        """);
    // A compiler that finds the source beside the class would compile it again, into the folder.
    Files.delete(library.resolve("Loaders.java"));
    Path jar = folder.resolve("library.jar");
    ToolProvider.findFirst("jar")
        .orElseThrow()
        .run(System.out, System.err, "-cf", jar.toString(), "-C", library.toString(), ".");
    String more = "public Desk() { Loaders.add(Desk.class.getClassLoader()); }";
    desk().compile(jar, "return 1;", more);
    String path = classes + File.pathSeparator + jar;
    try (Tool.Running serve =
        new Tool.Running(folder, "serve", "--port", "0", "--watch", "--classpath", path)) {
      URI address = RecompiledDesk.addressIn(serve.until("Recompiled classes are served at once"));
      for (int i = 2; i < 7; i++) {
        desk().compile(jar, "return Loaders.made() < " + i + " ? 0 : " + i + ";", more);
        awaitAnswer(address, "<tns:result>" + i + "</tns:result>");
      }
      desk().compile(jar, "return (int) Loaders.alive();", more);
      awaitAnswer(address, "<tns:result>1</tns:result>");
    }
  }

  @Test
  void jarsAloneCannotBeWatched() throws Exception {
    Path jar = Files.writeString(folder.resolve("desk.jar"), "");
    assertThat(Tool.run(folder, "serve", "--watch", "--classpath", jar.toString()).err())
        .contains("--watch: there is no folder of classes on the class path");
  }

  private static void awaitAnswer(URI address, String expected) {
    Await.untilAsserted(expected, () -> assertThat(call(address).get()).contains(expected));
  }

  private static CompletableFuture<String> call(URI address) {
    String envelope = Envelopes.call("urn:lanternquay:free", "free", "<pier>Heron</pier>");
    HttpRequest request =
        HttpRequest.newBuilder(address)
            .header("Content-Type", "text/xml")
            .POST(HttpRequest.BodyPublishers.ofString(envelope))
            .build();
    return HttpClient.newHttpClient()
        .sendAsync(request, HttpResponse.BodyHandlers.ofString())
        .thenApply(HttpResponse::body);
  }
}
