package org.calmanchor.core.random;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.calmanchor.core.Standards;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.sample.Samples;

/** Random contracts and values: valid as published, back as they were, refused as validators do. */
class RandomContractsTest {
  @Property(tries = 12, shrinking = ShrinkingMode.OFF)
  void writesValidMessagesAndBringsValuesBack(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    Fleet fleet = new Fleet(new RandomSource(random, false).service());
    RandomValue values = new RandomValue(random);
    for (int i = 0; i < 20; i++) {
      Object value = values.of(fleet.all);
      Object badge = values.of(fleet.badge);
      requireBack(fleet, "echo", badge, value);
      // The parameter is "int... numbers".
      requireBack(fleet, "sum", badge, random.ints(random.nextInt(3)).toArray());
    }
  }

  private static void requireBack(Fleet fleet, String operation, Object badge, Object value)
      throws Exception {
    String message = fleet.written(operation, badge, value);
    assertThat(Standards.firstError(fleet.schema, message)).as(message).isEmpty();
    assertThat(fleet.arguments(message))
        .as(message)
        .usingRecursiveComparison()
        .isEqualTo(new Object[] {badge, value});
  }

  @Property(tries = 6, shrinking = ShrinkingMode.OFF)
  void writesTreesAsItReadsThem(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    Fleet fleet = new Fleet(new RandomSource(random, false).service());
    DynamicMessages trees = DynamicMessages.of(fleet.contract);
    RandomValue values = new RandomValue(random);
    for (int i = 0; i < 20; i++) {
      Object value = values.of(fleet.all);
      String answer = fleet.written(value).replaceAll("tns:echo\\b", "tns:echoResponse");
      Outcome outcome = trees.answer("echo", answer.getBytes(StandardCharsets.UTF_8));
      assertThat(outcome).as(answer).isInstanceOf(Outcome.Result.class);
      byte[] again =
          trees.request(
              "echo",
              SoapVersion.SOAP_1_2,
              ((Outcome.Result) outcome).values(),
              DynamicMessages.Layout.COMPACT);
      String message = new String(again, StandardCharsets.UTF_8);
      assertThat(fleet.read(message)).as(message).usingRecursiveComparison().isEqualTo(value);
    }
  }

  @Property(tries = 6, shrinking = ShrinkingMode.OFF)
  void makesSamplesThatItsOwnReaderTakes(@ForAll long seed) throws Exception {
    Fleet fleet = new Fleet(new RandomSource(new Random(seed), false).service());
    Operation operation = fleet.contract.portTypes().get(0).operations().get(0);
    byte[] sample =
        DynamicMessages.of(fleet.contract)
            .request(
                "echo",
                SoapVersion.SOAP_1_1,
                Samples.of(fleet.contract, Examples.NONE).request(operation),
                DynamicMessages.Layout.INDENTED);
    String message = new String(sample, StandardCharsets.UTF_8);
    assertThat(fleet.complaint(message)).as(message).isEmpty();
    assertThat(Standards.firstError(fleet.schema, message)).as(message).isEmpty();
  }
}
