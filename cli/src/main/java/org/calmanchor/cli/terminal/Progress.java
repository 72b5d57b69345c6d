package org.calmanchor.cli.terminal;

import java.io.PrintWriter;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import picocli.CommandLine.Model.CommandSpec;

/**
 * A line on a terminal that says what is being done, and for how many seconds. It appears when that
 * has taken a second, and is erased at the end. Nothing is written where there is no terminal.
 */
public final class Progress {
  private static final String ERASE = "\r\033[K";

  private final PrintWriter screen;
  private final String what;
  private final CountDownLatch done = new CountDownLatch(1);
  private final Thread thread;

  private Progress(PrintWriter screen, String what) {
    this.screen = screen;
    this.what = Terminal.shown(what);
    this.thread = new Thread(this::show, "progress");
    thread.setDaemon(true);
  }

  /**
   * Does some work, and shows it on the error stream of a command as long as it takes.
   *
   * @param what what is being done, such as "Reading pilots.wsdl"
   * @return what the work gives
   */
  public static <T> T during(CommandSpec command, String what, Supplier<T> work) {
    if (!command.commandLine().getColorScheme().ansi().enabled()) {
      return work.get();
    }
    Progress progress = new Progress(command.commandLine().getErr(), what);
    progress.thread.start();
    try {
      return work.get();
    } finally {
      progress.end();
    }
  }

  private void show() {
    try {
      for (int seconds = 1; !done.await(1, TimeUnit.SECONDS); seconds++) {
        String line = what.length() > Terminal.WIDTH - 30 ? what.substring(0, 70) + "…" : what;
        screen.print(ERASE + line + " ... " + seconds + " s");
        screen.flush();
      }
      screen.print(ERASE);
      screen.flush();
    } catch (InterruptedException ended) {
      Thread.currentThread().interrupt();
    }
  }

  /** Erases the line; what is printed from now on begins where it began. */
  private void end() {
    done.countDown();
    try {
      thread.join();
    } catch (InterruptedException ended) {
      Thread.currentThread().interrupt();
    }
  }
}
