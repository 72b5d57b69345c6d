package org.calmanchor.callers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What a file has. It is read again, at most once a second, when it has changed; while it cannot be
 * read, what was read last counts, and the log says why. Safe for several threads.
 */
final class WatchedFile<T> {
  private static final Logger LOG = LoggerFactory.getLogger(WatchedFile.class);
  private static final long LOOK_NANOS = Duration.ofSeconds(1).toNanos();

  private final Path file;
  private final Supplier<T> reader;
  private final LongSupplier clock;
  private long looked;
  private State<T> state;

  private record State<T>(T content, @Nullable Stamp stamp, long edition) {}

  private record Stamp(FileTime changed, long size) {}

  /**
   * Reads a file.
   *
   * @param reader reads it, and throws a {@link CallersFileException} when it cannot
   * @param clock in nanoseconds
   * @throws CallersFileException when it cannot be read
   */
  WatchedFile(Path file, Supplier<T> reader, LongSupplier clock) {
    this.file = file;
    this.reader = reader;
    this.clock = clock;
    this.looked = clock.getAsLong();
    Stamp stamp = stamp(file);
    this.state = new State<>(reader.get(), stamp, 0);
  }

  /** What counts now. */
  T current() {
    return look().content();
  }

  /** A number that grows with each change. */
  long edition() {
    return look().edition();
  }

  private synchronized State<T> look() {
    long now = clock.getAsLong();
    if (now - looked < LOOK_NANOS) {
      return state;
    }
    looked = now;
    Stamp stamp = stamp(file);
    if (stamp == null || !stamp.equals(state.stamp())) {
      state = changed(stamp);
    }
    return state;
  }

  private State<T> changed(@Nullable Stamp stamp) {
    try {
      T content = reader.get();
      LOG.info("{} was read again", Loggable.text(file));
      return new State<>(content, stamp, state.edition() + 1);
    } catch (CallersFileException broken) {
      if (stamp != null || state.stamp() != null) {
        LOG.error("what was read before still counts: {}", Loggable.sentence(broken.getMessage()));
      }
      return new State<>(state.content(), stamp, state.edition());
    }
  }

  private static @Nullable Stamp stamp(Path file) {
    try {
      BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
      return new Stamp(attributes.lastModifiedTime(), attributes.size());
    } catch (IOException gone) {
      return null;
    }
  }
}
