package org.calmanchor.core.xml;

import java.io.IOException;

/** Takes the bytes of a message that are more than what is held. */
@FunctionalInterface
public interface ByteSink {
  /** Takes the first {@code length} bytes, which are overwritten afterwards. */
  void take(byte[] bytes, int length) throws IOException;
}
