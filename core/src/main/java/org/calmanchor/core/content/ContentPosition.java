package org.calmanchor.core.content;

import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Wildcard;
import org.jspecify.annotations.Nullable;

/**
 * An element or wildcard in a content.
 *
 * @param key the key of its values: the element's local name, with its namespace as {@code
 *     {namespace}local} where another element has the same local name; {@code #any} for a wildcard
 * @param element the element; null for a wildcard
 * @param wildcard the wildcard; null for an element
 * @param min how often it must stand, where the content has one entry a key; else 0
 * @param max how often it may stand, where the content has one entry a key; else 1
 * @param alternatives the branches of choices in which it stands; empty for none
 */
public record ContentPosition(
    String key,
    @Nullable ElementDeclaration element,
    @Nullable Wildcard wildcard,
    int min,
    int max,
    List<Alternative> alternatives) {
  /** Copies the alternatives. */
  public ContentPosition {
    alternatives = List.copyOf(alternatives);
  }

  /**
   * A branch of a choice. What stands in two branches of one choice excludes each other.
   *
   * @param choice the number of the choice within the content, from 1
   * @param branch the number of the branch within the choice, from 1
   */
  public record Alternative(int choice, int branch) {}

  /** The key of what stands for a wildcard. */
  public static final String ANY = "#any";

  /** Whether another position is in another branch of a choice, so that both cannot stand. */
  public boolean excludes(ContentPosition other) {
    return alternatives.stream()
        .anyMatch(
            one ->
                other.alternatives().stream()
                    .anyMatch(
                        each -> each.choice() == one.choice() && each.branch() != one.branch()));
  }

  /** Whether the element {@code local} in {@code namespace} stands here. */
  boolean matches(String namespace, String local) {
    if (element != null) {
      QName name = element.name();
      return name.getLocalPart().equals(local) && name.getNamespaceURI().equals(namespace);
    }
    return wildcard != null && wildcard.namespaces().allows(namespace);
  }
}
