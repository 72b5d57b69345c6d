package org.calmanchor.web.caller;

import java.security.cert.X509Certificate;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.access.AuditLog;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.Credentials;
import org.calmanchor.core.access.Verification;
import org.calmanchor.web.http.HttpRequest;
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
      refused(503, "Too many callers are being verified; try again shortly.", 1);

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
   */
  public record AuthenticationRefusal(int status, String sentence, long retryAfter) {}

  private static Finding refused(int status, String sentence, long retryAfter) {
    return new Finding(null, new AuthenticationRefusal(status, sentence, retryAfter));
  }

  /** By what callers are known. */
  public CallerSources sources() {
    return verification.sources();
  }

  /** What a caller without credentials is asked for; empty if HTTP has no way to ask for it. */
  public String challenge() {
    return challenge;
  }

  /** The caller whose header was verified a short time ago; null if it has to be looked at. */
  public @Nullable Caller known(HttpRequest request) {
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
      return unreadable(request, 400, "There is more than one Authorization header.");
    }
    if (verification.sources().passwords() != null && BasicCredentials.isScheme(header)) {
      Credentials credentials = BasicCredentials.of(header);
      return credentials == null
          ? unreadable(request, 401, "The Authorization header is not what HTTP Basic asks for.")
          : verified(credentials, request, 401, "The name or the password is wrong.");
    }
    if (verification.sources().tokens() != null && BearerToken.isScheme(header)) {
      Credentials credentials = BearerToken.of(header);
      return credentials == null
          ? unreadable(request, 401, "The Authorization header is not what HTTP Bearer asks for.")
          : verified(credentials, request, 401, "The token is not valid, or has expired.");
    }
    return unreadable(
        request,
        challenge.isEmpty() ? 403 : 401,
        "Callers are known by " + verification.sources().words() + " here, not by another scheme.");
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
            403,
            "Your certificate is not that of a caller who is known here.");
  }

  private CompletionStage<Finding> verified(
      Credentials credentials, HttpRequest request, int status, String sentence) {
    return verification
        .verify(credentials, request.remoteAddress())
        .thenApply(verification -> finding(verification, status, sentence));
  }

  private static CompletionStage<Finding> unreadable(
      HttpRequest request, int status, String sentence) {
    AuditLog.unreadable(sentence, request.remoteAddress());
    return CompletableFuture.completedFuture(refused(status, sentence, 0));
  }

  private static Finding finding(Verification verification, int status, String sentence) {
    if (verification instanceof Verification.Known known) {
      return new Finding(known.caller(), null);
    }
    if (verification instanceof Verification.TooOften tooOften) {
      return refused(
          429,
          "Too many wrong credentials came from your address; try again later.",
          tooOften.pause().toSeconds() + 1);
    }
    return verification instanceof Verification.Wrong ? refused(status, sentence, 0) : BUSY;
  }
}
