package org.calmanchor.core.lexical;

/** What becomes of white space before a text is read (XML Schema 1.0 part 2, section 4.3.6). */
public enum WhiteSpace {
  /** White space is kept. */
  PRESERVE,
  /** Each tab, line feed and carriage return becomes a space. */
  REPLACE,
  /**
   * As for REPLACE; then sequences of spaces become one space, and spaces at the ends are removed.
   */
  COLLAPSE;

  /** Applies this rule to {@code text}. */
  public String apply(String text) {
    return switch (this) {
      case PRESERVE -> text;
      case REPLACE -> text.replace('\t', ' ').replace('\n', ' ').replace('\r', ' ');
      case COLLAPSE -> collapse(text);
    };
  }

  /** Removes white space at both ends and replaces inner sequences by one space. */
  public static String collapse(String text) {
    int length = text.length();
    boolean clean = true;
    for (int i = 0; i < length && clean; i++) {
      char c = text.charAt(i);
      clean = c > ' ' || (c == ' ' && i > 0 && i < length - 1 && text.charAt(i - 1) != ' ');
    }
    if (clean) {
      return text;
    }
    StringBuilder out = new StringBuilder(length);
    for (int i = 0; i < length; i++) {
      char c = text.charAt(i);
      if (!isSpace(c)) {
        out.append(c);
      } else if (out.length() > 0 && out.charAt(out.length() - 1) != ' ') {
        out.append(' ');
      }
    }
    if (out.length() > 0 && out.charAt(out.length() - 1) == ' ') {
      out.setLength(out.length() - 1);
    }
    return out.toString();
  }

  /** Whether {@code c} is XML white space (XML 1.0, production 3). */
  public static boolean isSpace(char c) {
    return c == ' ' || c == '\t' || c == '\n' || c == '\r';
  }
}
