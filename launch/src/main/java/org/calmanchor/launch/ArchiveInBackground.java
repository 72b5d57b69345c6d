package org.calmanchor.launch;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes the archive of classes that the JVM was told to use ({@code -XX:SharedArchiveFile}), if it
 * is not there yet, or older than the bundle. A JVM that cannot use an archive starts without it.
 */
final class ArchiveInBackground implements Runnable {
  private static final Logger LOG = LoggerFactory.getLogger(ArchiveInBackground.class);
  private static final String OPTION = "-XX:SharedArchiveFile=";
  private static final int MOST_SECONDS = 120;

  private ArchiveInBackground() {}

  /** Starts it on a thread of its own, which does not keep the JVM. */
  static void start() {
    Thread thread = new Thread(new ArchiveInBackground(), "calm-anchor-archive");
    thread.setDaemon(true);
    thread.start();
  }

  @Override
  public void run() {
    List<String> options = ManagementFactory.getRuntimeMXBean().getInputArguments();
    String bundle = System.getProperty("java.class.path", "");
    for (String option : options) {
      if (option.startsWith(OPTION)) {
        make(Path.of(option.substring(OPTION.length())), bundle);
      }
    }
  }

  private static void make(Path archive, String bundle) {
    try {
      Path jar = Path.of(bundle);
      if (Files.isRegularFile(jar) && isMissing(archive, jar)) {
        make(archive, jar);
      }
    } catch (IOException | IllegalArgumentException impossible) {
      LOG.warn(
          "the archive of classes {} could not be made",
          Loggable.text(archive.toString()),
          Loggable.failure(impossible));
    } catch (InterruptedException ending) {
      Thread.currentThread().interrupt();
    }
  }

  private static boolean isMissing(Path archive, Path jar) throws IOException {
    return !Files.exists(archive)
        || Files.getLastModifiedTime(archive).compareTo(Files.getLastModifiedTime(jar)) < 0;
  }

  private static void make(Path archive, Path jar) throws IOException, InterruptedException {
    Path made = archive.resolveSibling(archive.getFileName() + "." + ProcessHandle.current().pid());
    Process process =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:ArchiveClassesAtExit=" + made,
                "-Xlog:disable",
                "-Xlog:all=off",
                "-cp",
                jar.toString(),
                ClassArchive.class.getName())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    Thread end = new Thread(process::destroyForcibly, "calm-anchor-archive-end");
    Runtime.getRuntime().addShutdownHook(end);
    try {
      boolean isOver = process.waitFor(MOST_SECONDS, TimeUnit.SECONDS);
      process.destroyForcibly();
      if (isOver && process.exitValue() == 0 && Files.exists(made)) {
        Files.move(made, archive, StandardCopyOption.REPLACE_EXISTING);
        LOG.info("{} was made; the next start is faster by it", Loggable.text(archive.toString()));
      } else {
        LOG.warn("the archive of classes {} could not be made", Loggable.text(archive.toString()));
      }
    } finally {
      Files.deleteIfExists(made);
      forget(end);
    }
  }

  private static void forget(Thread hook) {
    try {
      Runtime.getRuntime().removeShutdownHook(hook);
    } catch (IllegalStateException ending) {
      LOG.debug("the process ends while its archive is made");
    }
  }
}
