package org.calmanchor.core.keys;

import java.nio.file.Path;
import java.util.List;

/** Where a private key and its certificates come from. Used by several threads. */
public interface KeySource {
  /**
   * Loads them.
   *
   * @throws KeysException when they cannot be used
   */
  Keys load();

  /** The files whose change means that they have to be loaded again; empty for none. */
  List<Path> files();
}
