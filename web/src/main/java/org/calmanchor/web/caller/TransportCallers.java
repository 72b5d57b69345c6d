package org.calmanchor.web.caller;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.access.AuditLog;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.Verification;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/**
 * Finds out who calls by the {@code Authorization} header, before the body is read. Credentials
 * that are wrong are refused even where none are needed. Safe for several threads.
 */
public final class TransportCallers {
  /** What a refused caller is asked for (RFC 7617, section 2). */
  public static final String CHALLENGE = "Basic realm=\"services\", charset=\"UTF-8\"";

  private static final Finding NOBODY = new Finding(null, null);
  private static final Finding WRONG = refused(401, "The name or the password is wrong.", 0);
  private static final Finding BUSY =
      refused(503, "Too many callers are being verified; try again shortly.", 1);

  private final CallerVerification verification;

  /** Creates a finder that asks {@code verification}. */
  public TransportCallers(CallerVerification verification) {
    this.verification = verification;
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

  /** Finds out who sends a request. The stage never fails. */
  public CompletionStage<Finding> of(HttpRequest request) {
    String header = request.header("Authorization");
    if (header == null) {
      return CompletableFuture.completedFuture(NOBODY);
    }
    if (request.headers("Authorization").size() > 1) {
      return refusedUnread(request, 400, "There is more than one Authorization header.");
    }
    if (!BasicCredentials.isScheme(header)) {
      return refusedUnread(
          request, 401, "Callers are known by HTTP Basic here, not by another scheme.");
    }
    BasicCredentials credentials = BasicCredentials.of(header);
    if (credentials == null) {
      return refusedUnread(
          request, 401, "The Authorization header is not what HTTP Basic asks for.");
    }
    return verification
        .verify(credentials.name(), credentials.password(), request.remoteAddress())
        .thenApply(TransportCallers::finding);
  }

  private static CompletionStage<Finding> refusedUnread(
      HttpRequest request, int status, String sentence) {
    AuditLog.unreadable(sentence, request.remoteAddress());
    return CompletableFuture.completedFuture(refused(status, sentence, 0));
  }

  private static Finding finding(Verification verification) {
    if (verification instanceof Verification.Known known) {
      return new Finding(known.caller(), null);
    }
    if (verification instanceof Verification.TooOften tooOften) {
      return refused(
          429,
          "Too many wrong passwords came from your address; try again later.",
          tooOften.pause().toSeconds() + 1);
    }
    return verification instanceof Verification.Wrong ? WRONG : BUSY;
  }
}
