package org.calmanchor.cli;

import java.nio.file.Path;
import java.util.Map;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.callers.CallersFileException;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.host.SoapHost;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The option for the file of those who may call what a command hosts. */
public final class CallersOption {
  @Option(
      names = "--callers",
      paramLabel = "FILE",
      description =
          "Let only the callers in this file call what is hosted, with their roles; see"
              + " calm-anchor callers. Operations for certain callers need it.")
  private @Nullable Path file;

  /** Creates the option, for the command line. */
  public CallersOption() {}

  /** Whether it was given. */
  public boolean isGiven() {
    return file != null;
  }

  /** Who may call, other than the code says, as the file has it. */
  public Map<String, Access> operations() {
    return file == null ? Map.of() : read(file).operations();
  }

  private static CallersFile read(Path file) {
    try {
      return CallersFile.at(file);
    } catch (CallersFileException wrong) {
      throw CommandException.usage("--callers: " + wrong.getMessage());
    }
  }

  /**
   * Tells a host of the callers, if the option was given.
   *
   * @param knowsCertificates whether they can have client certificates
   * @return by what they are known
   * @throws CommandException when the file is not as it has to be
   */
  public CallerSources applyTo(SoapHost host, boolean knowsCertificates) {
    CallerSources sources = CallerSources.NONE;
    if (file != null) {
      try {
        sources = read(file).sources(knowsCertificates);
      } catch (CallersFileException wrong) {
        throw CommandException.usage("--callers: " + wrong.getMessage());
      }
      host.callers(sources);
    }
    return sources;
  }
}
