package org.calmanchor.junit;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/**
 * Something that runs during tests: for the whole class if its field is static, else for each
 * method. It starts when it is needed first, so extensions may use one another in any order.
 *
 * @param <R> what runs
 */
abstract class TestLifetime<R extends AutoCloseable>
    implements BeforeAllCallback, BeforeEachCallback, AfterEachCallback, AfterAllCallback {
  private @Nullable R running;

  /** The classes that are being tested; nested ones count as well. */
  private int classes;

  /** Starts what runs during the tests. */
  abstract R start();

  /** Is told that a test begins. */
  abstract void begin(R started);

  final synchronized R running() {
    R started = running;
    if (started == null) {
      started = start();
      running = started;
    }
    return started;
  }

  @Override
  public final synchronized void beforeAll(ExtensionContext context) {
    classes++;
    running();
  }

  @Override
  public final void beforeEach(ExtensionContext context) {
    begin(running());
  }

  @Override
  public final synchronized void afterEach(ExtensionContext context) throws Exception {
    if (classes == 0) {
      close();
    }
  }

  @Override
  public final synchronized void afterAll(ExtensionContext context) throws Exception {
    classes--;
    if (classes == 0) {
      close();
    }
  }

  private void close() throws Exception {
    R started = running;
    running = null;
    if (started != null) {
      started.close();
    }
  }
}
