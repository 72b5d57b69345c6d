package org.calmanchor.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class OperationGroupTest {
  private static OperationView operation(String name) {
    return new OperationView(name, "", false, "", List.of(), List.of(), "int", List.of());
  }

  @Test
  void aLongListIsGroupedByTheFirstWord() {
    List<OperationView> all =
        Stream.concat(
                IntStream.range(0, 40)
                    .mapToObj(i -> operation(i % 2 == 0 ? "findQ" + i : "readX" + i)),
                Stream.of(operation("moor"), operation("cancelStay")))
            .toList();
    assertThat(OperationGroup.of(all))
        .extracting(group -> group.title() + " " + group.operations().size())
        .containsExactly("find 20", "read 20", "others 2");
    assertThat(OperationGroup.of(all.subList(0, 30)))
        .singleElement()
        .satisfies(group -> assertThat(group.title()).isEmpty());
  }
}
