package org.calmanchor.examples.demo;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.PrintWriter;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.access.PasswordSource.KnownPassword;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.examples.harbor.HarborOffice;

/**
 * The staff of the demo. Its passwords are made at each start and printed, which is right for a
 * demo only; a file of callers has slow hashes instead.
 */
final class DemoStaff implements Callers {
  private static final List<Caller> STAFF =
      List.of(
          Caller.of("ines-tallow", HarborOffice.CLERK),
          Caller.of("bram-oakes", HarborOffice.HARBOR_MASTER),
          Caller.of("saltmere-bridge", HarborOffice.BRIDGE));
  private static final List<String> WORDS =
      List.of(
          "amber", "anchor", "cable", "copper", "dory", "ebb", "fathom", "galley", "heron", "kelp",
          "lantern", "marrow", "otter", "pebble", "quill", "rudder", "salt", "tarn", "wick",
          "wren");
  private static final int WORDS_EACH = 3;
  private static final int NUMBERS = 90;
  private static final int FIRST_NUMBER = 10;

  private final Map<String, String> passwords = new LinkedHashMap<>();

  /** Makes the passwords. */
  DemoStaff() {
    SecureRandom random = new SecureRandom();
    for (Caller caller : STAFF) {
      StringBuilder password = new StringBuilder();
      for (int i = 0; i < WORDS_EACH; i++) {
        password.append(WORDS.get(random.nextInt(WORDS.size()))).append('-');
      }
      passwords.put(
          caller.name(), password.append(FIRST_NUMBER + random.nextInt(NUMBERS)).toString());
    }
  }

  @Override
  public Optional<Caller> find(String name, String password) {
    return password(name)
        .filter(
            known ->
                MessageDigest.isEqual(known.password().getBytes(UTF_8), password.getBytes(UTF_8)))
        .map(KnownPassword::caller);
  }

  /** Everything by which they are known: HTTP Basic, and username tokens of both kinds. */
  CallerSources sources() {
    return CallerSources.NONE
        .withPasswords(this)
        .withUsernameTokens(UsernameTokenSettings.textOrDigest(this::password));
  }

  private Optional<KnownPassword> password(String name) {
    return STAFF.stream()
        .filter(each -> each.name().equals(name))
        .findFirst()
        .map(each -> new KnownPassword(each, passwords.getOrDefault(name, "")));
  }

  /** Prints who they are, with their passwords. */
  void print(PrintWriter out) {
    out.println("  The staff, with passwords that are made up at each start:");
    for (Caller caller : STAFF) {
      out.printf(
          "    %-16s %-14s %s%n",
          caller.name(), String.join(", ", caller.roles()), passwords.get(caller.name()));
    }
    out.println();
    out.flush();
  }
}
