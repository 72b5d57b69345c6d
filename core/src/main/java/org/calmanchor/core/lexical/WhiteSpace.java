package org.calmanchor.core.lexical;

/** What becomes of white space before a text is read (XML Schema 1.0 part 2, section 4.3.6). */
public enum WhiteSpace {
  /** It stays. */
  PRESERVE,
  /** Each tab, line feed and carriage return becomes a space. */
  REPLACE,
  /** As replaced, then runs become one space and none is left at the ends. */
  COLLAPSE;

  /** The text after this rule. */
  public String apply(String text) {
    return switch (this) {
      case PRESERVE -> text;
      case REPLACE -> text.replace('\t', ' ').replace('\n', ' ').replace('\r', ' ');
      case COLLAPSE -> Lexical.collapse(text);
    };
  }
}
