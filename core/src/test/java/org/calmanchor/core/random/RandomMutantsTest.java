package org.calmanchor.core.random;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.calmanchor.core.Standards;

/** Messages with one change each: refused as a validator refuses them, by the published schema. */
class RandomMutantsTest {
  /** What we let pass on purpose, by the validator's codes; docs/types.md says why. */
  private static final List<String> PASSED =
      List.of(
          // White space in an element that has no content, or is nil.
          "cvc-complex-type.2.1:",
          "cvc-elt.3.2.1:",
          // Where nothing else is wrong: xsi:nil="false" on an element that cannot be nil.
          "cvc-elt.3.1:");

  /** By command with 4200, which makes 50,000 in all. */
  private static final int MUTANTS = Integer.getInteger("calm.anchor.mutants", 120);

  @Property(tries = 7, shrinking = ShrinkingMode.OFF)
  void refusesExactlyWhatTheValidatorRefuses(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    String source = new RandomSource(random, true).service();
    Fleet fleet = new Fleet(source);
    RandomValue values = new RandomValue(random);
    for (int i = 0; i < MUTANTS; i++) {
      Object badge = random.nextBoolean() ? null : values.of(fleet.badge);
      String message =
          random.nextInt(8) == 0
              ? fleet.written("sum", badge, random.ints(2).toArray())
              : fleet.written("echo", badge, values.of(fleet.all));
      String changed = Mutation.of(message, random);
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
}
