package org.calmanchor.core.dynamic;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.model.SoapVersion;

/**
 * A request as maps and lists.
 *
 * @param operation the operation
 * @param version the version that it speaks
 * @param values its members by name
 * @param headerBlocks the header blocks that the contract knows, by name
 */
public record DynamicRequest(
    String operation,
    SoapVersion version,
    Map<String, Object> values,
    Map<String, Object> headerBlocks) {
  /** Copies the maps. */
  public DynamicRequest {
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    headerBlocks = Collections.unmodifiableMap(new LinkedHashMap<>(headerBlocks));
  }
}
