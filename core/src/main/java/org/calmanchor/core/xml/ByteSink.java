package org.calmanchor.core.xml;

import java.io.IOException;

/** Receives the bytes of a message that exceed what is held. */
@FunctionalInterface
public interface ByteSink {
  /** Takes the first {@code length} bytes. The array is overwritten after the call. */
  void take(byte[] bytes, int length) throws IOException;
}
