package org.calmanchor.host;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks each second whether the files of a host's key have changed, and loads them again. */
final class FileChanges implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(FileChanges.class);

  private final List<Path> files;
  private final Loading loading;
  private final ScheduledExecutorService timer =
      Executors.newSingleThreadScheduledExecutor(
          task -> {
            Thread thread = new Thread(task, "calm-anchor-tls");
            thread.setDaemon(true);
            return thread;
          });
  private final Future<?> looking;
  private List<Stamp> loaded;
  private List<Stamp> failed = List.of();

  private record Stamp(FileTime changed, long size) {}

  /** Loads the files. */
  interface Loading {
    void load() throws Exception;
  }

  /** Begins to look. */
  FileChanges(List<Path> files, Loading loading) {
    this.files = files;
    this.loading = loading;
    this.loaded = stamps();
    this.looking = timer.scheduleWithFixedDelay(this::look, 1, 1, TimeUnit.SECONDS);
  }

  private List<Stamp> stamps() {
    List<Stamp> stamps = new ArrayList<>();
    for (Path file : files) {
      try {
        BasicFileAttributes found = Files.readAttributes(file, BasicFileAttributes.class);
        stamps.add(new Stamp(found.lastModifiedTime(), found.size()));
      } catch (IOException gone) {
        stamps.add(new Stamp(FileTime.fromMillis(0), -1));
      }
    }
    return stamps;
  }

  private void look() {
    List<Stamp> now = stamps();
    if (now.equals(loaded)) {
      return;
    }
    try {
      loading.load();
      loaded = now;
      LOG.info("the key and certificates of TLS were loaded again");
    } catch (KeysException unusable) {
      // Two files change one after the other, so only what stays like that is told.
      if (now.equals(failed)) {
        LOG.error("the former key of TLS still counts: {}", Loggable.sentence(unusable.sentence()));
        loaded = now;
      }
      failed = now;
    } catch (Exception unexpected) {
      LOG.error("the key of TLS could not be replaced", Loggable.failure(unexpected));
      loaded = now;
    }
  }

  @Override
  public void close() {
    looking.cancel(true);
    timer.shutdownNow();
  }
}
