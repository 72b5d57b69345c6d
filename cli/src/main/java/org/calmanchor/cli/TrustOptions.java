package org.calmanchor.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.PasswordPrompt;
import org.calmanchor.client.TrustedCertificates;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.tls.PemKeys;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options for TLS with a server, from which documents are read and which is called. */
public final class TrustOptions {
  private static final String PASSWORD = "CALM_ANCHOR_CERTIFICATE_PASSWORD";

  @Option(
      names = "--ca",
      paramLabel = "FILE",
      description = "Trust the certificates in this file (PEM) instead of the usual ones.")
  private @Nullable Path authority;

  @Option(
      names = "--certificate",
      paramLabel = "FILE",
      arity = "2",
      description =
          "Show a client certificate: a file with the certificate, and one with its key, both PEM."
              + " The password of an encrypted key is asked for, or taken from the environment"
              + " variable "
              + PASSWORD
              + ".")
  private List<Path> certificate = new ArrayList<>();

  /** Creates the options, for the command line. */
  public TrustOptions() {}

  /**
   * The settings of TLS; empty for the usual ones.
   *
   * @throws CommandException when a file cannot be used
   */
  public Optional<SSLContext> context() {
    if (authority == null && certificate.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(TrustedCertificates.of(authority, keys()));
    } catch (IOException unusable) {
      throw CommandException.usage("--ca: " + unusable.getMessage());
    }
  }

  private @Nullable Keys keys() {
    if (certificate.isEmpty()) {
      return null;
    }
    try {
      PemKeys keys = PemKeys.at(certificate.get(0), certificate.get(1));
      return keys.isEncrypted()
          ? keys.password(PasswordPrompt.ask("Password of " + certificate.get(1), PASSWORD)).load()
          : keys.load();
    } catch (KeysException unusable) {
      throw CommandException.usage("--certificate: " + unusable.sentence());
    }
  }
}
