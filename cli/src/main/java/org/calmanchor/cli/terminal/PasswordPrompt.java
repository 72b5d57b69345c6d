package org.calmanchor.cli.terminal;

import java.io.BufferedReader;
import java.io.Console;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.Charset;
import java.util.Arrays;
import java.util.Optional;

/** Asks for passwords: on a terminal without showing them, else from a line of standard input. */
public final class PasswordPrompt {
  private PasswordPrompt() {}

  /**
   * A secret that exists already: from the environment, or else asked for.
   *
   * @param what what is asked for, such as "Password of ines"
   * @param variable the environment variable that may have it
   * @throws CommandException when none is given
   */
  public static String ask(String what, String variable) {
    String known = System.getenv(variable);
    return known != null
        ? known
        : given(what, "Put it into the environment variable " + variable + ", or write");
  }

  /**
   * Asks for a new password; on a terminal, twice.
   *
   * @param what what is asked for, such as "Password of ines"
   * @throws CommandException when it is too short, or the second one is another
   */
  public static String askNew(String what, int least) {
    String password = given(what, "Write");
    if (password.length() < least) {
      throw CommandException.usage(
          "The password is too short: it needs " + least + " characters or more.");
    }
    terminal()
        .map(each -> typed(each, "The same again"))
        .filter(again -> !again.equals(password))
        .ifPresent(
            other -> {
              throw CommandException.usage("The two passwords differ. Nothing was changed.");
            });
    return password;
  }

  private static String given(String what, String fix) {
    String secret = terminal().map(each -> typed(each, what)).orElseGet(PasswordPrompt::line);
    if (secret.isEmpty()) {
      throw CommandException.usage(
          what + ": nothing was given. " + fix + " it as a line of standard input.");
    }
    return secret;
  }

  private static Optional<Console> terminal() {
    return Optional.ofNullable(System.console()).filter(PasswordPrompt::isTerminal);
  }

  /** From Java 22 on, there is a console even without a terminal, and a method that tells. */
  private static boolean isTerminal(Console console) {
    try {
      return (Boolean) Console.class.getMethod("isTerminal").invoke(console);
    } catch (ReflectiveOperationException olderJava) {
      return true;
    }
  }

  private static String typed(Console console, String what) {
    char[] typed = console.readPassword("%s: ", what);
    if (typed == null) {
      return "";
    }
    String password = new String(typed);
    Arrays.fill(typed, ' ');
    return password;
  }

  private static String line() {
    try {
      // Not closed: it is the process's own.
      String line =
          new BufferedReader(new InputStreamReader(System.in, Charset.defaultCharset())).readLine();
      return line == null ? "" : line;
    } catch (IOException unreadable) {
      throw CommandException.usage("The password cannot be read from standard input.");
    }
  }
}
