package org.calmanchor.web.handbook;

import java.util.List;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.outline.OutlineLine;

/**
 * All about one named type.
 *
 * @param id its anchor
 * @param name its name
 * @param namespace its namespace; may be empty
 * @param kind what it is, in words
 * @param doc its documentation; may be empty
 * @param base the name of the type to which it adds; empty for none
 * @param baseId the anchor of that type
 * @param lines its content; of a simple type, none
 * @param allowed what a simple type allows, in words
 * @param values the values of an enumeration
 */
public record TypeChapter(
    String id,
    String name,
    String namespace,
    String kind,
    String doc,
    String base,
    String baseId,
    List<OutlineLine> lines,
    String allowed,
    List<Facet> values) {
  /** Copies the lists. */
  public TypeChapter {
    lines = List.copyOf(lines);
    values = List.copyOf(values);
  }
}
