package org.calmanchor.web.page;

import java.util.List;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.sample.Samples;
import org.jspecify.annotations.Nullable;

/**
 * What pages, and the questions of pages, need of a contract. It is made when somebody first asks,
 * so that a host without pages, and every start, is spared it. Safe for any number of threads.
 */
final class PageModel {
  private final Contract contract;
  private final Examples examples;
  private @Nullable Parts parts;

  PageModel(Contract contract, Examples examples) {
    this.contract = contract;
    this.examples = examples;
  }

  private record Parts(
      DynamicMessages messages,
      TypedOutcomes outcomes,
      Samples samples,
      List<OperationView> operations,
      List<TypeView> types) {}

  private synchronized Parts parts() {
    Parts known = parts;
    if (known == null) {
      DynamicMessages messages = DynamicMessages.of(contract);
      Samples samples = Samples.of(contract, examples);
      Forms forms = new Forms(contract, samples);
      known =
          new Parts(
              messages,
              new TypedOutcomes(contract, messages),
              samples,
              forms.operations(),
              forms.types());
      parts = known;
    }
    return known;
  }

  /** The messages as maps and lists. */
  DynamicMessages messages() {
    return parts().messages();
  }

  /** The content of answers and expectations with names and types. */
  TypedOutcomes outcomes() {
    return parts().outcomes();
  }

  /** Sample messages. */
  Samples samples() {
    return parts().samples();
  }

  /** The operations, in the order of the source if it is known, else of the document. */
  List<OperationView> operations() {
    return parts().operations();
  }

  /** The data types. */
  List<TypeView> types() {
    return parts().types();
  }
}
