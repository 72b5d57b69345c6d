package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Period;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.SimpleContent;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Sources;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The Java that the page copies compiles, and sends what the form holds. */
public class JavaCallTest {
  private static final HttpClient HTTP = HttpClient.newHttpClient();
  private static final List<List<Object>> RECEIVED =
      Collections.synchronizedList(new ArrayList<>());

  private static RunningHost host;

  @TempDir private Path folder;

  /** A chandler, who takes everything. */
  @PortType(namespace = "urn:lanternquay:chandlery")
  public interface Chandlery {
    enum Size {
      @Lexical("extra large")
      XL,
      S
    }

    record Line(
        UUID id, Optional<Size> size, @Attribute Integer length, List<String> notes, int[] knots) {}

    record Price(@SimpleContent BigDecimal amount, @Attribute Currency currency) {}

    record Page<T>(List<T> items, long total) {}

    sealed interface Part permits Sail, Spar {}

    record Sail(double area) implements Part {}

    @ComplexType(order = {"length", "fittings"})
    final class Spar implements Part {
      private float length;
      private List<Part> fittings = List.of();

      public float getLength() {
        return length;
      }

      public void setLength(float length) {
        this.length = length;
      }

      public List<Part> getFittings() {
        return fittings;
      }

      public void setFittings(List<Part> fittings) {
        this.fittings = fittings;
      }

      @Override
      public String toString() {
        return "Spar[" + length + ", " + fittings + "]";
      }
    }

    @Operation
    String order(
        @Header UUID token,
        Line line,
        @Header(required = false) Optional<LocalDate> until,
        Line[] more,
        Set<Size> sizes,
        @Header HeaderOut<Price> total);

    @Operation
    void moments(
        LocalDate date,
        LocalTime time,
        OffsetTime zonedTime,
        LocalDateTime dateTime,
        OffsetDateTime offset,
        ZonedDateTime zoned,
        Instant instant,
        Duration duration,
        Period period,
        Year year,
        YearMonth month,
        MonthDay day);

    @Operation
    void values(
        boolean open,
        byte small,
        Short shorter,
        long longer,
        double number,
        Float real,
        BigInteger integer,
        URI uri,
        Locale locale,
        QName name,
        byte[] bytes,
        Binary binary,
        String text);

    @Operation
    CompletionStage<Integer> structures(
        Page<Part> parts,
        @Element(wrapper = "prices") List<Price> prices,
        Map<String, Integer> stock,
        Part[] row,
        Stream<Long> counts);

    @Operation(name = "weighLine")
    int weigh(@Element(minOccurs = 0) Line line);

    @Operation(name = "weighSize")
    int weigh(@Element(minOccurs = 0) Size size);
  }

  /** It keeps what it gets, in a form that can be compared. */
  public static final class Counter implements Chandlery {
    private static void keep(Object... arguments) {
      RECEIVED.add(Arrays.stream(arguments).map(Counter::plain).toList());
    }

    private static Object plain(Object value) {
      if (value instanceof Binary binary) {
        try (var in = binary.open()) {
          return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException broken) {
          throw new AssertionError(broken);
        }
      } else if (value instanceof byte[] bytes) {
        return new String(bytes, StandardCharsets.UTF_8);
      } else if (value instanceof Object[] array) {
        return Arrays.stream(array).map(Counter::plain).toList();
      } else if (value instanceof Line line) {
        return line.toString().replaceFirst("knots=.*", Arrays.toString(line.knots()));
      } else if (value instanceof Stream<?> stream) {
        return stream.toList();
      }
      return String.valueOf(value);
    }

    @Override
    public int weigh(Line line) {
      return 1;
    }

    @Override
    public int weigh(Size size) {
      return 2;
    }

    @Override
    public String order(
        UUID token,
        Line line,
        Optional<LocalDate> until,
        Line[] more,
        Set<Size> sizes,
        HeaderOut<Price> total) {
      total.set(new Price(BigDecimal.ONE, Currency.getInstance("NOK")));
      keep(token, line, until, more, sizes.stream().sorted().toList());
      return "ordered";
    }

    @Override
    public void moments(
        LocalDate date,
        LocalTime time,
        OffsetTime zonedTime,
        LocalDateTime dateTime,
        OffsetDateTime offset,
        ZonedDateTime zoned,
        Instant instant,
        Duration duration,
        Period period,
        Year year,
        YearMonth month,
        MonthDay day) {
      keep(
          date, time, zonedTime, dateTime, offset, zoned, instant, duration, period, year, month,
          day);
    }

    @Override
    public void values(
        boolean open,
        byte small,
        Short shorter,
        long longer,
        double number,
        Float real,
        BigInteger integer,
        URI uri,
        Locale locale,
        QName name,
        byte[] bytes,
        Binary binary,
        String text) {
      keep(
          open, small, shorter, longer, number, real, integer, uri, locale, name, bytes, binary,
          text);
    }

    @Override
    public CompletionStage<Integer> structures(
        Page<Part> parts,
        List<Price> prices,
        Map<String, Integer> stock,
        Part[] row,
        Stream<Long> counts) {
      keep(parts, prices, stock, row, counts);
      return CompletableFuture.completedFuture(1);
    }
  }

