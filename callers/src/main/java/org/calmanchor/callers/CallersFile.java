package org.calmanchor.callers;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.cert.X509Certificate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongSupplier;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.access.CertificateCallers;
import org.calmanchor.core.access.UsernameTokenSettings;

/**
 * A file of callers with their roles and password hashes. It is read again, at most once a second,
 * when it has changed; while it cannot be read, what was read last counts, and the log says why.
 * Safe for several threads.
 *
 * <pre>{@code
 * callers:
 *   ines-tallow:
 *     roles: [clerk]
 *     password: "$argon2id$v=19$m=19456,t=2,p=1$..."
 *   saltmere-bridge:
 *     roles: [bridge]
 *     certificate: bridge.saltmere.example
 * }</pre>
 */
public final class CallersFile implements Callers, CertificateCallers {
  private final Path file;
  private final WatchedFile<CallersText> watched;

  private CallersFile(Path file, LongSupplier clock) {
    this.file = file;
    this.watched = new WatchedFile<>(file, this::read, clock);
  }

  /**
   * Reads a file.
   *
   * @throws CallersFileException when it cannot be read, or is not as it has to be
   */
  public static CallersFile at(Path file) {
    return at(file, System::nanoTime);
  }

  static CallersFile at(Path file, LongSupplier clock) {
    return new CallersFile(file, clock);
  }

  private CallersText read() {
    try {
      return new CallersReader(file.toString()).read(Files.readString(file));
    } catch (IOException unreadable) {
      throw new CallersFileException(
          file.toString(),
          0,
          "cannot be read. Make it with: calm-anchor callers add NAME --file " + file);
    }
  }

  @Override
  public Optional<Caller> find(String name, String password) {
    CallerEntry entry = current().entries().get(name);
    boolean isRight =
        PasswordHash.matches(
            password,
            entry == null || entry.hash().isEmpty() ? PasswordHash.ofNobody() : entry.hash());
    return entry != null && !entry.hash().isEmpty() && isRight
        ? Optional.of(entry.caller())
        : Optional.empty();
  }

  /**
   * Finds the caller whose {@code certificate} is one of the names of a client certificate: the
   * common name of its subject, or a DNS name, an e-mail address or a URI of its subject's
   * alternative names (RFC 5280, section 4.2.1.6).
   */
  @Override
  public Optional<Caller> find(X509Certificate certificate) {
    Set<String> names = CertificateNames.of(certificate);
    return current().entries().values().stream()
        .filter(each -> !each.certificate().isEmpty() && names.contains(each.certificate()))
        .map(CallerEntry::caller)
        .findFirst();
  }

  @Override
  public long edition() {
    return watched.edition();
  }

  /**
   * Everything by which callers are known: names and passwords, and what else the file says.
   *
   * @param knowsCertificates whether callers can have client certificates, too
   * @throws CallersFileException when the keys of tokens cannot be read
   */
  public CallerSources sources(boolean knowsCertificates) {
    CallerSources sources = CallerSources.NONE.withPasswords(this);
    TokenSettings tokens = current().tokens();
    if (tokens != null) {
      sources = sources.withTokens(JwtVerifier.of(tokens));
    }
    if (current().takesUsernameTokens()) {
      sources = sources.withUsernameTokens(UsernameTokenSettings.text());
    }
    return knowsCertificates ? sources.withCertificates(this) : sources;
  }

  /**
   * Who may call operations whose code does not say it, or says something else: by "Service" for
   * all operations of a service, or by "Service.operation".
   */
  public Map<String, Access> operations() {
    return current().operations();
  }

  /** The callers, in the order of the file. */
  public List<Caller> all() {
    return current().entries().values().stream().map(CallerEntry::caller).toList();
  }

  private CallersText current() {
    return watched.current();
  }

  /**
   * Adds a caller to a file, or gives it another password and other roles; makes the file if there
   * is none.
   *
   * @throws CallersFileException when the file is not as it has to be, or cannot be written
   */
  public static void add(Path file, Caller caller, String password) {
    CallersEdit edit = edit(file);
    CallerEntry former = edit.former().entries().get(caller.name());
    write(
        file,
        edit.with(caller, PasswordHash.of(password), former == null ? "" : former.certificate()));
  }

  /**
   * Adds a caller who has a client certificate to a file, or gives it another one and other roles;
   * makes the file if there is none.
   *
   * @param certificate a name in the certificate
   * @throws CallersFileException when the file is not as it has to be, or cannot be written
   */
  public static void addCertificate(Path file, Caller caller, String certificate) {
    CallersEdit edit = edit(file);
    CallerEntry former = edit.former().entries().get(caller.name());
    write(file, edit.with(caller, former == null ? "" : former.hash(), certificate));
  }

  /**
   * Gives a caller other roles.
   *
   * @throws CallersFileException when the file does not have it, or cannot be written
   */
  public static void setRoles(Path file, Caller changed) {
    CallersEdit edit = new CallersEdit(at(file).current());
    CallerEntry entry = edit.former().entries().get(changed.name());
    if (entry == null) {
      throw unknown(file, changed.name());
    }
    write(file, edit.with(changed, entry.hash(), entry.certificate()));
  }

  /**
   * Removes a caller.
   *
   * @throws CallersFileException when the file does not have it, or cannot be written
   */
  public static void remove(Path file, String name) {
    CallersEdit edit = new CallersEdit(at(file).current());
    if (!edit.former().entries().containsKey(name)) {
      throw unknown(file, name);
    }
    write(file, edit.without(name));
  }

  private static CallersFileException unknown(Path file, String name) {
    return new CallersFileException(file.toString(), 0, "there is no caller \"" + name + "\".");
  }

  private static CallersEdit edit(Path file) {
    return Files.exists(file)
        ? new CallersEdit(at(file).current())
        : CallersEdit.empty(file.toString());
  }

  /** Replaces the file at once, so that nobody reads a half of it. Only its owner can read it. */
  private static void write(Path file, CallersText text) {
    try {
      Path folder = file.toAbsolutePath().getParent();
      Path next = Files.createTempFile(folder, ".callers", ".yaml");
      Files.write(next, text.text().getBytes(StandardCharsets.UTF_8));
      Files.move(next, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } catch (IOException unwritable) {
      throw new CallersFileException(
          file.toString(), 0, "cannot be written: " + unwritable.getMessage());
    }
  }
}
