package org.calmanchor.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.PasswordPrompt;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.core.keys.KeySource;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.core.keys.StoredKeys;
import org.calmanchor.host.SoapHost;
import org.calmanchor.host.Tls;
import org.calmanchor.tls.PemKeys;
import org.calmanchor.tls.SelfSignedKeys;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options for what a command hosts with TLS. */
public final class TlsOptions {
  private static final String PASSWORD = "CALM_ANCHOR_TLS_PASSWORD";

  @Option(
      names = "--tls",
      paramLabel = "FILE",
      arity = "2",
      description =
          "Speak TLS: a file with the certificate and its chain, and one with its key, both PEM."
              + " Loaded again when they change. The password of an encrypted key is asked for, or"
              + " taken from the environment variable "
              + PASSWORD
              + ".")
  private List<Path> files = new ArrayList<>();

  @Option(
      names = "--tls-store",
      paramLabel = "FILE",
      description = "The same with a PKCS#12 file that has both.")
  private @Nullable Path store;

  @Option(
      names = "--tls-self-signed",
      description =
          "Speak TLS with a key and a certificate for localhost that are made at this start, for"
              + " trying it out.")
  private boolean isSelfSigned;

  @Option(
      names = "--client-ca",
      paramLabel = "FILE",
      description =
          "Ask clients for a certificate that these authorities (PEM) have issued. Callers of"
              + " --callers are known by it.")
  private @Nullable Path authorities;

  @Option(
      names = "--client-certificates",
      paramLabel = "WANTED|NEEDED",
      description = "Whether clients without a certificate may connect. Default: WANTED.")
  private @Nullable ClientCertificates clients;

  /** Whether clients have to have one. */
  enum ClientCertificates {
    WANTED,
    NEEDED
  }

  @Option(
      names = "--hsts",
      paramLabel = "DAYS",
      description = "Tell browsers to use only https for this host name, for so many days.")
  private int strictDays;

  /** Creates the options, for the command line. */
  public TlsOptions() {}

  /** Whether callers can have certificates. */
  public boolean knowsCertificates() {
    return authorities != null;
  }

  /**
   * Tells a host how to speak TLS, if an option asks for it.
   *
   * @return the certificate that callers have to trust, if it was made for this start
   * @throws CommandException when a file or a password is wrong
   */
  public Optional<Path> applyTo(SoapHost host) {
    int ways = (files.isEmpty() ? 0 : 1) + (store == null ? 0 : 1) + (isSelfSigned ? 1 : 0);
    if (ways > 1) {
      throw CommandException.usage("There is one of --tls, --tls-store and --tls-self-signed.");
    }
    if (clients != null && authorities == null) {
      throw CommandException.usage(
          "--client-certificates: say which authorities issue them, with --client-ca FILE.");
    }
    if (ways == 0) {
      if (authorities != null || strictDays != 0) {
        throw CommandException.usage(
            (authorities != null ? "--client-ca" : "--hsts")
                + " is for TLS: add --tls CERTIFICATE KEY.");
      }
      return Optional.empty();
    }
    try {
      KeySource keys = keys();
      keys.load();
      Tls tls = Tls.with(keys).strictTransport(Duration.ofDays(strictDays));
      if (authorities != null) {
        Certificates.at(authorities);
        tls =
            clients == ClientCertificates.NEEDED
                ? tls.needingClients(authorities)
                : tls.wantingClients(authorities);
      }
      host.tls(tls);
      return keys instanceof SelfSignedKeys made ? Optional.of(written(made)) : Optional.empty();
    } catch (KeysException unusable) {
      throw CommandException.usage("TLS: " + unusable.sentence());
    } catch (IllegalArgumentException negative) {
      throw CommandException.usage("--hsts: write a number of days.");
    }
  }

  private KeySource keys() {
    if (isSelfSigned) {
      return SelfSignedKeys.forLoopback();
    }
    if (store != null) {
      if (!Files.isReadable(store)) {
        throw CommandException.usage("--tls-store: " + store + " cannot be read.");
      }
      return StoredKeys.at(store, password(store));
    }
    PemKeys keys = PemKeys.at(files.get(0), files.get(1));
    return keys.isEncrypted() ? keys.password(password(files.get(1))) : keys;
  }

  private static String password(Path file) {
    return PasswordPrompt.ask("Password of " + file, PASSWORD);
  }

  /** Writes the certificate, not the key, where those find it who are to trust it. */
  private static Path written(SelfSignedKeys made) {
    try {
      Path file = Files.createTempFile("calm-anchor-certificate-", ".pem");
      file.toFile().deleteOnExit();
      return Files.writeString(file, made.certificate(), StandardCharsets.UTF_8);
    } catch (IOException unwritable) {
      throw CommandException.usage("The certificate cannot be written: " + unwritable.getMessage());
    }
  }
}
