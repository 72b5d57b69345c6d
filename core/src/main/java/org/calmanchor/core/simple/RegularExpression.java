package org.calmanchor.core.simple;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A regular expression of XML Schema (part 2, appendix F), as a tree that can be translated into
 * Java's and can give a text that matches.
 */
sealed interface RegularExpression {
  /** Marker: a repetition without an upper limit. */
  int UNBOUNDED = Integer.MAX_VALUE;

  /** The same expression in Java's syntax. */
  String toJava();

  /** Appends a short text that matches; lists and repetitions take at least {@code length}. */
  void sample(StringBuilder out, int length);

  /** One of several. */
  record Choice(List<RegularExpression> branches) implements RegularExpression {
    @Override
    public String toJava() {
      return branches.stream()
          .map(RegularExpression::toJava)
          .collect(Collectors.joining("|", "(?:", ")"));
    }

    @Override
    public void sample(StringBuilder out, int length) {
      branches.get(0).sample(out, length);
    }
  }

  /** One after the other. */
  record Sequence(List<RegularExpression> pieces) implements RegularExpression {
    @Override
    public String toJava() {
      return pieces.stream().map(RegularExpression::toJava).collect(Collectors.joining());
    }

    @Override
    public void sample(StringBuilder out, int length) {
      for (RegularExpression piece : pieces) {
        piece.sample(out, length);
      }
    }
  }

  /** A repetition. */
  record Repeat(RegularExpression piece, int min, int max) implements RegularExpression {
    @Override
    public String toJava() {
      String upper = max == UNBOUNDED ? "" : Integer.toString(max);
      return "(?:" + piece.toJava() + "){" + min + "," + upper + "}";
    }

    @Override
    public void sample(StringBuilder out, int length) {
      for (int i = 0; i < Math.max(min, Math.min(max, length)); i++) {
        piece.sample(out, length);
      }
    }
  }

  /** One character of a class, written as a class of Java's. */
  record Characters(String javaClass) implements RegularExpression {
    @Override
    public String toJava() {
      return javaClass;
    }

    @Override
    public void sample(StringBuilder out, int length) {
      Pattern pattern = Pattern.compile(javaClass);
      String usual = "AaBb01-._ ";
      for (int i = 0; i < usual.length(); i++) {
        if (pattern.matcher(usual.substring(i, i + 1)).matches()) {
          out.append(usual.charAt(i));
          return;
        }
      }
      for (int c = '!'; c < Character.MAX_CODE_POINT; c++) {
        String text = Character.toString(c);
        if (Character.isDefined(c)
            && !Character.isISOControl(c)
            && (c < Character.MIN_SURROGATE || c > Character.MAX_SURROGATE)
            && pattern.matcher(text).matches()) {
          out.append(text);
          return;
        }
      }
    }
  }
}
