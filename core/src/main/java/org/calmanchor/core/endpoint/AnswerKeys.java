package org.calmanchor.core.endpoint;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.TreeSet;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.answers.AnswerDigest;
import org.calmanchor.core.answers.AnswerKey;
import org.calmanchor.core.objects.HeaderCodec;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * Makes keys of requests. The values that were read are written in one form, so requests that
 * differ in white space, prefixes or zeroes at the end of a number have the same key; the same
 * request to a service with another contract, such as that of another release, has another one.
 */
final class AnswerKeys {
  private static final int HELD_BYTES = 4 << 10;

  private AnswerKeys() {}

  static AnswerKey of(
      OperationPlan operation,
      CallContext call,
      MessageHeaders headers,
      @Nullable Object[] arguments) {
    MessageDigest digest = AnswerDigest.start();
    digest.update(operation.service().edition());
    text(digest, operation.request().name().toString());
    text(digest, call.version().name());
    boolean isForAnyone = operation.access().kind() == Access.Kind.ANYONE;
    if (!isForAnyone || headers.areHandled()) {
      caller(digest, call.knownCaller());
    }
    XmlOut out =
        new XmlOut((bytes, length) -> digest.update(bytes, 0, length), HELD_BYTES, false)
            .canonical();
    try {
      operation.request().write(out, arguments);
      for (HeaderCodec header : operation.headersIn()) {
        Object value = header.value(arguments[header.position()]);
        if (value != null) {
          header.codec().write(out, value);
        }
      }
      headers.writeKey(out);
      out.flush();
    } finally {
      out.close();
    }
    return new AnswerKey(digest.digest());
  }

  private static void caller(MessageDigest digest, @Nullable Caller caller) {
    if (caller != null) {
      text(digest, caller.name());
      new TreeSet<>(caller.roles()).forEach(role -> text(digest, role));
    }
    digest.update((byte) 0);
  }

  private static void text(MessageDigest digest, String text) {
    digest.update(text.getBytes(StandardCharsets.UTF_8));
    digest.update((byte) 0);
  }
}
