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
   * Asks for a password that exists already.
   *
   * @throws CommandException when none is given
   */
  public static String ask(String question) {
    String password = terminal().map(each -> typed(each, question)).orElseGet(PasswordPrompt::line);
    if (password.isEmpty()) {
      throw CommandException.usage("A password is needed.");
    }
    return password;
  }

  /**
   * Asks for a new password; on a terminal, twice.
   *
   * @throws CommandException when it is too short, or the second one is another
   */
  public static String askNew(String question, int least) {
    String password = ask(question);
    if (password.length() < least) {
      throw CommandException.usage(
          "The password is too short: it needs " + least + " characters or more.");
    }
    terminal()
        .map(each -> typed(each, "The same again: "))
        .filter(again -> !again.equals(password))
        .ifPresent(
            other -> {
              throw CommandException.usage("The two passwords differ. Nothing was changed.");
            });
    return password;
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

  private static String typed(Console console, String question) {
    char[] typed = console.readPassword("%s", question);
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
