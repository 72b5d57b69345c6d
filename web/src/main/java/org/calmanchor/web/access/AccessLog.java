package org.calmanchor.web.access;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.calmanchor.core.observe.CallCounts;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.CallRecord;
import org.calmanchor.core.observe.ServedOperation;

/** Writes a line about each call to a file, beside the calls. */
public final class AccessLog implements CallObserver, AutoCloseable {
  /** How a line is written. */
  public enum Form {
    /** Names with their values, such as {@code outcome=result ms=1.84}. */
    LINE,
    /** A JSON object. */
    JSON
  }

  private final RecordWriter lines;
  private final LogWriter writer;

  private AccessLog(Path path, Form form) {
    this.lines = new RecordWriter(form == Form.JSON);
    this.writer = new LogWriter(path, lines);
  }

  /**
   * Creates a log, whose file is opened when the host starts.
   *
   * @param path where to write; {@code -} for the standard output. It is opened again when somebody
   *     has moved it away.
   */
  public static AccessLog to(Path path, Form form) {
    return new AccessLog(path, form);
  }

  /**
   * Opens the file.
   *
   * @throws IllegalStateException when it cannot be written
   */
  @Override
  public void started(CallCounts counts, List<ServedOperation> operations) {
    writer.open();
  }

  @Override
  public boolean isBatched() {
    return true;
  }

  @Override
  public void ended(CallRecord call) {
    lines.write(call);
  }

  /** Writes what is left, and closes the file. */
  @Override
  public void close() throws IOException {
    writer.close();
  }
}
