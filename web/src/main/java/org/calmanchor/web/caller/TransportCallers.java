package org.calmanchor.web.caller;

import java.security.cert.X509Certificate;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.access.AuditLog;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.Credentials;
import org.calmanchor.core.access.Verification;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.ThisMachine;
import org.jspecify.annotations.Nullable;

/**
 * Finds out who calls by what HTTP says, before the body is read: by the {@code Authorization}
 * header, or by the client's certificate if there is no such header. Credentials that are wrong are
 * refused even where none are needed. Safe for several threads.
 */
public final class TransportCallers {
  private static final String AUTHORIZATION = "Authorization";
  private static final Finding NOBODY = new Finding(null, null);
  private static final Finding BUSY =
      refused(
          new AuthenticationRefusal(
              503, "Too many callers are being verified; try again shortly.", 1, ""));

  private final CallerVerification verification;
  private final String challenge;

  /** Creates a finder that asks {@code verification}. */
  public TransportCallers(CallerVerification verification) {
    this.verification = verification;
    this.challenge = verification.sources().challenge();
  }

  /**
   * What was found.
   *
   * @param caller who calls; null if the request does not say
   * @param refusal why the request is refused; null if it is not
   */
  public record Finding(@Nullable Caller caller, @Nullable AuthenticationRefusal refusal) {}

  /**
   * Why a request is refused before it is read.
   *
   * @param status the HTTP status
   * @param sentence for a person
   * @param retryAfter in seconds; 0 for nothing
   * @param challenge what the caller is asked for; empty for nothing
   */
  public record AuthenticationRefusal(
      int status, String sentence, long retryAfter, String challenge) {
    private AuthenticationRefusal(int status, String sentence) {
      this(status, sentence, 0, "");
    }

    private AuthenticationRefusal with(String challenge) {
      return new AuthenticationRefusal(status, sentence, retryAfter, challenge);
    }
  }

  private static Finding refused(AuthenticationRefusal refusal) {
    return new Finding(null, refusal);
  }

  /** By what callers are known. */
  public CallerSources sources() {
    return verification.sources();
  }

  /** What a caller without credentials is asked for; empty if HTTP has no way to ask for it. */
  public String challenge() {
    return challenge;
  }

  /**
   * The caller whom the server knows, or whose header was verified a short time ago; null if it has
   * to be looked at.
   *
   * @param roles those that operations are for
   */
  public @Nullable Caller known(HttpRequest request, Set<String> roles) {
    if (verification.sources().isServer()) {
      Caller caller = request.caller(roles);
      if (caller != null) {
        return caller;
      }
    }
    String header = request.header(AUTHORIZATION);
    return header == null || request.isRepeated(AUTHORIZATION) ? null : verification.known(header);
  }

  /** Finds out who sends a request. The stage never fails. */
  public CompletionStage<Finding> of(HttpRequest request) {
    String header = request.header(AUTHORIZATION);
    if (header == null) {
      return byCertificate(request);
    }
    if (request.isRepeated(AUTHORIZATION)) {
      return unreadable(
          request, new AuthenticationRefusal(400, "There is more than one Authorization header."));
    }
    if (verification.sources().passwords() != null && BasicCredentials.isScheme(header)) {
      Credentials credentials = BasicCredentials.of(header);
      return credentials == null
          ? unreadable(request, asking("The Authorization header is not what HTTP Basic asks for."))
          : verified(credentials, request, asking("The name or the password is wrong."));
    }
    if (verification.sources().tokens() != null && BearerToken.isScheme(header)) {
      Credentials credentials = BearerToken.of(header);
      String wrong = verification.sources().challengeOfWrongToken();
      return credentials == null
          ? unreadable(
              request,
              asking("The Authorization header is not what HTTP Bearer asks for.").with(wrong))
          : verified(
              credentials, request, asking("The token is not valid, or has expired.").with(wrong));
    }
    return unreadable(
        request,
        asking(
            "Callers are known by "
                + verification.sources().words()
                + " here, not by another scheme."));
  }

  private AuthenticationRefusal asking(String sentence) {
    return new AuthenticationRefusal(challenge.isEmpty() ? 403 : 401, sentence, 0, challenge);
  }

  private CompletionStage<Finding> byCertificate(HttpRequest request) {
    if (verification.sources().certificates() == null) {
      return CompletableFuture.completedFuture(NOBODY);
    }
    X509Certificate certificate = request.clientCertificate();
    return certificate == null
        ? CompletableFuture.completedFuture(NOBODY)
        : verified(
            CertificateCredentials.of(certificate),
            request,
            new AuthenticationRefusal(
                403, "Your certificate is not that of a caller who is known here."));
  }

  private CompletionStage<Finding> verified(
      Credentials credentials, HttpRequest request, AuthenticationRefusal ifWrong) {
    return verification
        .verify(credentials, ThisMachine.sender(request), request::isCancelled)
        .thenApply(verification -> finding(verification, ifWrong));
  }

  private static CompletionStage<Finding> unreadable(
      HttpRequest request, AuthenticationRefusal refusal) {
    AuditLog.unreadable(refusal.sentence(), request.remoteAddress());
    return CompletableFuture.completedFuture(refused(refusal));
  }

  private static Finding finding(Verification verification, AuthenticationRefusal ifWrong) {
    if (verification instanceof Verification.Known known) {
      return new Finding(known.caller(), null);
    }
    if (verification instanceof Verification.TooOften tooOften) {
      return refused(
          new AuthenticationRefusal(
              429,
              "Too many wrong credentials came from your address; try again later.",
              tooOften.pause().toSeconds() + 1,
              ""));
    }
    return verification instanceof Verification.Wrong ? refused(ifWrong) : BUSY;
  }
}
