package org.calmanchor.core.objects;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.xml.namespace.QName;
import javax.xml.validation.Schema;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.calmanchor.core.SignalBook;
import org.calmanchor.core.SignalBook.Hue;
import org.calmanchor.core.SignalBook.Lists;
import org.calmanchor.core.SignalBook.Scalars;
import org.calmanchor.core.SignalBook.Signal;
import org.calmanchor.core.Standards;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.junit.jupiter.api.Test;

/** Java values into valid messages, and back as they were. */
class JavaCodecTest {
  private static final Reading READING = ContractReader.read(SignalBook.class);
  private static final Contract CONTRACT = READING.contract();
  private static final CodecPlanner<JavaValueModel.Java> PLANNER =
      new CodecPlanner<>(CONTRACT, new JavaValueModel(READING));
  private static final EnvelopeWriter WRITER = new EnvelopeWriter(SoapVersion.SOAP_1_2);
  private static final Schema SCHEMA = schema();

  private static Schema schema() {
    try {
      return Standards.messages(ContractDocuments.write(CONTRACT, "http://lanternquay.test/"));
    } catch (Exception wrong) {
      throw new AssertionError(wrong);
    }
  }

  private static MessageCodec codec(String operation) {
    QName name = new QName(SignalBook.NAMESPACE, operation);
    return PLANNER.plan(
        CONTRACT.element(name),
        new JavaValueModel.Arguments(READING.members().operations().get(operation)));
  }

  private static String written(MessageCodec codec, Object... arguments) {
    XmlOut out = XmlOut.held(true);
    WRITER.write(out, body -> codec.write(body, arguments));
    return new String(out.bytes(), StandardCharsets.UTF_8);
  }

  private static Object broughtBack(String operation, Object value) throws Exception {
    MessageCodec codec = codec(operation);
    String message = written(codec, value);
    assertThat(Standards.firstError(SCHEMA, message)).as(message).isEmpty();
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    try (XmlIn in =
        new MessageOpener(MessageLimits.DEFAULT)
            .open(new ByteArrayInputStream(bytes), null, bytes.length)) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      envelope.toBody(EnvelopeReader.HeaderBlocks.NONE);
      Object[] read = (Object[]) codec.read(in);
      envelope.end();
      return read[0];
    }
  }

  @Property(tries = 300)
  void scalars(@ForAll("scalarValues") Scalars value) throws Exception {
    assertThat(broughtBack("echo", value)).isEqualTo(value);
  }

  @Provide
  Arbitrary<Scalars> scalarValues() {
    Arbitrary<String> text = xmlText();
    Arbitrary<LocalDate> day =
        Arbitraries.integers()
            .between(-800_000, 800_000)
            .map(LocalDate::ofEpochDay)
            .filter(date -> date.getYear() != 0);
    return Combinators.combine(
            Combinators.combine(
                    Arbitraries.of(true, false),
                    Arbitraries.of(Hue.class).optional(),
                    text,
                    Arbitraries.bytes())
                .as((a, b, c, d) -> new Object[] {a, b, c, d}),
            Combinators.combine(
                    Arbitraries.shorts(),
                    Arbitraries.integers(),
                    Arbitraries.longs(),
                    Arbitraries.bigIntegers())
                .as((a, b, c, d) -> new Object[] {a, b, c, d}),
            Arbitraries.bigDecimals(),
            Arbitraries.floats(),
            Arbitraries.doubles(),
            day,
            Combinators.combine(text.injectNull(0.3), text.injectNull(0.3), day.optional())
                .as((a, b, c) -> new Object[] {a, b, c}))
        .as(
            (first, whole, exact, rough, fine, date, last) ->
                scalars(first, whole, exact, rough, fine, date, last));
  }

  @SuppressWarnings("unchecked") // the arbitraries above made them so
  private static Scalars scalars(
      Object[] first,
      Object[] whole,
      BigDecimal exact,
      float rough,
      double fine,
      LocalDate day,
      Object[] last) {
    return new Scalars(
        (Boolean) first[0],
        (Optional<Hue>) first[1],
        (String) first[2],
        (Byte) first[3],
        (Short) whole[0],
        (Integer) whole[1],
        (Long) whole[2],
        (BigInteger) whole[3],
        // Zeroes at the end of a whole number have no form without exponent: compare as written.
        new BigDecimal(exact.toPlainString()),
        rough,
        fine,
        day,
        (String) last[0],
        (String) last[1],
        (Optional<LocalDate>) last[2]);
  }

  private static Arbitrary<String> xmlText() {
    return Arbitraries.strings()
        .withCharRange(' ', '\uD7FF')
        .withCharRange('\uE000', '\uFFFD')
        .withChars('\t', '\n', '\r')
        .ofMaxLength(12);
  }

  @Property(tries = 200)
  void recursion(@ForAll("signals") Signal value) throws Exception {
    assertThat(broughtBack("mirror", value)).isEqualTo(value);
  }

  @Provide
  Arbitrary<Signal> signals() {
    return signals(3);
  }

  private static Arbitrary<Signal> signals(int depth) {
    Arbitrary<List<Signal>> answers =
        depth == 0 ? Arbitraries.just(List.of()) : signals(depth - 1).list().ofMaxSize(3);
    return Combinators.combine(xmlText(), answers).as(Signal::new);
  }

  @Property(tries = 200)
  void lists(@ForAll Set<Hue> hues, @ForAll int[] numbers, @ForAll("words") List<String> words)
      throws Exception {
    Lists read = (Lists) broughtBack("lists", new Lists(hues, numbers, words));
    assertThat(read.hues()).isEqualTo(hues);
    assertThat(read.numbers()).isEqualTo(numbers);
    assertThat(read.words()).isEqualTo(words);
  }

  @Provide
  Arbitrary<List<String>> words() {
    return xmlText().list().ofMinSize(1).ofMaxSize(4);
  }

  @Test
  void writesNullListsAsEmptyOnes() throws Exception {
    Lists read = (Lists) broughtBack("lists", new Lists(null, null, List.of("a")));
    assertThat(read.hues()).isEmpty();
    assertThat(read.numbers()).isEmpty();
  }

  @Test
  void saysWhereAValueCannotBeWritten() {
    List<Signal> nulls = new ArrayList<>(Arrays.asList(new Signal("A", List.of()), null));
    Signal cycle = new Signal("A", new ArrayList<>());
    cycle.answers().add(cycle);
    refuses(
        "mirror",
        new Signal(null, List.of()),
        "mirror/hoist/flags: null where a value is required");
    refuses(
        "mirror",
        new Signal("A", nulls),
        "mirror/hoist/answers[2]: null where a value is required");
    refuses(
        "mirror",
        new Signal("\uD800", List.of()),
        "mirror/hoist/flags: the character U+D800 at position 1 cannot stand in XML");
    refuses(
        "lists",
        new Lists(Set.of(), new int[0], List.of()),
        "lists/value/words: no item where at least 1 is required");
    assertThatExceptionOfType(EncodeException.class)
        .isThrownBy(() -> written(codec("mirror"), cycle))
        .withMessageStartingWith("mirror/hoist/answers[1]/answers[1]/")
        .withMessageEndingWith("nested deeper than 200 elements; is it a cycle?");
  }

  private static void refuses(String operation, Object value, String message) {
    assertThatExceptionOfType(EncodeException.class)
        .isThrownBy(() -> written(codec(operation), value))
        .withMessage(message);
  }
}
