package org.calmanchor.callers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicLong;
import org.calmanchor.core.access.Caller;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A file of callers: read, changed, read again. */
class CallersFileTest {
  /** Of bcrypt's own tests: the password is U*U. */
  private static final String BCRYPT =
      "$2a$05$CCCCCCCCCCCCCCCCCCCCC.E5YPO9kmyuRGyh0XouQYb4YMJKvyOeW";

  private static final Caller CLERK = Caller.of("ines-tallow", "clerk");

  @TempDir private Path folder;
  private final AtomicLong clock = new AtomicLong();
  private Path file;

  @BeforeEach
  void chooseFile() {
    file = folder.resolve("callers.yaml");
  }

  private CallersFile open() {
    return CallersFile.at(file, clock::get);
  }

  /** Writes it, and lets the time pass after which it is looked at again. */
  private void change(String text) throws Exception {
    Files.writeString(file, text);
    Files.setLastModifiedTime(file, FileTime.from(Instant.ofEpochSecond(clock.get() / 1_000_000)));
    clock.addAndGet(Duration.ofSeconds(2).toNanos());
  }

  @Test
  void keepsHashesOnlyAndFindsCallersByTheirPasswords() throws Exception {
    CallersFile.add(file, CLERK, "gull & heron: 7");
    CallersFile.add(file, Caller.of("on"), "ü");
    assertThat(file)
        .content()
        .contains(
            "  ines-tallow:\n    roles: [clerk]\n    password: \"$argon2id$v=19$m=19456,t=2,p=1$")
        .contains("  'on':\n    roles: []\n")
        .doesNotContain("gull");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-------");
    CallersFile callers = open();
    assertThat(callers.find("ines-tallow", "gull & heron: 7")).contains(CLERK);
    assertThat(callers.find("on", "ü")).contains(Caller.of("on"));
    assertThat(callers.find("ines-tallow", "gull")).isEmpty();
    assertThat(callers.find("INES-TALLOW", "gull & heron: 7")).isEmpty();
    assertThat(callers.find("nobody", "nobody's")).isEmpty();
    assertThat(callers.all()).containsExactly(CLERK, Caller.of("on"));
    assertThat(new CallersReader("callers.yaml").read(Files.readString(file)).entries().toString())
        .contains("ines-tallow")
        .doesNotContain("argon2");
  }

  @Test
  void takesHashesOfOtherPrograms() throws Exception {
    Files.writeString(file, "callers:\n  bram-oakes:\n    password: " + BCRYPT + "\n");
    assertThat(open().find("bram-oakes", "U*U")).contains(Caller.of("bram-oakes"));
    assertThat(open().find("bram-oakes", "U*V")).isEmpty();
  }

  @Test
  void changesLeaveCommentsAndOtherEntriesAsTheyAre() throws Exception {
    String start = "# Kept by the harbor office\ncallers:\n\n";
    String bram = "  bram-oakes: # harbor master\n    password: " + BCRYPT + "\n";
    String bridge =
        "\n  # the bridge of Saltmere\n  saltmere-bridge:\n    password: "
            + BCRYPT
            + "\n    roles:\n      - lister\n";
    Files.writeString(file, start + bram + bridge + "# the end\n");
    CallersFile.add(file, CLERK, "gull");
    String added = Files.readString(file);
    assertThat(added)
        .startsWith(start + bram + bridge + "  ines-tallow:\n")
        .endsWith("# the end\n");
    CallersFile.setRoles(file, Caller.of("ines-tallow", "clerk", "lister"));
    assertThat(file).content().contains("    roles: [clerk, lister]\n");
    assertThat(open().find("ines-tallow", "gull")).isPresent();
    CallersFile.remove(file, "ines-tallow");
    assertThat(file).content().isEqualTo(start + bram + bridge + "# the end\n");
    CallersFile.remove(file, "bram-oakes");
    CallersFile.remove(file, "saltmere-bridge");
    assertThat(file).content().isEqualTo(start + "\n  # the bridge of Saltmere\n# the end\n");
    assertThatThrownBy(() -> CallersFile.remove(file, "bram-oakes"))
        .hasMessageEndingWith("callers.yaml: there is no caller \"bram-oakes\".");
    assertThatThrownBy(() -> CallersFile.setRoles(file, CLERK)).hasMessageContaining("no caller");
  }

  @Test
  void isReadAgainWhenItChangesAndKeepsTheLastGoodOne() throws Exception {
    String good = "callers:\n  bram-oakes:\n    password: " + BCRYPT + "\n";
    Files.writeString(file, good);
    CallersFile callers = open();
    assertThat(callers.edition()).isZero();
    change(good + "    roles: [harbor-master]\n");
    assertThat(callers.edition()).isEqualTo(1);
    assertThat(callers.all()).containsExactly(Caller.of("bram-oakes", "harbor-master"));
    change("callers:\n  bram-oakes:\n    password: plain\n");
    assertThat(callers.find("bram-oakes", "U*U")).isPresent();
    Files.delete(file);
    clock.addAndGet(Duration.ofSeconds(2).toNanos());
    assertThat(callers.find("bram-oakes", "U*U")).isPresent();
    assertThat(callers.edition()).isEqualTo(1);
    change("callers:\n");
    assertThat(callers.find("bram-oakes", "U*U")).isEmpty();
    assertThat(callers.edition()).isEqualTo(2);
  }

