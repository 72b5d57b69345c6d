package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class LimitsTest {
  private static final Endpoint ENDPOINT = Endpoint.of(new Works());

  private static Endpoint limited(Limit limit, long value) {
    Limits limits = Limits.DEFAULT.with(limit, value);
    return ENDPOINT.with(
        new EndpointSettings(limits, false, List.of(), List.of(), RunningCalls.UNWATCHED));
  }

  /** Limit, its value, what is within it, what is beyond it, in which # and ~ stand for many. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "DEPTH|4|<text><text/></text>|<text><text><a/></text></text>|4 levels of elements",
        "CHILDREN|2|<area><sizes><width>1</width><height>1</height></sizes></area>"
            + "|<area><sizes><label/><width>1</width><height>1</height></sizes></area>"
            + "|2 elements within one",
        "ATTRIBUTES|4|<text xsi:a='1' xsi:b='1' xsi:c='1' xmlns:d='d'><text/></text>"
            + "|<text xsi:a='1' xsi:b='1' xsi:c='1' xmlns:d='d' xmlns:f='f'><text/></text>"
            + "|4 attributes an element",
        "TAG_BYTES|20000|<text><text>#</text></text>|<text xsi:a='~'><text/></text>"
            + "|20000 bytes a tag or comment",
        "TAG_BYTES|20000|<!-- # --><text><text/></text>|<!-- ~ --><text><text/></text>"
            + "|20000 bytes a tag or comment",
        "NAME_LENGTH|10|<text xsi:a23456789_='1'><text/></text>"
            + "|<text xsi:a23456789_b='1'><text/></text>|10 characters a name",
        "NAME_LENGTH|8|<text><text/></text>|<text><a23456789/></text>|8 characters a name",
        "TEXT_LENGTH|9000|<text><text>#</text></text>|<text><text>~</text></text>"
            + "|9000 characters a text",
        "DIGITS|5|<area><sizes><width>12345</width><height>1</height></sizes></area>"
            + "|<area><sizes><width>123456</width><height>1</height></sizes></area>"
            + "|5 digits a number",
        "BINARY_BYTES|6100|<weigh><load>AAAA#</load></weigh>|<weigh><load>~</load></weigh>"
            + "|6100 bytes a binary value",
      })
  void refusesWhatIsBeyondALimitAndNamesIt(
      Limit limit, long value, String within, String beyond, String words) {
    Endpoint limited = limited(limit, value);
    for (boolean isLengthKnown : new boolean[] {true, false}) {
      Call fine = Works.call(filled(within));
      fine.isLengthKnown = isLengthKnown;
      assertThat(fine.on(limited).answer()).doesNotContain("code=\"limit\"");
      Call refused = Works.call(filled(beyond));
      refused.isLengthKnown = isLengthKnown;
      assertThat(refused.on(limited).answer()).contains("code=\"limit\"", "at most " + words);
      assertThat(refused.status).isEqualTo(500);
    }
  }

  @Test
  void countsTheDigitsOfAnswersToo() {
    String square = "<area><sizes><width>%1$s</width><height>%1$s</height></sizes></area>";
    Endpoint limited = limited(Limit.DIGITS, 3);
    assertThat(Works.call(square.formatted("31")).on(limited).answer()).contains(">961<");
    assertThat(Works.call(square.formatted("99")).on(limited).answer()).contains("ca:incident");
  }

  private static String filled(String body) {
    return body.replace("#", "A".repeat(8_000)).replace("~", "A".repeat(40_000));
  }

  @Test
  void countsUnknownHeaderBlocksAndTheirContent() {
    String header = "<e:Header><u:a xmlns:u='urn:u'><b/><b/><b/></u:a></e:Header>";
    String message = Works.envelope(header, "<text><text/></text>");
    assertThat(Call.of(message, "text/xml").on(limited(Limit.OPEN_ELEMENTS, 4)).status)
        .isEqualTo(200);
    assertThat(Call.of(message, "text/xml").on(limited(Limit.OPEN_ELEMENTS, 3)).answer())
        .contains("3 elements that no schema describes");
  }

  @ParameterizedTest
  @CsvSource({"true", "false"})
  void refusesTooManyBytesByTheStatusAlone(boolean isLengthKnown) {
    Endpoint limited = limited(Limit.BODY_BYTES, 1_000);
    Call large = Works.call("<text><text>" + "A".repeat(1_000) + "</text></text>");
    large.isLengthKnown = isLengthKnown;
    assertThat(large.on(limited).status).isEqualTo(413);
    assertThat(large.answerType).startsWith("text/plain");
    assertThat(large.answer())
        .isEqualTo("The message is beyond a limit: at most 1000 bytes a message.\n");
  }

  /** Of one text of 12 MB only the first pieces are read. */
  @Test
  void doesNotReadWhatItWillRefuse() {
    AtomicInteger taken = new AtomicInteger();
    byte[] message =
        Works.envelope("<text><text>" + "A".repeat(12 << 20) + "</text></text>")
            .getBytes(StandardCharsets.UTF_8);
    Call call =
        new Call(message, "text/xml") {
          @Override
          public InputStream body() {
            return new FilterInputStream(super.body()) {
              @Override
              public int read(byte[] bytes, int offset, int length) throws IOException {
                int read = in.read(bytes, offset, length);
                taken.addAndGet(read);
                return read;
              }
            };
          }
        };
    assertThat(call.on(limited(Limit.TEXT_LENGTH, 10_000)).answer())
        .contains("at most 10000 characters a text");
    assertThat(taken).hasValueLessThan(64 << 10);
  }

  @ParameterizedTest
  @EnumSource(Limit.class)
  void refusesValuesOutOfRangeAndOfTheWrongKind(Limit limit) {
    ThrowingCallable number = () -> Limits.DEFAULT.with(limit, 0);
    ThrowingCallable time = () -> Limits.DEFAULT.with(limit, Duration.ZERO);
    String range = "the limit " + limit.title() + " is 1 ";
    if (limit.isTime()) {
      Duration least = Duration.ofMillis(1);
      assertThat(Limits.DEFAULT.with(limit, least).time(limit)).isEqualTo(least);
      assertThatIllegalArgumentException().isThrownBy(time).withMessageStartingWith(range + "ms");
      assertThatIllegalArgumentException().isThrownBy(number).withMessageContaining("is a time");
    } else {
      assertThat(Limits.DEFAULT.with(limit, 1).value(limit)).isEqualTo(1);
      assertThatIllegalArgumentException().isThrownBy(number).withMessageStartingWith(range + "to");
      assertThatIllegalArgumentException().isThrownBy(time).withMessageContaining("is a number");
    }
  }
}