  @BeforeAll
  static void start() {
    host = SoapHost.onPort(0).serve("/chandlery", new Counter()).start();
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "order | {'line': {'id': '0b7e4c1e-2f3a-4b5c-8d6e-7f8091a2b3c4', 'size': 'extra large',"
            + " 'length': '12', 'notes': ['a \\\"b\\\"', 'c:\\\\\\\\users'], 'knots': ['1', '2']},"
            + " 'more': [{'id': '0b7e4c1e-2f3a-4b5c-8d6e-7f8091a2b3c4', 'length': '3'}],"
            + " 'sizes': ['S']} |"
            + " {'token': '11111111-2222-3333-4444-555555555555'}",
        "order | {'line': {'id': '0b7e4c1e-2f3a-4b5c-8d6e-7f8091a2b3c4', 'length': '0'}} |"
            + " {'token': '11111111-2222-3333-4444-555555555555'}",
        "moments | {'date': '2027-06-11', 'time': '10:15:00.5', 'zonedTime': '10:15:00+02:00',"
            + " 'dateTime': '2027-06-11T10:15:00', 'offset': '2027-06-11T10:15:00+02:00',"
            + " 'zoned': '2027-06-11T10:15:00Z', 'instant': '2027-06-11T10:15:00Z',"
            + " 'duration': '-P1DT2H', 'period': 'P1Y2M3D', 'year': '12027', 'month': '2027-06',"
            + " 'day': '--06-11'} | {}",
        "values | {'open': '1', 'small': '-3', 'shorter': '7', 'longer': '12345678901',"
            + " 'number': 'INF', 'real': '-1.5e3', 'integer': '123456789012345678901',"
            + " 'uri': 'urn:x:y', 'locale': 'de-CH', 'name': '{urn:x}y', 'bytes': 'YWJj',"
            + " 'binary': 'ZGVm', 'text': 'say \\\"hi\\\"\\n\\t\\\\u0041 \u00e6'} | {}",
        "structures | {'parts': {'items': [{'xsi:type': 'Sail', 'area': '2.5'},"
            + " {'xsi:type': 'Spar', 'length': '4',"
            + " 'fittings': [{'xsi:type': 'Sail', 'area': '1'}]}], 'total': '2'},"
            + " 'prices': {'prices': [{'value': '1.50', 'currency': 'NOK'}]},"
            + " 'stock': {'entry': [{'key': 'rope', 'value': '5'}]},"
            + " 'row': [{'xsi:type': 'Sail', 'area': 'NaN'}], 'counts': ['1', '2']} | {}"
      })
  void compilesAndSendsWhatTheFormHolds(String operation, String values, String headers)
      throws Exception {
    Map<String, Object> asked = ask(operation, values, headers);
    RECEIVED.clear();
    String answer = post("", "text/xml", String.valueOf(asked.get("envelope"))).body();
    assertThat(answer).doesNotContain("Fault");
    run(String.valueOf(asked.get("java")));
    assertThat(RECEIVED).as(String.valueOf(asked.get("java"))).hasSize(2);
    assertThat(RECEIVED.get(1)).isEqualTo(RECEIVED.get(0));
  }

  private void run(String java) throws Exception {
    compile(java);
    try (var loader =
        new java.net.URLClassLoader(
            new java.net.URL[] {folder.toUri().toURL()}, getClass().getClassLoader())) {
      loader
          .loadClass("Copied")
          .getMethod("main", String[].class)
          .invoke(null, (Object) new String[0]);
    }
  }

  /** Values that have no Java form stand as comments; it compiles all the same. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "order | {'line': {'id': 'x */ y', 'size': 'huge', 'length': 'long'}} | 'x * / y'",
        "moments | {'date': 'soon', 'year': '0'} | 'soon'",
        "values | {'open': 'maybe', 'small': '300', 'bytes': '%%%', 'name': 'a b'} | (byte) 0",
        "structures | {'parts': {}, 'stock': {}} | new Page<>",
        "weighLine | {} | weigh((Line) null)",
        "weighSize | {} | weigh((Size) null)"
      })
  void compilesWhateverTheFormHolds(String operation, String values, String words)
      throws Exception {
    String java = String.valueOf(ask(operation, values, "{}").get("java"));
    assertThat(java).contains(words);
    compile(java);
  }

  private void compile(String java) throws IOException {
    int statements = java.indexOf("\n\n");
    Sources.compile(
        folder,
        "Copied",
        java.substring(0, statements)
            + "\npublic class Copied { public static void main(String[] none) throws Exception {\n"
            + java.substring(statements)
            + "}}");
  }

  private static Map<String, Object> ask(String operation, String values, String headers)
      throws Exception {
    String question =
        "{'operation': '%s', 'version': 'SOAP 1.1', 'values': %s, 'headerBlocks': %s}"
            .formatted(operation, values, headers)
            .replace('\'', '"');
    HttpResponse<String> answer = post("?page=request", "application/json", question);
    assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
    return JSON.std.mapFrom(answer.body());
  }

  private static HttpResponse<String> post(String query, String type, String body)
      throws Exception {
    return HTTP.send(
        HttpRequest.newBuilder(host.address("/chandlery" + query))
            .header("Content-Type", type)
            .header("Sec-Fetch-Site", "same-origin")
            .POST(BodyPublishers.ofString(body))
            .build(),
        BodyHandlers.ofString());
  }
}
