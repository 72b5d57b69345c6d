package org.calmanchor.core.access;

import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.RateLimitedLog;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

/**
 * The log of who was refused, from where and why: {@value #NAME}. It never has a secret. Entries of
 * one kind are limited in number, because anybody can cause them; what was left out is counted.
 */
public final class AuditLog {
  /** The name of the logger. */
  public static final String NAME = "org.calmanchor.audit";

  private static final Logger LOG = LoggerFactory.getLogger(NAME);
  private static final RateLimitedLog WRONG = new RateLimitedLog(LOG, Level.WARN);
  private static final RateLimitedLog TOO_OFTEN = new RateLimitedLog(LOG, Level.WARN);
  private static final RateLimitedLog NOT_ALLOWED = new RateLimitedLog(LOG, Level.WARN);

  private AuditLog() {}

  /** Credentials that nobody has. */
  static void wrong(Credentials credentials, String address) {
    if (credentials instanceof Credentials.Token) {
      WRONG.log("a token that is not valid from {}", Loggable.text(address));
    } else if (credentials instanceof Credentials.Certificate) {
      WRONG.log(
          "a certificate of no caller: \"{}\" from {}",
          Loggable.text(credentials.claimedName()),
          Loggable.text(address));
    } else {
      WRONG.log(
          "wrong name or password: \"{}\" from {}",
          Loggable.text(credentials.claimedName()),
          Loggable.text(address));
    }
  }

  /** A username token that was used before. */
  public static void replayed(String name, String address) {
    WRONG.log(
        "a username token that was used before: \"{}\" from {}",
        Loggable.text(name),
        Loggable.text(address));
  }

  /** An address that tries too often. */
  static void tooOften(Credentials credentials, String address) {
    TOO_OFTEN.log(
        "not tried after too many failures: \"{}\" from {}",
        Loggable.text(credentials.claimedName()),
        Loggable.text(address));
  }

  /** Credentials that could not be read. */
  public static void unreadable(String why, String address) {
    WRONG.log(
        "credentials from {} that cannot be read: {}",
        Loggable.text(address),
        Loggable.sentence(why));
  }

  /** A caller without the role for an operation; null for a caller that did not say who it is. */
  public static void notAllowed(@Nullable Caller caller, String address, String operation) {
    NOT_ALLOWED.log(
        "{} from {} may not call {}",
        Loggable.text(caller == null ? "an unknown caller" : caller.name()),
        Loggable.text(address),
        operation);
  }
}
