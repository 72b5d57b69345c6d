package org.calmanchor.core.random;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import javax.xml.namespace.QName;
import javax.xml.validation.Schema;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.Standards;
import org.calmanchor.core.codec.Bounds;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.Inputs;
import org.calmanchor.core.codec.InvalidMessageException;
import org.calmanchor.core.codec.JavaEnd;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.codec.XmlOut;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.profile.Conformance;
import org.calmanchor.core.profile.Rule;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.tree.Outcome;
import org.calmanchor.core.tree.TreeMessages;
import org.calmanchor.core.wsdl.WsdlWriter;

/** Random contracts and values: valid as published, back as they were, refused as validators do. */
class RandomContractsTest {
  private static final String ADDRESS = "http://lanternquay.test/";

  /** What we let pass on purpose, by the validator's codes; docs/types.md says why. */
  private static final List<String> PASSED =
      List.of(
          // White space in an element that has no content, or is nil.
          "cvc-complex-type.2.1:",
          "cvc-elt.3.2.1:",
          // Where nothing else is wrong: xsi:nil="false" on an element that cannot be nil.
          "cvc-elt.3.1:");

  /** By command with 4200, which makes 50,000 in all. */
  private static final int MUTANTS = Integer.getInteger("calm.anchor.mutants", 200);

  /** A service compiled from a random source, and all that is planned for it. */
  private static final class Fleet {
    private final Class<?> all;
    private final Contract contract;
    private final Schema schema;
    private final MessageCodec codec;
    private final EnvelopeWriter writer;

    Fleet(String source) throws Exception {
      Class<?> service = Compiled.service(source, "-parameters");
      Reading reading = ContractReader.read(service);
      contract = reading.contract();
      String wsdl = WsdlWriter.write(contract, ADDRESS);
      assertThat(Standards.firstError(Standards.wsdl(), wsdl)).as(wsdl).isEmpty();
      assertThat(Conformance.check(wsdl.getBytes(StandardCharsets.UTF_8)))
          .filteredOn(finding -> finding.rule().level() == Rule.Level.PROBLEM)
          .isEmpty();
      schema = Standards.messages(wsdl);
      QName name = contract.bodyElement(contract.messages().get(0).name()).name();
      codec =
          new CodecPlanner<>(contract, new JavaEnd(reading.members()))
              .plan(
                  contract.element(name),
                  new JavaEnd.Arguments(reading.members().operations().get(name)));
      writer = new EnvelopeWriter(SoapVersion.SOAP_1_1, contract);
      all = service.getClassLoader().loadClass("Fleet$All");
    }

    String written(Object value) {
      XmlOut out = XmlOut.held(false);
      Object[] arguments = {value};
      writer.write(out, body -> codec.write(body, arguments));
      return new String(out.bytes(), StandardCharsets.UTF_8);
    }

    Object read(String message) {
      byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
      try (XmlIn in =
          new Inputs(Bounds.DEFAULT).open(new ByteArrayInputStream(bytes), null, bytes.length)) {
        EnvelopeReader envelope = EnvelopeReader.open(in);
        envelope.toBody(EnvelopeReader.HeaderBlocks.NONE);
        Object[] read = (Object[]) codec.read(in);
        envelope.end();
        return read[0];
      }
    }

    String complaint(String message) {
      try {
        read(message);
        return "";
      } catch (InvalidMessageException invalid) {
        return invalid.getMessage();
      }
    }
  }

  @Property(tries = 12, shrinking = ShrinkingMode.OFF)
  void writesValidMessagesAndBringsValuesBack(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    Fleet fleet = new Fleet(new RandomSource(random, false).service());
    RandomValue values = new RandomValue(random);
    for (int i = 0; i < 20; i++) {
      Object value = values.of(fleet.all);
      String message = fleet.written(value);
      assertThat(Standards.firstError(fleet.schema, message)).as(message).isEmpty();
      assertThat(fleet.read(message)).as(message).usingRecursiveComparison().isEqualTo(value);
    }
  }

  @Property(tries = 12, shrinking = ShrinkingMode.OFF)
  void refusesExactlyWhatTheValidatorRefuses(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    String source = new RandomSource(random, true).service();
    Fleet fleet = new Fleet(source);
    RandomValue values = new RandomValue(random);
    for (int i = 0; i < MUTANTS; i++) {
      String changed = Mutation.of(fleet.written(values.of(fleet.all)), random);
      String error = Standards.firstError(fleet.schema, changed);
      String complaint = fleet.complaint(changed);
      if (complaint.isEmpty() && PASSED.stream().anyMatch(error::startsWith)) {
        continue;
      }
      assertThat(complaint.isEmpty())
          .as("%s%nvalidator: %s%nreader: %s%n%s", source, error, complaint, changed)
          .isEqualTo(error.isEmpty());
    }
  }

  @Property(tries = 6, shrinking = ShrinkingMode.OFF)
  void writesTreesAsItReadsThem(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    Fleet fleet = new Fleet(new RandomSource(random, false).service());
    TreeMessages trees = TreeMessages.of(fleet.contract);
    RandomValue values = new RandomValue(random);
    for (int i = 0; i < 20; i++) {
      Object value = values.of(fleet.all);
      String answer = fleet.written(value).replace("tns:echo>", "tns:echoResponse>");
      Outcome outcome = trees.answer("echo", answer.getBytes(StandardCharsets.UTF_8));
      assertThat(outcome).as(answer).isInstanceOf(Outcome.Result.class);
      byte[] again =
          trees.request(
              "echo",
              SoapVersion.SOAP_1_2,
              ((Outcome.Result) outcome).values(),
              TreeMessages.Layout.COMPACT);
      String message = new String(again, StandardCharsets.UTF_8);
      assertThat(fleet.read(message)).as(message).usingRecursiveComparison().isEqualTo(value);
    }
  }

  @Property(tries = 6, shrinking = ShrinkingMode.OFF)
  void makesSamplesThatItsOwnReaderTakes(@ForAll long seed) throws Exception {
    Fleet fleet = new Fleet(new RandomSource(new Random(seed), false).service());
    Operation operation = fleet.contract.portTypes().get(0).operations().get(0);
    byte[] sample =
        TreeMessages.of(fleet.contract)
            .request(
                "echo",
                SoapVersion.SOAP_1_1,
                Samples.request(fleet.contract, operation),
                TreeMessages.Layout.INDENTED);
    String message = new String(sample, StandardCharsets.UTF_8);
    assertThat(fleet.complaint(message)).as(message).isEmpty();
    assertThat(Standards.firstError(fleet.schema, message)).as(message).isEmpty();
  }
}
