package org.calmanchor.core.xml;

import java.util.Arrays;

/**
 * The XML declarations that most messages start with. They say nothing new (XML 1.0, sections 2.8
 * and 4.3.3), so the parser can skip them.
 */
final class UsualDeclarations {
  private static final byte[][] USUAL = {
    Tag.encode("<?xml version=\"1.0\" encoding=\"utf-8\"?>"),
    Tag.encode("<?xml version=\"1.0\" encoding=\"UTF-8\"?>"),
    Tag.encode("<?xml version='1.0' encoding='UTF-8'?>"),
    Tag.encode("<?xml version='1.0' encoding='utf-8'?>"),
    Tag.encode("<?xml version=\"1.0\"?>"),
  };

  private UsualDeclarations() {}

  /**
   * The number of bytes that can be skipped; 0 if the message does not begin with a usual XML
   * declaration.
   */
  static int length(byte[] message, int length) {
    for (byte[] usual : USUAL) {
      int end = usual.length;
      // The bytes after it must not look like another XML declaration.
      if (length > end + 1
          && Arrays.equals(message, 0, end, usual, 0, end)
          && (message[end] == '\n'
              || message[end] == '\r'
              || (message[end] == '<' && message[end + 1] != '?'))) {
        return end;
      }
    }
    return 0;
  }
}