  @Test
  void hasOtherWaysInAndWhoMayCall() throws Exception {
    Files.writeString(file, "callers:\n  a:\n    certificate: a.example\n    roles: [b]\n");
    assertThat(open().sources(false).words()).isEqualTo("a name and a password");
    assertThat(open().find("a", "")).isEmpty();
    Files.writeString(
        file,
        """
        callers:
          a:
            certificate: a.example
        usernameTokens: text
        operations:
          Desk: anyone
          Desk.cancel: [clerk]
        """);
    CallersFile opened = open();
    assertThat(opened.sources(true).words())
        .isEqualTo(
            "a name and a password, or a client certificate, or a WS-Security username token");
    assertThat(opened.operations()).hasToString("{Desk=anyone, Desk.cancel=clerk}");
    CallersFile.remove(file, "a");
    CallersFile.addCertificate(file, Caller.of("a"), "a.example");
    CallersFile.setRoles(file, Caller.of("a", "clerk"));
    CallersFile.addCertificate(file, Caller.of("b"), "it's b");
    assertThat(Files.readString(file))
        .contains("    roles: [clerk]\n    certificate: 'a.example'", "certificate: 'it''s b'")
        .contains("usernameTokens: text");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "[]|1: expected \"callers:\" and the callers below it.",
        "''|: \"callers:\" is missing.",
        "callers: {|1: is not YAML: ",
        "callers:\\n  a: x|2: expected \"password\", \"certificate\" and \"roles\".",
        "callers:\\n  a:\\n    roles: [b]|2: the password of a is missing; set it with: calm-anchor callers add a",
        "callers:\\n  a:\\n    password: gull|3: the password of a is no hash of Argon2id or bcrypt; set it",
        "callers:\\n  a:\\n    passwort: x|3: \"passwort\" is not known here; there is password, certificate and roles.",
        "callers:\\n  a:\\n    password: $\\n    roles: b|4: roles are a list, such as [clerk, harbor-master].",
        "callers:\\n  a:\\n    password: $\\n    roles: [anyone]|4: \"anyone\" cannot be a role.",
        "callers:\\n  a:\\n    password: $\\n    roles: [b, b]|4: role b occurs twice.",
        "callers:\\n  a:\\n    password: $\\n  a:\\n    password: $|4: ",
        "callers:\\n  'a:b':\\n    password: $|2: a name has no colon and no control characters, ",
        "callers:\\nroles: []|1: there is \"callers:\" with the callers below it, and perhaps \"tokens:\",",
        "callers:\\nusernameTokens: digest|2: a digest needs the password itself, and this file has",
        "callers:\\nusernameTokens: x|2: \"usernameTokens\" is text or none.",
        "callers:\\ntokens:\\n  keys: a\\n  issuer: b|2: tokens need \"audience\".",
        "callers:\\ntokens:\\n  key: a|3: \"key\" is not known here; there is keys, issuer, audience,",
        "callers:\\noperations:\\n  Desk: [anyone, a]|3: \"anyone\" includes everybody that \"a\" names;",
        "callers:\\noperations: Desk|2: expected services or operations, such as",
        "callers:\\n  a: &x\\n    password: $\\n  b: *x|4: repeats something by an alias (*); write it out."
      })
  void saysWhatIsWrongAndWhere(String text, String problem) throws Exception {
    Files.writeString(file, text.replace("\\n", "\n").replace("$", BCRYPT));
    String place = problem.startsWith(":") ? file + problem : file + ":" + problem;
    assertThatThrownBy(this::open)
        .isInstanceOf(CallersFileException.class)
        .hasMessageStartingWith(place);
  }

  /** A ratio, so that the machine's speed does not matter. */
  @Test
  void anUnknownNameTakesAsLongAsAWrongPassword() throws Exception {
    CallersFile.add(file, CLERK, "gull");
    CallersFile callers = open();
    long[] unknown = new long[15];
    long[] wrong = new long[15];
    for (int i = 0; i < unknown.length; i++) {
      unknown[i] = nanos(callers, "nobody");
      wrong[i] = nanos(callers, CLERK.name());
    }
    Arrays.sort(unknown);
    Arrays.sort(wrong);
    assertThat((double) unknown[7] / wrong[7]).isBetween(0.6, 1.7);
  }

  private static long nanos(CallersFile callers, String name) {
    long start = System.nanoTime();
    assertThat(callers.find(name, "heron")).isEmpty();
    return System.nanoTime() - start;
  }
}
