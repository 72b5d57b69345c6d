package org.calmanchor.core.simple;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;

/** Parses regular expressions of XML Schema (part 2, appendix F). Used once. */
final class RegularExpressionParser {
  private static final int MOST_DEPTH = 100;
  private static final int MOST_TIMES = 10_000;
  private static final String SINGLE = "\\|.-^?*+{}()[]$";
  private static final String NAME_START =
      "_:A-Za-z\\u00C0-\\u00D6\\u00D8-\\u00F6\\u00F8-\\u02FF\\u0370-\\u037D\\u037F-\\u1FFF"
          + "\\u200C-\\u200D\\u2070-\\u218F\\u2C00-\\u2FEF\\u3001-\\uD7FF\\uF900-\\uFDCF"
          + "\\uFDF0-\\uFFFD";
  private static final String NAME = NAME_START + "\\-.0-9\\u00B7\\u0300-\\u036F\\u203F-\\u2040";

  private final String text;
  private int at;
  private int depth;

  private RegularExpressionParser(String text) {
    this.text = text;
  }

  /**
   * Parses an expression.
   *
   * @throws IllegalArgumentException when it is none; says where and why
   */
  static RegularExpression parse(String text) {
    return new RegularExpressionParser(text).parse();
  }

  private RegularExpression parse() {
    RegularExpression expression = choice();
    if (at < text.length()) {
      throw error("\"" + text.charAt(at) + "\" has no counterpart");
    }
    return expression;
  }

  private IllegalArgumentException error(String what) {
    return new IllegalArgumentException(
        "the pattern \"" + text + "\" is invalid at character " + (at + 1) + ": " + what);
  }

  private boolean isAt(char c) {
    return at < text.length() && text.charAt(at) == c;
  }

  private RegularExpression choice() {
    if (++depth > MOST_DEPTH) {
      throw error("it is nested too deeply");
    }
    List<RegularExpression> branches = new ArrayList<>();
    branches.add(branch());
    while (isAt('|')) {
      at++;
      branches.add(branch());
    }
    depth--;
    return branches.size() == 1 ? branches.get(0) : new RegularExpression.Choice(branches);
  }

  private RegularExpression branch() {
    List<RegularExpression> pieces = new ArrayList<>();
    while (at < text.length() && !isAt('|') && !isAt(')')) {
      pieces.add(quantified(atom()));
    }
    return pieces.size() == 1 ? pieces.get(0) : new RegularExpression.Sequence(pieces);
  }

  private RegularExpression quantified(RegularExpression atom) {
    if (at == text.length()) {
      return atom;
    }
    switch (text.charAt(at)) {
      case '?' -> {
        at++;
        return new RegularExpression.Repeat(atom, 0, 1);
      }
      case '*' -> {
        at++;
        return new RegularExpression.Repeat(atom, 0, RegularExpression.UNBOUNDED);
      }
      case '+' -> {
        at++;
        return new RegularExpression.Repeat(atom, 1, RegularExpression.UNBOUNDED);
      }
      case '{' -> {
        return counted(atom);
      }
      default -> {
        return atom;
      }
    }
  }

  private RegularExpression counted(RegularExpression atom) {
    int end = text.indexOf('}', at);
    String inside = end < 0 ? "" : text.substring(at + 1, end);
    if (!inside.matches("\\d{1,9}(,\\d{0,9})?")) {
      throw error("a quantity is {n}, {n,} or {n,m}");
    }
    at = end + 1;
    int comma = inside.indexOf(',');
    int min = Integer.parseInt(comma < 0 ? inside : inside.substring(0, comma));
    int max =
        comma < 0
            ? min
            : comma == inside.length() - 1
                ? RegularExpression.UNBOUNDED
                : Integer.parseInt(inside.substring(comma + 1));
    if (max < min) {
      throw error("the quantity ends before it begins");
    }
    if (min > MOST_TIMES || (max != RegularExpression.UNBOUNDED && max > MOST_TIMES)) {
      throw error("a quantity of more than " + MOST_TIMES + " is not supported");
    }
    return new RegularExpression.Repeat(atom, min, max);
  }

  private RegularExpression atom() {
    char c = text.charAt(at);
    switch (c) {
      case '(' -> {
        at++;
        RegularExpression inner = choice();
        if (!isAt(')')) {
          throw error("\")\" is missing");
        }
        at++;
        return inner;
      }
      case '[' -> {
        return new RegularExpression.Characters(checked(characterClass()));
      }
      case '.' -> {
        at++;
        return new RegularExpression.Characters("[^\\n\\r]");
      }
      case '\\' -> {
        return new RegularExpression.Characters(checked("[" + escape() + "]"));
      }
      case '?', '*', '+', '{', '}', ']' -> throw error("\"" + c + "\" must be escaped");
      default -> {
        int point = text.codePointAt(at);
        at += Character.charCount(point);
        return new RegularExpression.Characters(quoted(point));
      }
    }
  }

