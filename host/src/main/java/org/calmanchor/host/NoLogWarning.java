package org.calmanchor.host;

import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.LoggerFactory;
import org.slf4j.helpers.NOPLoggerFactory;

/** Warns once if there is no SLF4J provider: without a log, incidents cannot be looked up. */
final class NoLogWarning {
  private static final AtomicBoolean IS_PRINTED = new AtomicBoolean();

  private NoLogWarning() {}

  static void printOnce() {
    boolean isNowhere = LoggerFactory.getILoggerFactory() instanceof NOPLoggerFactory;
    if (isNowhere && IS_PRINTED.compareAndSet(false, true)) {
      System.getLogger("org.calmanchor")
          .log(
              System.Logger.Level.WARNING,
              "There is no logging provider on the class path, so what goes wrong is logged"
                  + " nowhere. Add one of SLF4J, such as org.slf4j:slf4j-simple.");
    }
  }
}
