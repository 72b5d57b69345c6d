package org.calmanchor.core.path;

import java.util.Set;
import org.calmanchor.core.model.TypeUse;

/**
 * A name of a path and what it stands for.
 *
 * @param key the key in the map of the structure
 * @param type its type
 * @param repeats whether the map has a list for it
 * @param isContent whether it is an entry of ordered content
 * @param excluded the keys that cannot stand beside it, because it is in another branch of a choice
 */
record Step(String key, TypeUse type, boolean repeats, boolean isContent, Set<String> excluded) {
  /** Copies the keys. */
  Step {
    excluded = Set.copyOf(excluded);
  }

  static Step once(String key, TypeUse type) {
    return new Step(key, type, false, false, Set.of());
  }
}
