package org.calmanchor.core.xml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What parsers keep of the names that senders make up, and what such names may cost. */
class NameTablesTest {
  private static final int SLOTS = 16;

  private final MessageOpener inputs = new MessageOpener(MessageLimits.DEFAULT);

  /** Takes a message as an endpoint does that knows an element "known" without content. */
  private void take(String message, boolean isLengthKnown) {
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    InputStream in = new ByteArrayInputStream(bytes);
    try (XmlIn opened = inputs.open(in, null, isLengthKnown ? bytes.length : -1)) {
      EnvelopeReader reader = EnvelopeReader.open(opened);
      reader.toBody(EnvelopeReader.HeaderBlocks.NONE);
      if (opened.localName().equals("known") && opened.attributes().count() == 0) {
        opened.nextElement();
        reader.end();
      } else {
        opened.skip();
      }
    } catch (InvalidMessageException refused) {
      assertThat(refused.problem().sentence()).isNotEmpty();
    }
  }

  private static String fresh(int message, int name) {
    return "n" + "x".repeat(20) + message + "_" + name;
  }

  /** Where 40 fresh names of a message can stand. */
  private static Stream<IntFunction<String>> places() {
    return Stream.of(
        m -> Envelopes.soap11("<known " + attributes(m, "") + "/>"),
        m -> Envelopes.soap11("<known " + attributes(m, "xmlns:") + "/>"),
        m -> Envelopes.soap11("<" + fresh(m, 0) + "/>"),
        m -> Envelopes.soap11(prefixed(m)),
        m -> Envelopes.soap11(blocks(m), "<known/>"),
        m -> Envelopes.soap11("<b " + attributes(m, "") + "/>", "<known/>"),
        m -> Envelopes.soap11("<b>" + blocks(m) + "</b>", "<known/>"),
        m -> Envelopes.soap11("<known/>").replace("<e:Body", "<e:Body " + attributes(m, "")),
        m -> "<e:Envelope " + attributes(m, ""),
        m -> "<" + fresh(m, 1) + " " + attributes(m, ""));
  }

  private static String attributes(int message, String prefix) {
    return IntStream.range(0, 40)
        .mapToObj(i -> prefix + fresh(message, i) + "='1'")
        .collect(Collectors.joining(" "));
  }

  private static String blocks(int message) {
    return IntStream.range(0, 40)
        .mapToObj(i -> "<" + fresh(message, i) + "/>")
        .collect(Collectors.joining());
  }

  private static String prefixed(int message) {
    String prefix = "p" + message;
    return "<" + prefix + ":known xmlns:" + prefix + "=''/>".replace("''", "'urn:x'");
  }

  @ParameterizedTest
  @MethodSource("places")
  void keepsFewNamesHoweverManyASenderMakesUp(IntFunction<String> place) {
    for (int message = 0; message < 3_000; message++) {
      take(place.apply(message), message % 2 == 0);
    }
    int most = SLOTS * (FastParserFactory.MOST_NAMES + MessageLimits.DEFAULT.unknownNames());
    assertThat(inputs.namesKept()).isLessThan(most / SLOTS + SLOTS * 100);
  }

  /** By command with -Dcalm.anchor.names=25000: a million fresh names in each place. */
  @Test
  void keepsFewNamesOfAllPlacesTogether() {
    int messages = Integer.getInteger("calm.anchor.names", 300);
    places()
        .forEach(
            place -> {
              for (int message = 0; message < messages; message++) {
                take(place.apply(-message), true);
              }
            });
    assertThat(inputs.namesKept()).isLessThan(FastParserFactory.MOST_NAMES * 2);
  }

  /** The parser looks names up by a hash that is known, so work grows with the square of them. */
  @ParameterizedTest
  @MethodSource("floods")
  void readsLittleOfAMessageWithTooManyNames(String message) {
    for (EnvelopeReader.HeaderBlocks blocks : List.of(EnvelopeReader.HeaderBlocks.NONE, HANDLED)) {
      requireLittleIsRead(message, true, blocks);
      requireLittleIsRead(message, false, blocks);
    }
  }

  private void requireLittleIsRead(
      String message, boolean isLengthKnown, EnvelopeReader.HeaderBlocks blocks) {
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    AtomicInteger taken = new AtomicInteger();
    InputStream counted =
        new FilterInputStream(new ByteArrayInputStream(bytes)) {
          @Override
          public int read(byte[] into, int offset, int length) throws IOException {
            int read = in.read(into, offset, length);
            taken.addAndGet(Math.max(0, read));
            return read;
          }
        };
    assertThatExceptionOfType(InvalidMessageException.class)
        .isThrownBy(
            () -> {
              try (XmlIn in = inputs.open(counted, null, isLengthKnown ? bytes.length : -1)) {
                EnvelopeReader reader = EnvelopeReader.open(in);
                reader.toBody(blocks);
                in.skip();
              }
            })
        .withMessageContaining("beyond a limit: at most");
    assertThat(taken).hasValueLessThan(40_000);
  }

  /** What a header handler or an element without a schema makes of a block. */
  private static final EnvelopeReader.HeaderBlocks HANDLED =
      in -> {
        DomReader.read(in);
        return true;
      };

  private static Stream<String> floods() {
    String attributes =
        IntStream.range(0, 100_000).mapToObj(i -> "a" + i + "=''").collect(Collectors.joining(" "));
    String declarations =
        IntStream.range(0, 50_000)
            .mapToObj(i -> "xmlns:a" + i + "=\"u\"")
            .collect(Collectors.joining(" "));
    String elements =
        IntStream.range(0, 50_000).mapToObj(i -> "<a" + i + "/>").collect(Collectors.joining());
    String tags =
        IntStream.range(0, 10_000)
            .mapToObj(i -> "<a b" + i + "='' c" + i + "='' d" + i + "=''/>")
            .collect(Collectors.joining());
    String prefixes =
        IntStream.range(0, 50_000)
            .mapToObj(i -> "<p" + i + ":a xmlns:p" + i + "='u'/>")
            .collect(Collectors.joining());
    String combinations =
        IntStream.range(0, 100_000)
            .mapToObj(i -> "<p" + i % 250 + ":a" + i / 250 + "/>")
            .collect(Collectors.joining());
    String few =
        IntStream.range(0, 250)
            .mapToObj(i -> "xmlns:p" + i + "='u'")
            .collect(Collectors.joining(" "));
    return Stream.of(
        Envelopes.soap11(tags, "<x/>"),
        Envelopes.soap11(elements, "<x/>"),
        Envelopes.soap11("<x " + few + ">" + combinations + "</x>"),
        Envelopes.soap11("<x " + attributes + "/>"),
        Envelopes.soap11("<x " + declarations + "/>"),
        Envelopes.soap11("<x>" + elements + "</x>"),
        Envelopes.soap11("<x>" + tags + "</x>"),
        Envelopes.soap11("<x>" + prefixes + "</x>"),
        Envelopes.soap11("<x>" + elements + "</x>", "<x/>"),
        "<x " + attributes + "/>");
  }
}
