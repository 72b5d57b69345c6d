package org.calmanchor.cli;

import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import picocli.CommandLine.Mixin;

/** The options of commands for any contract: that of a class, or of a document. */
final class TargetOptions {
  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Mixin private DocumentOptions documents = new DocumentOptions();

  /**
   * What a target stands for.
   *
   * @param examples the example values in its code; none for a document
   */
  record Target(Contract contract, Examples examples) {}

  /**
   * The contract of a target.
   *
   * @param text the name of a class, a file, or a URL
   * @throws org.calmanchor.core.problem.ContractException with every problem of it
   */
  Target target(String text) {
    if (DocumentOptions.isDocument(text)) {
      return new Target(documents.read(text).contract(), Examples.NONE);
    }
    Reading reading = ContractReader.read(classPath.classes().named(text));
    return new Target(reading.contract(), reading.examples());
  }
}
