package org.calmanchor.core.read;

import java.net.URI;
import java.net.URISyntaxException;

/** The rule for namespaces and actions. */
final class Uris {
  private Uris() {}

  static boolean isAbsolute(String text) {
    try {
      return new URI(text).isAbsolute();
    } catch (URISyntaxException notOne) {
      return false;
    }
  }
}
