package org.calmanchor.cli.shell;

import java.util.Arrays;
import java.util.stream.Collectors;
import picocli.CommandLine.Model.OptionSpec;

/** The descriptions of options as plain text. */
final class OptionText {
  private OptionText() {}

  /** The first sentence of an option's description. */
  static String of(OptionSpec option) {
    return firstSentence(all(option));
  }

  /** All of an option's description. */
  static String all(OptionSpec option) {
    return Arrays.stream(option.description())
        .map(line -> line.replace("${DEFAULT-VALUE}", String.valueOf(option.defaultValue())))
        .collect(Collectors.joining(" "))
        .replace("%%", "%");
  }

  static String firstSentence(String text) {
    int end = text.indexOf(". ");
    String sentence = end < 0 ? text : text.substring(0, end);
    return sentence.endsWith(".") ? sentence.substring(0, sentence.length() - 1) : sentence;
  }
}
