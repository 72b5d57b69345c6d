package org.calmanchor.benchmarks;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import javax.tools.ToolProvider;

/**
 * How long it takes from a compiler's last byte to the first answer of the new class, with all
 * classes of the demo in the folder, while calls run without a pause.
 */
public final class ReloadBenchmark {
  private static final int RELOADS = 30;
  private static final int PORT = 18_099;
  private static final String SOURCE =
      """
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:edition")
      public class Edition {
        @Operation public int number() { return %d; }
      }
      """;
  private static final String CALL =
      """
      <soap:Envelope xmlns:soap="http://schemas.xmlsoap.org/soap/envelope/"><soap:Body>\
      <e:number xmlns:e="urn:lanternquay:edition"/></soap:Body></soap:Envelope>""";

  private final HttpClient http = HttpClient.newHttpClient();
  private final AtomicInteger calls = new AtomicInteger();
  private final AtomicInteger failed = new AtomicInteger();

  private ReloadBenchmark() {}

  /** Takes the command, and the folder of classes. */
  public static void main(String[] arguments) throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("reload");
    copy(Path.of(arguments[1]), folder);
    new ReloadBenchmark().run(arguments[0], folder);
  }

  private void run(String command, Path folder) throws IOException, InterruptedException {
    compile(folder, 0);
    Process serve =
        new ProcessBuilder(
                command,
                "serve",
                "--watch",
                "--port",
                String.valueOf(PORT),
                "--classpath",
                folder.toString())
            .redirectErrorStream(true)
            .start();
    try (BufferedReader said =
        new BufferedReader(new InputStreamReader(serve.getInputStream(), StandardCharsets.UTF_8))) {
      String line = said.readLine();
      while (line != null && !line.startsWith("Recompiled classes")) {
        line = said.readLine();
      }
      Thread reader = new Thread(() -> said.lines().forEach(each -> {}));
      reader.setDaemon(true);
      reader.start();
      try {
        measure(folder);
        loaders(serve.pid());
      } finally {
        // Before the reader is closed, which waits for the end of what it reads.
        serve.destroy();
      }
    }
  }

  private void measure(Path folder) throws IOException, InterruptedException {
    AtomicBoolean isOver = new AtomicBoolean();
    Thread caller =
        new Thread(
            () -> {
              while (!isOver.get()) {
                number();
              }
            });
    caller.start();
    double[] millis = new double[RELOADS];
    for (int reload = 0; reload < RELOADS; reload++) {
      Thread.sleep(300);
      compile(folder, reload + 1);
      long start = System.nanoTime();
      while (number() != reload + 1) {
        Thread.sleep(2);
      }
      millis[reload] = (System.nanoTime() - start) / 1e6;
    }
    isOver.set(true);
    caller.join();
    Arrays.sort(millis);
    System.out.println("| reloads | median, ms | worst, ms | calls meanwhile | failed |");
    System.out.println("|--:|--:|--:|--:|--:|");
    System.out.printf(
        "| %d | %.0f | %.0f | %d | %d |%n",
        RELOADS, millis[RELOADS / 2], millis[RELOADS - 1], calls.get(), failed.get());
  }

  /** The number that the class has which answers; -1 if there was no answer. */
  private int number() {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create("http://localhost:" + PORT + "/Edition"))
            .header("Content-Type", "text/xml")
            .POST(HttpRequest.BodyPublishers.ofString(CALL))
            .build();
    calls.incrementAndGet();
    try {
      String answer = http.send(request, HttpResponse.BodyHandlers.ofString()).body();
      int at = answer.indexOf("result>") + "result>".length();
      return Integer.parseInt(answer.substring(at, answer.indexOf('<', at)));
    } catch (IOException | NumberFormatException none) {
      failed.incrementAndGet();
      return -1;
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return -1;
    }
  }

  /** How many loaders of the user's folder are left, as the JVM counts them. */
  private static void loaders(long process) throws IOException, InterruptedException {
    List<String> jcmd =
        List.of(Path.of(System.getProperty("java.home"), "bin", "jcmd").toString(), "" + process);
    for (String what : List.of("GC.run", "VM.classloaders")) {
      Process asked =
          new ProcessBuilder(Stream.concat(jcmd.stream(), Stream.of(what)).toList())
              .redirectErrorStream(true)
              .start();
      String answer = new String(asked.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      asked.waitFor();
      if (what.startsWith("VM")) {
        long left = answer.lines().filter(each -> each.contains("ProjectLoader")).count();
        System.out.printf("%d class loaders: one for jars, the others for the folder%n", left);
      }
    }
  }

  private static void compile(Path folder, int number) throws IOException {
    Path sources = Files.createTempDirectory("edition");
    Path source = Files.writeString(sources.resolve("Edition.java"), SOURCE.formatted(number));
    int result =
        ToolProvider.getSystemJavaCompiler()
            .run(
                null,
                null,
                null,
                "-proc:none",
                "-cp",
                System.getProperty("java.class.path"),
                "-d",
                folder.toString(),
                source.toString());
    if (result != 0) {
      throw new IllegalStateException("the class does not compile");
    }
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else {
          Files.copy(file, target, StandardCopyOption.REPLACE_EXISTING);
        }
      }
    }
  }
}
