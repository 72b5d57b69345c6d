package org.calmanchor.core.diff;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import javax.xml.transform.Source;
import org.calmanchor.core.Documents;
import org.calmanchor.core.content.ValidMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.problem.ContractException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.xml.sax.SAXException;

/**
 * What is called compatible is compatible: the JDK's validator judges random messages of one
 * contract by the schema of the other one.
 */
class CompatibleContractsTest {
  private static final int MUTANTS = Integer.getInteger("calm.anchor.mutants", 400);
  private static final int MESSAGES = 12;

  static Stream<ChangeCase> cases() throws IOException {
    return ChangeCase.read("changes.txt").stream();
  }

  /** The verdict on each row of the table, both ways. */
  @ParameterizedTest
  @MethodSource("cases")
  void acceptsWhatIsSaidToBeAccepted(ChangeCase each) throws Exception {
    String old = ContractDiffTest.document(each.schema("old"));
    String now = ContractDiffTest.document(each.schema("new"));
    Random random = new Random(7);
    int judged = requireCompatible(old, now, 120, random);
    judged += requireCompatible(now, old, 120, random);
    // What breaks those who receive breaks those who send in the other direction.
    assertThat(judged > 0)
        .as("one direction is said to be compatible, and its messages were judged")
        .isEqualTo(!each.line("breaks").equals("both"));
  }

  @Test
  void acceptsMessagesOfRandomlyChangedContracts() throws Exception {
    Random random = new Random(20_261_128);
    List<ChangeCase> all = cases().toList();
    int judged = 0;
    int noSchemas = 0;
    for (int i = 0; i < MUTANTS; i++) {
      ChangeCase start = all.get(random.nextInt(all.size()));
      String old = ContractDiffTest.document(start.schema(random.nextBoolean() ? "old" : "new"));
      String now = SchemaMutation.of(old, random);
      try {
        judged += requireCompatible(old, now, MESSAGES, random);
        judged += requireCompatible(now, old, MESSAGES, random);
      } catch (ContractException | SAXException noSchema) {
        noSchemas++;
      }
    }
    assertThat(judged).as("messages judged").isGreaterThan(MUTANTS);
    assertThat(noSchemas).as("changes that made no schema").isLessThan(MUTANTS / 2);
  }

  /**
   * Judges valid messages of one document by the other one, if that is said to accept them.
   *
   * @return how many were judged
   */
  private static int requireCompatible(String from, String to, int tries, Random random)
      throws Exception {
    Contract old = Documents.read(from);
    Contract now = Documents.read(to);
    ValidMessages of = new ValidMessages(from, old);
    ValidMessages by = new ValidMessages(to, now);
    List<Change> changes = ContractDiff.of(old, now);
    if (changes.stream().anyMatch(Change::breaksSenders)) {
      return 0;
    }
    List<Source> valid = of.some(tries, random);
    for (Source message : valid) {
      assertThat(by.firstError(message)).as(from + "\n\n" + to + "\n\n" + changes).isEmpty();
    }
    // The other direction of the same comparison.
    List<Change> back = ContractDiff.of(now, old);
    assertThat(back.stream().anyMatch(Change::breaksReceivers)).as(from + "\n" + to).isFalse();
    return valid.size();
  }
}
