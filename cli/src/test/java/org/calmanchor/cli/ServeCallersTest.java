package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.core.access.Caller;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Services that not everybody may call, from the terminal. */
class ServeCallersTest {
  @TempDir private static Path all;

  @TempDir private Path folder;

  @BeforeAll
  static void hashPasswords() throws Exception {
    Path callers = all.resolve("callers.yaml");
    CallersFile.add(callers, Caller.of("ines-tallow", "clerk"), "gull and heron");
    CallersFile.add(callers, Caller.of("saltmere-bridge"), "gull and heron");
    Sources.compile(all, "Office", CallersCommandTest.OFFICE, "-parameters");
  }

  @BeforeEach
  void copy() throws Exception {
    for (String file : List.of("callers.yaml", "Office.class")) {
      Files.copy(all.resolve(file), folder.resolve(file));
    }
  }

  @Test
  void servesWhoMayCallAndCallsAsSomebody() throws Exception {
    try (Tool.Running serving =
        new Tool.Running(
            folder,
            "serve",
            "Office",
            "--classpath",
            ".",
            "--port",
            "0",
            "--callers",
            "callers.yaml")) {
      String said = serving.until("hours");
      assertThat(said)
          .contains("Try   curl -s -u NAME http://")
          .contains("    Office\n      closeBerth  clerk\n      hours       anyone\n");
      String wsdl = said.replaceFirst("(?s).*WSDL +(\\S+).*", "$1");
      assertThat(Tool.run(folder, "call", wsdl, "hours").out()).contains("8 to 17");
      Tool nobody = Tool.run(folder, "call", wsdl, "closeBerth", "code=H-07");
      assertThat(nobody.err()).contains("status 401: Operation closeBerth needs a caller");
      Tool clerk = call(wsdl, "ines-tallow", "--show", "exchange");
      assertThat(clerk.out())
          .contains("Authorization: •••", "H-07 is closed")
          .doesNotContain("Basic");
      assertThat(call(wsdl, "saltmere-bridge").err())
          .contains("status 403: You may not call operation closeBerth");
      Tool.run(folder, "callers", "remove", "ines-tallow");
      Await.untilAsserted(
          "the running host has noticed the change",
          () ->
              assertThat(call(wsdl, "ines-tallow").err())
                  .contains("The name or the password is wrong."));
    }
  }

  @Test
  void eachCheckHasItsCaller() throws Exception {
    Files.writeString(
        folder.resolve("rights.yaml"),
        """
        service: Office
        caller: {name: ines-tallow, password: !environment INES_PASSWORD }
        checks:
          - {check: clerk, operation: closeBerth, input: {code: H-07}, expect: {result: {result: !any }}}
          - {check: nobody, operation: closeBerth, caller: nobody, expect: {refused: 401}}
          - check: bridge
            given: [{operation: closeBerth, caller: {name: ines-tallow, password: !environment INES_PASSWORD }, input: {code: H-07}}]
            operation: closeBerth
            caller: {name: saltmere-bridge, password: !environment INES_PASSWORD }
            expect: {refused: 403}
          - {check: unset, operation: hours, caller: {token: !environment NOT_SET_HERE }, expect: {result: {}}}
        """);
    Map<String, String> environment = Map.of("INES_PASSWORD", "gull and heron");
    try (Tool.Running checking =
        new Tool.Running(
            folder,
            environment,
            "check",
            "rights.yaml",
            "--against",
            "Office",
            "--classpath",
            ".",
            "--callers",
            "callers.yaml")) {
      assertThat(checking.until("checks failed"))
          .contains("ok      clerk", "ok      nobody", "ok      bridge", "FAILED  unset")
          .contains("1 of 4 checks failed")
          .contains("none: the environment variable NOT_SET_HERE is not set")
          .doesNotContain("heron");
    }
  }

  @Test
  void descriptionsSayWhoMayCall() throws Exception {
    Tool outline = Tool.run(folder, "describe", "Office", "closeBerth", "--classpath", ".");
    assertThat(outline.out()).contains("\n  for clerk\n  request");
    Tool json = Tool.run(folder, "describe", "Office", "closeBerth", "--classpath", ".", "--json");
    assertThat(json.out()).contains("\"callers\" : [ \"clerk\" ]");
    Tool.run(folder, "describe", "Office", "--classpath", ".", "--html", "office.html");
    assertThat(folder.resolve("office.html"))
        .content()
        .containsOnlyOnce("For <strong>clerk</strong>: send a name and a password");
  }

  private Tool call(String wsdl, String caller, String... more) throws Exception {
    String[] all = new String[more.length + 6];
    String[] start = {"call", wsdl, "closeBerth", "code=H-07", "--caller", caller};
    System.arraycopy(start, 0, all, 0, start.length);
    System.arraycopy(more, 0, all, start.length, more.length);
    return Tool.fed(folder, "gull and heron\n", all);
  }
}
