package org.calmanchor.cli.terminal;

/** Ends a command. The message is all that the user sees. */
public final class CommandException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final int exitCode;

  private CommandException(int exitCode, String message) {
    super(message);
    this.exitCode = exitCode;
  }

  /** Creates an exception for a command line that has to be changed. */
  public static CommandException usage(String message) {
    return new CommandException(2, message);
  }

  /** Creates an exception for a problem with the contract, the call or the environment. */
  public static CommandException problem(String message) {
    return new CommandException(1, message);
  }

  /** Creates an exception for a call that got no answer. */
  public static CommandException noAnswer(String message) {
    return new CommandException(4, message);
  }

  /** The exit code of the command. */
  public int exitCode() {
    return exitCode;
  }
}
