package org.calmanchor.core.endpoint;

import java.io.InputStream;
import java.time.Instant;
import java.util.List;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Sender;
import org.jspecify.annotations.Nullable;

/** A received message, and what the transport knows about it. */
public interface Request {
  /** The message's bytes. They are read once; the code that opened the stream closes it. */
  InputStream body();

  /** The number of bytes in {@link #body}, or -1 when it is not known. */
  long length();

  /** The first header of that name, in any case, or null. */
  @Nullable String header(String name);

  /** All headers of that name, in any case, in the order in which they were sent. */
  List<String> headers(String name);

  /** The path of the request's URL, such as {@code /berths}; empty if there is none. */
  String path();

  /** The content type as it was sent, or null when none was. */
  @Nullable String contentType();

  /** The action as it was sent, without quotes, or null. It does not influence dispatch. */
  @Nullable String action();

  /** Who calls, by what the transport says; null if it says nothing. */
  @Nullable Caller caller();

  /** The caller's address for the log. */
  String remoteAddress();

  /** Where credentials in the message come from. */
  default Sender sender() {
    return new Sender(remoteAddress(), false);
  }

  /** Whether nobody on the way can read the message: it came over TLS, or from this machine. */
  default boolean isProtected() {
    return false;
  }

  /** Whether the caller has sent it over TLS. */
  default boolean isEncrypted() {
    return false;
  }

  /** Runs the rest of the handling on another thread, after it was left for a while. */
  default void resume(Runnable rest) {
    rest.run();
  }

  /**
   * The time after which the caller does not need an answer, or null. A call does not start after
   * it.
   */
  @Nullable Instant deadline();

  /** Whether the caller has gone. A call does not start for a caller that has gone. */
  boolean isCancelled();
}
