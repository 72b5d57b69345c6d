package org.calmanchor.cli.serve;

import io.methvin.watcher.DirectoryWatcher;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;

/**
 * Waits for changes in folders. A compiler writes many files at a time, so a change counts when
 * there was none for a while. Folders may be deleted and made again. For one thread.
 */
final class FolderWatch implements AutoCloseable {
  /** How long nothing must have changed. */
  private static final long QUIET_MILLIS = 100;

  /** How often it is looked whether a folder was deleted or made again. */
  private static final long LOOK_MILLIS = 250;

  private final List<Path> folders;
  private final BlockingQueue<Boolean> changes = new LinkedBlockingQueue<>();
  private List<Watched> watched = List.of();

  /**
   * A folder that is watched.
   *
   * @param end is done when the folder was deleted
   */
  private record Watched(DirectoryWatcher watcher, CompletableFuture<Void> end) {}

  /** Watches folders; what changes after this returns is not missed. */
  FolderWatch(List<Path> folders) throws IOException {
    this.folders = List.copyOf(folders);
    open();
  }

  private void open() throws IOException {
    List<Watched> opened = new ArrayList<>();
    for (Path folder : folders) {
      if (Files.isDirectory(folder)) {
        DirectoryWatcher watcher =
            DirectoryWatcher.builder()
                .path(folder.toAbsolutePath())
                .fileHashing(false)
                .listener(event -> changed(event.path()))
                .build();
        opened.add(new Watched(watcher, watcher.watchAsync(FolderWatch::inBackground)));
      }
    }
    watched = opened;
  }

  private static void inBackground(Runnable watching) {
    Thread thread = new Thread(watching, "calm-anchor-watch");
    thread.setDaemon(true);
    thread.start();
  }

  /** Sources may stand beside their classes; a change of theirs alone means nothing here. */
  private void changed(Path file) {
    if (!file.toString().endsWith(".java")) {
      changes.add(true);
    }
  }

  /** Waits until something has changed, and has been quiet since. */
  void awaitChange() throws IOException, InterruptedException {
    while (changes.poll(LOOK_MILLIS, TimeUnit.MILLISECONDS) == null) {
      if (!areAllWatched() && folders.stream().allMatch(Files::isDirectory)) {
        close();
        open();
        changes.add(true);
      }
    }
    while (changes.poll(QUIET_MILLIS, TimeUnit.MILLISECONDS) != null) {
      changes.clear();
    }
  }

  private boolean areAllWatched() {
    return watched.size() == folders.size()
        && watched.stream().noneMatch(each -> each.end().isDone());
  }

  @Override
  public void close() throws IOException {
    for (Watched each : watched) {
      each.watcher().close();
    }
  }
}
