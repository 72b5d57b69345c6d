package org.calmanchor.processor;

import java.util.List;
import java.util.function.Supplier;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/** What a view makes of a service: its problems, or its contract and examples. */
record Seen(List<String> problems, @Nullable Contract contract, @Nullable Examples examples) {
  static Seen of(JavaType service) {
    return of(() -> ContractReader.readSource(service));
  }

  static Seen of(Class<?> service) {
    return of(() -> ContractReader.read(service));
  }

  private static Seen of(Supplier<Reading> reader) {
    try {
      Reading reading = reader.get();
      return new Seen(List.of(), reading.contract(), reading.examples());
    } catch (ContractException wrong) {
      // The order of a class's properties is not defined, and so that of their problems.
      return new Seen(
          wrong.problems().stream().map(Problem::toString).sorted().toList(), null, null);
    }
  }
}
