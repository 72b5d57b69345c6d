package org.calmanchor.callers;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongSupplier;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.access.CertificateCallers;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

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
  private static final Logger LOG = LoggerFactory.getLogger(CallersFile.class);
  private static final long LOOK_NANOS = Duration.ofSeconds(1).toNanos();

  private final Path file;
  private final LongSupplier clock;
  private long looked;
  private State state;

  private record State(CallersText text, @Nullable Stamp stamp, long edition) {}

  private record Stamp(FileTime changed, long size) {}

  private CallersFile(Path file, LongSupplier clock) {
    this.file = file;
    this.clock = clock;
    this.looked = clock.getAsLong();
    Stamp stamp = stamp();
    this.state = new State(read(), stamp, 0);
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
      return CallersText.of(file.toString(), Files.readString(file));
    } catch (IOException unreadable) {
      throw new CallersFileException(
          file.toString(),
          0,
          "cannot be read. Make it with: calm-anchor callers add NAME --file " + file);
    }
  }

  private @Nullable Stamp stamp() {
    try {
      BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
      return new Stamp(attributes.lastModifiedTime(), attributes.size());
    } catch (IOException gone) {
      return null;
    }
  }

  @Override
  public Optional<Caller> find(String name, String password) {
    CallerEntry entry = current().text().entries().get(name);
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
    return current().text().entries().values().stream()
        .filter(each -> !each.certificate().isEmpty() && names.contains(each.certificate()))
        .map(CallerEntry::caller)
        .findFirst();
  }

  @Override
  public long edition() {
    return current().edition();
  }

  /** The callers, in the order of the file. */
  public List<Caller> all() {
    return current().text().entries().values().stream().map(CallerEntry::caller).toList();
  }

  private synchronized State current() {
    long now = clock.getAsLong();
    if (now - looked < LOOK_NANOS) {
      return state;
    }
    looked = now;
    Stamp stamp = stamp();
    if (stamp == null || !stamp.equals(state.stamp())) {
      state = changed(stamp);
    }
    return state;
  }

  private State changed(@Nullable Stamp stamp) {
    try {
      CallersText text = read();
      LOG.info("the callers were read again from {}", Loggable.text(file));
      return new State(text, stamp, state.edition() + 1);
    } catch (CallersFileException broken) {
      if (stamp != null || state.stamp() != null) {
        LOG.error(
            "the callers that were read before still count: {}",
            Loggable.sentence(broken.getMessage()));
      }
      return new State(state.text(), stamp, state.edition());
    }
  }

  /**
   * Adds a caller to a file, or gives it another password and other roles; makes the file if there
   * is none.
   *
   * @throws CallersFileException when the file is not as it has to be, or cannot be written
   */
  public static void add(Path file, Caller caller, String password) {
    CallersText text =
        Files.exists(file) ? at(file).state.text() : CallersText.empty(file.toString());
    CallerEntry former = text.entries().get(caller.name());
    write(
        file,
        text.with(caller, PasswordHash.of(password), former == null ? "" : former.certificate()));
  }

  /**
   * Adds a caller who has a client certificate to a file, or gives it another one and other roles;
   * makes the file if there is none.
   *
   * @param certificate a name in the certificate
   * @throws CallersFileException when the file is not as it has to be, or cannot be written
   */
  public static void addCertificate(Path file, Caller caller, String certificate) {
    CallersText text =
        Files.exists(file) ? at(file).state.text() : CallersText.empty(file.toString());
    CallerEntry former = text.entries().get(caller.name());
    write(file, text.with(caller, former == null ? "" : former.hash(), certificate));
  }

  /**
   * Gives a caller other roles.
   *
   * @throws CallersFileException when the file does not have it, or cannot be written
   */
  public static void setRoles(Path file, Caller changed) {
    CallersText text = at(file).state.text();
    CallerEntry entry = text.entries().get(changed.name());
    if (entry == null) {
      throw unknown(file, changed.name());
    }
    write(file, text.with(changed, entry.hash(), entry.certificate()));
  }

  /**
   * Removes a caller.
   *
   * @throws CallersFileException when the file does not have it, or cannot be written
   */
  public static void remove(Path file, String name) {
    CallersText text = at(file).state.text();
    if (!text.entries().containsKey(name)) {
      throw unknown(file, name);
    }
    write(file, text.without(name));
  }

  private static CallersFileException unknown(Path file, String name) {
    return new CallersFileException(file.toString(), 0, "there is no caller \"" + name + "\".");
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
