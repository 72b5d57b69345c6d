package org.calmanchor.core.usernametoken;

import java.time.Clock;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.function.BooleanSupplier;
import org.calmanchor.core.access.AuditLog;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.Credentials;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.ReplayMemory;
import org.calmanchor.core.access.Sender;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.access.Verification;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.RateLimitedLog;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;
import org.w3c.dom.Element;

/**
 * Finds out who calls by the username token of a message. Passwords as text are taken over TLS or
 * from this machine only; digests only once, within a window of 300 seconds. Safe for several
 * threads.
 */
public final class UsernameTokens {
  private static final RateLimitedLog UNKNOWN =
      new RateLimitedLog(LoggerFactory.getLogger(UsernameTokens.class), Level.WARN);

  private final UsernameTokenSettings settings;
  private final CallerVerification verification;
  private final ReplayMemory memory;
  private final SecurityHeaderReader reader;

  /** Creates a finder that asks {@code verification}. */
  public UsernameTokens(UsernameTokenSettings settings, CallerVerification verification) {
    this(settings, verification, Clock.systemUTC());
  }

  UsernameTokens(UsernameTokenSettings settings, CallerVerification verification, Clock clock) {
    this.settings = settings;
    this.verification = verification;
    ReplayMemory given = settings.memory();
    this.memory = given == null ? new LocalReplayMemory() : given;
    this.reader = new SecurityHeaderReader(clock);
  }

  /**
   * Verifies the token of a message.
   *
   * @param blocks those of {@link SecurityNames#SECURITY} that are for this node
   * @param isProtected whether nobody on the way can read the message
   * @param sender of the message
   * @param isGone whether the sender has gone
   * @return null if the message has no token; else a stage that never fails
   * @throws RuntimeException a fault, when the token cannot be verified at all
   */
  public @Nullable CompletionStage<Verification> verify(
      List<Element> blocks, boolean isProtected, Sender sender, BooleanSupplier isGone) {
    try {
      UsernameToken token = reader.read(blocks);
      return token == null ? null : verify(token, isProtected, sender, isGone);
    } catch (SoapFaultException refused) {
      AuditLog.unreadable(refused.fault().reason(), sender.address());
      throw refused;
    }
  }

  private CompletionStage<Verification> verify(
      UsernameToken token, boolean isProtected, Sender sender, BooleanSupplier isGone) {
    if (token.isDigest() ? settings.digests() == null : !settings.takesText()) {
      throw SecurityFaults.unsupported(
          settings.takesText()
              ? "Send the password as PasswordText: its digest cannot be verified here."
              : "Send the password as PasswordDigest, not as text.");
    }
    if (!token.isDigest() && !isProtected) {
      throw SecurityFaults.unsupported(
          "A password as text is taken over TLS only, and anybody could read this one: change it.");
    }
    CompletableFuture<Verification> verified = verification.verify(of(token), sender, isGone);
    return token.nonce().length == 0
        ? verified
        : verified.thenApply(each -> unused(token, each, sender.address()));
  }

  private static Credentials of(UsernameToken token) {
    if (token.isDigest()) {
      return new Credentials.Digest(
          token.name(),
          password -> SecurityNames.digest(token.nonce(), token.created(), password),
          token.password());
    }
    return new Credentials.Password(
        token.name(), token.password(), "UsernameToken\n" + token.name() + ":" + token.password());
  }

  /** Only what was verified is remembered, so that nobody else can fill the memory. */
  private Verification unused(UsernameToken token, Verification verified, String address) {
    Instant time = token.time();
    if (!(verified instanceof Verification.Known) || time == null) {
      return verified;
    }
    String key = token.name() + ":" + Base64.getEncoder().encodeToString(token.nonce());
    try {
      ReplayMemory.Answer answer = memory.add(key, time.plus(SecurityHeaderReader.WINDOW));
      if (answer == ReplayMemory.Answer.USED) {
        AuditLog.replayed(token.name(), address);
      }
      return switch (answer) {
        case FRESH -> verified;
        case USED -> new Verification.Wrong();
        case FULL -> new Verification.Busy();
      };
    } catch (RuntimeException unknown) {
      UNKNOWN.log("a nonce could not be looked up: {}", Loggable.text(unknown.toString()));
      return new Verification.Unremembered();
    }
  }

  /** The fault for a token that is wrong. */
  public static RuntimeException wrong() {
    return SecurityFaults.wrong();
  }
}