  private String checked(String javaClass) {
    try {
      Pattern.compile(javaClass);
      return javaClass;
    } catch (PatternSyntaxException invalid) {
      throw error("the character class cannot be used");
    }
  }

  /** A character class in brackets, with a part that is taken out of it. */
  private String characterClass() {
    if (++depth > MOST_DEPTH) {
      throw error("it is nested too deeply");
    }
    at++;
    boolean isNegated = isAt('^');
    at += isNegated ? 1 : 0;
    StringBuilder inside = new StringBuilder();
    String without = "";
    boolean isFirst = true;
    while (!isAt(']') || isFirst) {
      if (at >= text.length()) {
        throw error("\"]\" is missing");
      }
      if (isAt(']')) {
        throw error("the character class is empty");
      }
      if (isAt('-') && text.startsWith("-[", at)) {
        at++;
        without = characterClass();
        if (!isAt(']')) {
          throw error("a part that is taken out must stand last");
        }
        break;
      }
      inside.append(range());
      isFirst = false;
    }
    at++;
    depth--;
    String all = (isNegated ? "[^" : "[") + inside + "]";
    return without.isEmpty() ? all : "[" + all + "&&[^" + without + "]]";
  }

  private String range() {
    if (isAt('\\') && !isSingleEscape()) {
      return escape();
    }
    int from = classCharacter();
    boolean isRange =
        isAt('-')
            && at + 1 < text.length()
            && text.charAt(at + 1) != ']'
            && text.charAt(at + 1) != '[';
    if (!isRange) {
      return quoted(from);
    }
    at++;
    if (isAt('\\') && !isSingleEscape()) {
      throw error("a range needs a character at its end");
    }
    int to = classCharacter();
    if (to < from) {
      throw error("the range ends before it begins");
    }
    return quoted(from) + "-" + quoted(to);
  }

  private boolean isSingleEscape() {
    if (at + 1 >= text.length()) {
      throw error("nothing follows the backslash");
    }
    char c = text.charAt(at + 1);
    return SINGLE.indexOf(c) >= 0 || c == 'n' || c == 'r' || c == 't';
  }

  private int classCharacter() {
    if (isAt('\\')) {
      char c = text.charAt(at + 1);
      at += 2;
      return switch (c) {
        case 'n' -> '\n';
        case 'r' -> '\r';
        case 't' -> '\t';
        default -> c;
      };
    }
    if (isAt('[')) {
      throw error("\"[\" must be escaped");
    }
    int point = text.codePointAt(at);
    at += Character.charCount(point);
    return point;
  }

  /** A character in a form that means itself, inside and outside of a class of Java's. */
  private static String quoted(int point) {
    boolean isPlain = point < 0x80 && Character.isLetterOrDigit(point);
    return isPlain ? Character.toString(point) : String.format("\\x{%x}", point);
  }

  /** What an escape means, as content of a class of Java's. */
  private String escape() {
    if (isSingleEscape()) {
      return quoted(classCharacter());
    }
    char c = text.charAt(at + 1);
    at += 2;
    return switch (c) {
      case 'd' -> "\\p{Nd}";
      case 'D' -> "\\P{Nd}";
      case 's' -> " \\t\\n\\r";
      case 'S' -> "[^ \\t\\n\\r]";
      case 'w' -> "[^\\p{P}\\p{Z}\\p{C}]";
      case 'W' -> "[\\p{P}\\p{Z}\\p{C}]";
      case 'i' -> NAME_START;
      case 'I' -> "[^" + NAME_START + "]";
      case 'c' -> NAME;
      case 'C' -> "[^" + NAME + "]";
      case 'p', 'P' -> category(c);
      default -> throw error("there is no escape \\" + c);
    };
  }

  private String category(char kind) {
    int end = text.indexOf('}', at);
    if (!isAt('{') || end < 0) {
      throw error("a category is \\p{...}");
    }
    String name = text.substring(at + 1, end);
    at = end + 1;
    if (name.startsWith("Is")) {
      try {
        Character.UnicodeBlock.forName(name.substring(2));
      } catch (IllegalArgumentException unknown) {
        throw error("there is no block \"" + name.substring(2).toLowerCase(Locale.ROOT) + "\"");
      }
      return "\\" + kind + "{In" + name.substring(2) + "}";
    }
    return "\\" + kind + "{" + name + "}";
  }
}
