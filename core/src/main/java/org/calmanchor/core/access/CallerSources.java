package org.calmanchor.core.access;

import java.time.Instant;
import java.util.Optional;
import java.util.StringJoiner;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.jspecify.annotations.Nullable;

/**
 * Everything by which a host knows callers. Immutable.
 *
 * @param passwords knows names and passwords, which are sent by HTTP Basic, or as text in username
 *     tokens; null for none
 * @param tokens verifies bearer tokens; null for none
 * @param certificates knows client certificates; null for none
 * @param usernameTokens which WS-Security username tokens count; null for none
 * @param failures counts wrong credentials; null for counts of each host
 * @param isServer whether the server, such as a servlet container, says who calls
 */
public record CallerSources(
    @Nullable Callers passwords,
    @Nullable TokenVerifier tokens,
    @Nullable CertificateCallers certificates,
    @Nullable UsernameTokenSettings usernameTokens,
    @Nullable FailureCounts failures,
    boolean isServer) {
  /** No callers are known. */
  public static final CallerSources NONE = new CallerSources(null, null, null, null, null, false);

  private static final int PRIME = 31;

  /** These sources with names and passwords. */
  public CallerSources withPasswords(Callers callers) {
    return new CallerSources(callers, tokens, certificates, usernameTokens, failures, isServer);
  }

  /** These sources with bearer tokens. */
  public CallerSources withTokens(TokenVerifier verifier) {
    return new CallerSources(passwords, verifier, certificates, usernameTokens, failures, isServer);
  }

  /** These sources with client certificates. */
  public CallerSources withCertificates(CertificateCallers callers) {
    return new CallerSources(passwords, tokens, callers, usernameTokens, failures, isServer);
  }

  /** These sources with WS-Security username tokens in messages. */
  public CallerSources withUsernameTokens(UsernameTokenSettings settings) {
    return new CallerSources(passwords, tokens, certificates, settings, failures, isServer);
  }

  /** These sources with a server, such as a servlet container, that says who calls. */
  public CallerSources withServer() {
    return new CallerSources(passwords, tokens, certificates, usernameTokens, failures, true);
  }

  /** These sources with other counts of wrong credentials, such as ones that hosts share. */
  public CallerSources withFailures(FailureCounts counts) {
    return new CallerSources(passwords, tokens, certificates, usernameTokens, counts, isServer);
  }

  /** Whether anybody can say who calls. */
  public boolean isAny() {
    return isServer
        || passwords != null
        || tokens != null
        || certificates != null
        || usernameTokens != null;
  }

  /**
   * What a caller without credentials is asked for (RFC 9110, section 11.6.1; RFC 7617; RFC 6750);
   * empty if HTTP has no way to ask for it.
   */
  public String challenge() {
    return challenge("");
  }

  /** The same for a caller whose token is wrong (RFC 6750, section 3.1). */
  public String challengeOfWrongToken() {
    return challenge(", error=\"invalid_token\"");
  }

  private String challenge(String tokenError) {
    StringJoiner challenge = new StringJoiner(", ");
    if (passwords != null) {
      challenge.add("Basic realm=\"services\", charset=\"UTF-8\"");
    }
    if (tokens != null) {
      challenge.add("Bearer realm=\"services\"" + tokenError);
    }
    return challenge.toString();
  }

  /** The same for people, such as "a name and a password, or a bearer token". */
  public String words() {
    StringJoiner words = new StringJoiner(", or ");
    if (passwords != null) {
      words.add("a name and a password");
    }
    if (tokens != null) {
      words.add("a bearer token");
    }
    if (certificates != null) {
      words.add("a client certificate");
    }
    if (usernameTokens != null) {
      words.add("a WS-Security username token");
    }
    if (isServer) {
      words.add("what the server in front asks for");
    }
    return words.toString();
  }

  /** Changes when earlier answers do not count any more. */
  long edition() {
    long edition = passwords == null ? 0 : passwords.edition();
    edition = edition * PRIME + (tokens == null ? 0 : tokens.edition());
    return edition * PRIME + (certificates == null ? 0 : certificates.edition());
  }

  /** Asks the source for such credentials; empty if they are wrong, or there is no source. */
  Optional<Verified> find(Credentials credentials) {
    if (credentials instanceof Credentials.Token token) {
      return tokens == null ? Optional.empty() : tokens.verify(token.token());
    }
    if (credentials instanceof Credentials.Certificate known) {
      return certificates == null
          ? Optional.empty()
          : certificates.find(known.certificate()).map(CallerSources::verified);
    }
    if (credentials instanceof Credentials.Digest digest) {
      PasswordSource source = usernameTokens == null ? null : usernameTokens.digests();
      return source == null
          ? Optional.empty()
          : source
              .find(digest.name())
              .filter(known -> digest.isOf(known.password()))
              .map(known -> verified(known.caller()));
    }
    Credentials.Password known = (Credentials.Password) credentials;
    return passwords == null
        ? Optional.empty()
        : passwords.find(known.name(), known.password()).map(CallerSources::verified);
  }

  private static Verified verified(Caller caller) {
    return new Verified(caller, Instant.MAX);
  }
}
