package org.calmanchor.core.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who may call, by the words of an annotation. */
class AccessTest {
  private static final Caller CLERK = Caller.of("ines-tallow", "clerk");
  private static final Caller BRIDGE = Caller.of("saltmere-bridge");

  private static Access of(String words) {
    return Access.of(words.isEmpty() ? List.of() : List.of(words.split(" ", -1)));
  }

  /** The callers allowed: n nobody, b one without a role, c one with the role clerk. */
  @ParameterizedTest
  @CsvSource({
    "'',                   nbc, bc,  any caller",
    "anyone,               nbc, nbc, anyone",
    "any-caller,           bc,  bc,  any caller",
    "clerk,                c,   c,   clerk",
    "harbor-master clerk,  c,   c,   'harbor-master, clerk'",
    "harbor-master,        '',  '',  harbor-master"
  })
  void allowsTheCallersThatAreNamed(
      String words, String withoutCallers, String withCallers, String text) {
    Access access = of(words);
    assertThat(allowed(access, false)).isEqualTo(withoutCallers);
    assertThat(allowed(access, true)).isEqualTo(withCallers);
    assertThat(access).hasToString(text);
  }

  private static String allowed(Access access, boolean knowsCallers) {
    return (access.allows(null, knowsCallers) ? "n" : "")
        + (access.allows(BRIDGE, knowsCallers) ? "b" : "")
        + (access.allows(CLERK, knowsCallers) ? "c" : "");
  }

  @ParameterizedTest
  @CsvSource({
    "anyone clerk,      includes everybody",
    "any-caller anyone, includes everybody",
    "clerk any-caller,  includes everybody",
    "cl%erk,            cannot be a role"
  })
  void refusesWordsThatContradictEachOther(String words, String problem) {
    assertThatThrownBy(() -> of(words))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(problem);
  }

  @Test
  void anOperationOverridesItsService() {
    assertThat(Access.UNSAID.or(of("clerk"))).isEqualTo(of("clerk"));
    assertThat(of("anyone").or(of("clerk"))).isEqualTo(of("anyone"));
  }
}
