package org.calmanchor.core.model;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Example values of simple elements and attributes. They are not part of the contract: a document
 * does not contain them. Immutable.
 *
 * @param byPlace the examples in their lexical form, by the place of the declaration's origin
 */
public record Examples(Map<String, String> byPlace) {
  /** No examples. */
  public static final Examples NONE = new Examples(Map.of());

  /** Copies the map. */
  public Examples {
    byPlace = Map.copyOf(byPlace);
  }

  /** The example of a declaration with that origin; null if there is none. */
  public @Nullable String of(Origin origin) {
    return byPlace.get(origin.place());
  }
}
