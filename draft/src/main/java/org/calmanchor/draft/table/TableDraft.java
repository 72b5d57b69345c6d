package org.calmanchor.draft.table;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Java source and checks for a table.
 *
 * @param sources the Java files, by their paths below the folder of sources
 * @param checks the check files, by their paths below the project's folder
 * @param service the name of the class that is the service
 * @param notes what was left out or needs a look, a sentence each
 */
public record TableDraft(
    Map<String, byte[]> sources, Map<String, byte[]> checks, String service, List<String> notes) {
  /** Copies the collections. */
  public TableDraft {
    sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
    checks = Collections.unmodifiableMap(new LinkedHashMap<>(checks));
    notes = List.copyOf(notes);
  }
}
