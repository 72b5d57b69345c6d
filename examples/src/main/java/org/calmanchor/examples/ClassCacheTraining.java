package org.calmanchor.examples;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.Writer;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.calmanchor.cli.CalmAnchor;
import org.calmanchor.examples.tides.TideTable;
import org.jspecify.annotations.Nullable;

/**
 * Runs the demo once, from start to a first call, then the commands that people wait for, and ends.
 * The launcher lets the JVM keep the classes that this loaded (class data sharing), so that real
 * starts are quick.
 */
public final class ClassCacheTraining {
  private static final Pattern CALL = Pattern.compile("curl -s (\\S+) .* -d '(.*)'");
  private static final Duration PATIENCE = Duration.ofSeconds(30);

  private ClassCacheTraining() {}

  /** Takes no arguments. Ends the process in any case; the server that it starts would go on. */
  public static void main(String[] arguments) {
    try {
      train();
      System.exit(0);
    } catch (IOException | InterruptedException | RuntimeException | Error failed) {
      System.err.println("The classes could not be laid out: " + failed);
      Runtime.getRuntime().halt(1);
    }
  }

  private static void train() throws IOException, InterruptedException {
    ByteArrayOutputStream printed = new ByteArrayOutputStream();
    System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
    Thread demo = new Thread(() -> CalmAnchor.main(new String[] {"demo", "--port", "0"}), "demo");
    demo.setDaemon(true);
    demo.start();
    Matcher call = announced(printed);
    String page = call.group(1);
    exchange(page, null);
    exchange(page + "?wsdl", null);
    exchange(page.substring(0, page.lastIndexOf('/') + 1), null);
    exchange(page, call.group(2));
    for (String command : List.of("--help", "wsdl", "judge", "describe", "sample")) {
      PrintWriter nowhere = new PrintWriter(Writer.nullWriter());
      List<String> target =
          command.equals("--help") ? List.of() : List.of(TideTable.class.getName());
      CalmAnchor.run(Stream.concat(Stream.of(command), target.stream()).toList(), nowhere, nowhere);
    }
  }

  private static Matcher announced(ByteArrayOutputStream printed) throws InterruptedException {
    Instant end = Instant.now().plus(PATIENCE);
    while (Instant.now().isBefore(end)) {
      Matcher call = CALL.matcher(printed.toString(StandardCharsets.UTF_8));
      if (call.find()) {
        return call;
      }
      Thread.sleep(20);
    }
    throw new IllegalStateException("the demo did not start");
  }

  private static void exchange(String address, @Nullable String envelope) throws IOException {
    HttpURLConnection connection = (HttpURLConnection) URI.create(address).toURL().openConnection();
    connection.setReadTimeout((int) PATIENCE.toMillis());
    if (envelope != null) {
      connection.setDoOutput(true);
      connection.setRequestProperty("Content-Type", "text/xml");
      try (OutputStream out = connection.getOutputStream()) {
        out.write(envelope.getBytes(StandardCharsets.UTF_8));
      }
    }
    try (InputStream in = connection.getInputStream()) {
      in.readAllBytes();
    }
  }
}
