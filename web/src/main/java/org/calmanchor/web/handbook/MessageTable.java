package org.calmanchor.web.handbook;

import java.util.List;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.outline.OutlineLine;
import org.jspecify.annotations.Nullable;

/**
 * A message of an operation, a header block, or the detail of a fault.
 *
 * @param title what it is
 * @param element the local name of its element; empty for an empty body
 * @param namespace the namespace of its element; may be empty
 * @param lines its content
 */
public record MessageTable(
    String title, String element, String namespace, List<OutlineLine> lines) {
  /** Copies the lines. */
  public MessageTable {
    lines = List.copyOf(lines);
  }

  static MessageTable of(
      String title, @Nullable ElementDeclaration element, List<OutlineLine> lines) {
    return new MessageTable(
        title,
        element == null ? "" : element.name().getLocalPart(),
        element == null ? "" : element.name().getNamespaceURI(),
        lines);
  }
}
