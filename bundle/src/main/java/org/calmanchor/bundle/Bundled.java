package org.calmanchor.bundle;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * What was made.
 *
 * @param files the files that were written, or the folder
 * @param notes what a person should know about it
 */
public record Bundled(List<Path> files, List<String> notes) {
  /** Copies the lists. */
  public Bundled {
    files = List.copyOf(files);
    notes = List.copyOf(notes);
  }

  /** The files of both; the notes are those of this one. */
  public Bundled and(Bundled other) {
    List<Path> all = new ArrayList<>(files);
    all.addAll(other.files);
    return new Bundled(all, notes);
  }
}
