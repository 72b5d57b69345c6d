package org.calmanchor.processor;

import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import org.jspecify.annotations.Nullable;

/**
 * The elements behind the signatures that a reader was given, so that what it says about a
 * signature can be reported at the element.
 */
final class Places {
  private final Map<String, Element> bySignature = new HashMap<>();

  /**
   * Forgets everything: signatures have no packages, so they tell elements of one service apart.
   */
  void clear() {
    bySignature.clear();
  }

  /** Notes the element of a signature, and returns the signature. */
  String of(String signature, @Nullable Element element) {
    if (element != null) {
      bySignature.putIfAbsent(signature, element);
    }
    return signature;
  }

  /**
   * The element that {@code path} leads to: the last one on the way ({@code a -> b}) that is known
   * and fits; null if there is none.
   */
  @Nullable Element find(String path, Predicate<Element> fits) {
    List<String> steps = Arrays.asList(path.split(" -> ", -1));
    Collections.reverse(steps);
    for (String step : steps) {
      Element element = bySignature.get(step);
      if (element != null && fits.test(element)) {
        return element;
      }
    }
    return null;
  }
}
