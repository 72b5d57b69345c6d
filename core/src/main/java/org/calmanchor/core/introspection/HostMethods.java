package org.calmanchor.core.introspection;

import java.util.function.Predicate;

/**
 * Methods of a service class that its host calls, never a client: {@code close} of an {@link
 * AutoCloseable}, and the two of a {@code SessionObject}.
 */
public final class HostMethods {
  private static final String CLOSEABLE = "java.lang.AutoCloseable";
  private static final String SESSION_OBJECT = "org.calmanchor.core.session.SessionObject";

  private HostMethods() {}

  /**
   * Whether a method is one of them.
   *
   * @param isOwnerA whether the class through which it is called has a supertype of that name
   */
  public static boolean isOne(String name, int parameters, Predicate<String> isOwnerA) {
    return switch (name) {
      case "close" -> parameters == 0 && isOwnerA.test(CLOSEABLE);
      case "state" -> parameters == 0 && isOwnerA.test(SESSION_OBJECT);
      case "restore" -> parameters == 1 && isOwnerA.test(SESSION_OBJECT);
      default -> false;
    };
  }
}
