package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.Iterator;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A million records leave and enter a server that has 64 MB. */
class LongMessagesTest {
  private static final int RECORDS = 1_000_000;
  private static final int IN_ONE_PIECE = 1_000;

  private static final String LEDGER =
      """
      import java.math.BigDecimal;
      import java.util.stream.*;
      import org.calmanchor.annotations.*;

      @PortType(namespace = "urn:lanternquay:ledger")
      public class Ledger {
        public record Entry(@Attribute long number, String text, BigDecimal amount) {}

        @Operation
        public Stream<Entry> entries(int count) {
          return IntStream.range(0, count)
              .mapToObj(i -> new Entry(i, "mooring", BigDecimal.valueOf(i, 2)));
        }

        @Operation
        public BigDecimal total(Stream<Entry> entries) {
          return entries.map(Entry::amount).reduce(BigDecimal.ZERO, BigDecimal::add);
        }
      }
      """;

  @TempDir private Path folder;

  private static String before(String operation) {
    return "<e:Envelope xmlns:e='"
        + Envelopes.SOAP_11
        + "'><e:Body><"
        + operation
        + " xmlns='urn:lanternquay:ledger'>";
  }

  private static String after(String operation) {
    return "</" + operation + "></e:Body></e:Envelope>";
  }

  private static InputStream bytes(String text) {
    return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void holdsNeitherAsAWhole() throws Exception {
    Sources.compile(folder, "Ledger", LEDGER, "-parameters");
    try (Tool.Running serve =
        new Tool.Running(
            folder,
            Map.of("JAVA_TOOL_OPTIONS", "-Xmx64m"),
            "serve",
            "Ledger",
            "--classpath",
            ".",
            "--port",
            "0",
            "--limits",
            "body-bytes=1073741824",
            "--limits",
            "children=" + RECORDS)) {
      Matcher page = Pattern.compile("Page  (\\S+)").matcher(serve.until("Page "));
      assertThat(page.find()).isTrue();
      URI address = URI.create(page.group(1));
      String asked = before("entries") + "<count>" + RECORDS + "</count>" + after("entries");
      assertThat(occurrences(post(address, bytes(asked)), "</tns:result>")).isEqualTo(RECORDS);
      Stream<InputStream> entries =
          IntStream.range(0, RECORDS / IN_ONE_PIECE).mapToObj(LongMessagesTest::piece);
      Stream<InputStream> pieces =
          Stream.of(Stream.of(bytes(before("total"))), entries, Stream.of(bytes(after("total"))))
              .flatMap(each -> each);
      InputStream sent = new SequenceInputStream(new Pieces(pieces.iterator()));
      assertThat(new String(post(address, sent).readAllBytes(), StandardCharsets.UTF_8))
          .contains("<tns:result>4999995000.00</tns:result>");
    }
  }

  @SuppressWarnings("JdkObsolete") // what joins streams asks for it
  private record Pieces(Iterator<InputStream> left) implements Enumeration<InputStream> {
    @Override
    public boolean hasMoreElements() {
      return left.hasNext();
    }

    @Override
    public InputStream nextElement() {
      return left.next();
    }
  }

  private static InputStream piece(int number) {
    StringBuilder piece = new StringBuilder();
    for (int i = number * IN_ONE_PIECE; i < (number + 1) * IN_ONE_PIECE; i++) {
      piece.append("<entries number='").append(i).append("'><text>mooring</text><amount>");
      piece.append(i / 100).append('.').append(i % 100 < 10 ? "0" : "").append(i % 100);
      piece.append("</amount></entries>");
    }
    return bytes(piece.toString());
  }

  private static InputStream post(URI address, InputStream body) throws Exception {
    HttpRequest request =
        HttpRequest.newBuilder(address)
            .header("Content-Type", "text/xml")
            .POST(HttpRequest.BodyPublishers.ofInputStream(() -> body))
            .build();
    return HttpClient.newBuilder()
        .version(HttpClient.Version.HTTP_1_1)
        .build()
        .send(request, BodyHandlers.ofInputStream())
        .body();
  }

  /** How often {@code word} stands in what comes, of which nothing is kept. */
  private static int occurrences(InputStream in, String word) throws IOException {
    byte[] buffer = new byte[1 << 16];
    int found = 0;
    int at = 0;
    for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
      for (int i = 0; i < read; i++) {
        at = buffer[i] == word.charAt(at) ? at + 1 : buffer[i] == word.charAt(0) ? 1 : 0;
        if (at == word.length()) {
          found++;
          at = 0;
        }
      }
    }
    return found;
  }
}
