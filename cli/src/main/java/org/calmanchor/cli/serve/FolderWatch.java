package org.calmanchor.cli.serve;

import io.methvin.watcher.DirectoryWatcher;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CopyOnWriteArrayList;
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
  private final List<DirectoryWatcher> watchers = new CopyOnWriteArrayList<>();

  /** Whether all folders are watched. */
  private volatile boolean isComplete;

  FolderWatch(List<Path> folders) throws IOException {
    this.folders = List.copyOf(folders);
    open();
  }

  private void open() throws IOException {
    isComplete = true;
    for (Path folder : folders) {
      if (Files.isDirectory(folder)) {
        DirectoryWatcher watcher =
            DirectoryWatcher.builder()
                .path(folder.toAbsolutePath())
                .fileHashing(false)
                .listener(event -> changed(event.path()))
                .build();
        watchers.add(watcher);
        start(watcher);
      } else {
        isComplete = false;
      }
    }
  }

  /** Sources may stand beside their classes; a change of theirs alone means nothing here. */
  private void changed(Path file) {
    if (!file.toString().endsWith(".java")) {
      changes.add(true);
    }
  }

  private void start(DirectoryWatcher watcher) {
    Thread thread =
        new Thread(
            () -> {
              watcher.watch();
              // One that is still in use ends when its folder is deleted.
              if (watchers.contains(watcher)) {
                isComplete = false;
              }
            },
            "calm-anchor-watch");
    thread.setDaemon(true);
    thread.start();
  }

  /** Watches folders that were deleted and made again. */
  private void reopen() throws IOException {
    close();
    open();
    changes.add(true);
  }

  /** Waits until something has changed, and has been quiet since. */
  void awaitChange() throws IOException, InterruptedException {
    while (changes.poll(LOOK_MILLIS, TimeUnit.MILLISECONDS) == null) {
      if (!isComplete && folders.stream().allMatch(Files::isDirectory)) {
        reopen();
      }
    }
    while (changes.poll(QUIET_MILLIS, TimeUnit.MILLISECONDS) != null) {
      changes.clear();
    }
  }

  @Override
  public void close() throws IOException {
    List<DirectoryWatcher> used = List.copyOf(watchers);
    watchers.clear();
    for (DirectoryWatcher watcher : used) {
      watcher.close();
    }
  }
}
