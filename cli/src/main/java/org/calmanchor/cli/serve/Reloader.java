package org.calmanchor.cli.serve;

import java.io.IOException;
import java.io.PrintWriter;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.cli.ChangeSummary;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.core.diff.Change;
import org.calmanchor.core.diff.ContractDiff;
import org.calmanchor.deployment.DeploymentException;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.jspecify.annotations.Nullable;

/**
 * Serves recompiled classes without a new start. If they cannot be served, the last good ones go
 * on, and the terminal and the test page say why. Safe for several threads.
 */
final class Reloader {
  /** A build may delete all classes before it writes new ones: for so long nothing is said. */
  private static final long BUILD_MILLIS = 5_000;

  private static final long LOOK_MILLIS = 20;

  private final RunningHost host;
  private final Selection selection;
  private final PrintWriter out;
  private UserClasses classes;
  private ServedClasses served;

  Reloader(
      RunningHost host,
      UserClasses classes,
      ServedClasses served,
      Selection selection,
      PrintWriter out) {
    this.host = host;
    this.classes = classes;
    this.served = served;
    this.selection = selection;
    this.out = out;
  }

  /**
   * Begins to reload after each change from now on, in a thread of its own.
   *
   * @throws CommandException when the folders cannot be watched
   */
  void start() {
    FolderWatch watch;
    try {
      watch = new FolderWatch(classes.folders());
    } catch (IOException unwatchable) {
      throw CommandException.problem(
          "The folders of classes cannot be watched: " + unwatchable.getMessage());
    }
    Thread thread = new Thread(() -> run(watch), "calm-anchor-reload");
    thread.setDaemon(true);
    thread.start();
  }

  private void run(FolderWatch watch) {
    try (watch) {
      while (!Thread.currentThread().isInterrupted()) {
        watch.awaitChange();
        reload();
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } catch (IOException failed) {
      print("The folders of classes are not watched any more: " + failed.getMessage());
    }
  }

  /** Loads the classes again, although nothing says that they have changed. */
  void reloadNow() {
    try {
      reload();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  private synchronized void reload() throws InterruptedException {
    awaitBuild();
    long start = System.nanoTime();
    try {
      UserClasses now = classes.reloaded();
      ServedClasses next = selection.read(now, new ArrayList<>());
      SoapHost hosted = SoapHost.onPort(0);
      next.addTo(hosted);
      selection.applyStates(hosted);
      String changes = changes(next);
      hosted.replaceServicesOf(host, changes);
      classes = now;
      served = next;
      long millis = TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - start);
      print("Reloaded in " + millis + " ms. " + changes);
    } catch (CommandException
        | DeploymentException
        | ConfigurationException
        | IllegalArgumentException
        | IllegalStateException unfit) {
      String problems = String.valueOf(unfit.getMessage());
      host.reloadFailed(problems);
      print("Not reloaded; the last good services go on.\n" + problems);
    }
  }

  /** Waits while a build has deleted the classes of the services, and not written them again. */
  private void awaitBuild() throws InterruptedException {
    long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(BUILD_MILLIS);
    while (isBeingBuilt() && System.nanoTime() < end) {
      Thread.sleep(LOOK_MILLIS);
    }
  }

  /** Whether class files of the services are missing. */
  private boolean isBeingBuilt() {
    return served.services().stream().anyMatch(each -> !classes.hasFile(each.type().getName()));
  }

  /** What has changed on the wire, in one line. */
  private String changes(ServedClasses next) {
    List<String> lines = new ArrayList<>();
    for (ServedClasses.Served each : next.services()) {
      ServedClasses.Served former = formerOf(each);
      if (former == null) {
        lines.add(each.name() + " is new at " + each.path() + ".");
      } else {
        List<Change> changes =
            ContractDiff.of(former.reading().contract(), each.reading().contract());
        if (!changes.isEmpty()) {
          lines.add(each.name() + ": " + ChangeSummary.line(changes));
        }
      }
    }
    for (ServedClasses.Served former : served.services()) {
      if (next.services().stream().noneMatch(each -> isSame(each, former))) {
        lines.add(former.name() + " is gone.");
      }
    }
    return lines.isEmpty() ? "Nothing has changed on the wire." : String.join(" ", lines);
  }

  private ServedClasses.@Nullable Served formerOf(ServedClasses.Served next) {
    return served.services().stream().filter(each -> isSame(each, next)).findFirst().orElse(null);
  }

  private static boolean isSame(ServedClasses.Served one, ServedClasses.Served other) {
    return one.path().equals(other.path()) && one.type().getName().equals(other.type().getName());
  }

  private void print(String text) {
    String time =
        DateTimeFormatter.ISO_LOCAL_TIME.format(
            LocalTime.now(ZoneId.systemDefault()).truncatedTo(ChronoUnit.SECONDS));
    out.println(time + "  " + text);
    out.flush();
  }
}
