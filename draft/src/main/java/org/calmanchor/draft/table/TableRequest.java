package org.calmanchor.draft.table;

import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is to be drafted for a table.
 *
 * @param url the JDBC URL of the database, as the drafted source is to have it, without credentials
 * @param packageName the Java package
 * @param namespace the namespace of the service
 * @param namesOf columns that refer to another table, with the column of it that is returned too;
 *     an empty text where that is to be found
 * @param versionColumn the column that counts changes; null for one called "version", if there is
 *     one
 */
public record TableRequest(
    String url,
    String packageName,
    String namespace,
    Map<String, String> namesOf,
    @Nullable String versionColumn) {
  /** Copies the map. */
  public TableRequest {
    namesOf = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(namesOf));
  }
}
