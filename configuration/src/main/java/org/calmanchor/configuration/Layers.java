package org.calmanchor.configuration;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The values of all sources, one layer over the other, and the problems. */
final class Layers {
  private final Map<Source.Kind, Map<Setting<?>, GivenValue<?>>> layers =
      new EnumMap<>(Source.Kind.class);
  private final List<String> problems = new ArrayList<>();

  /** Adds a problem, with its place and a fix. */
  void problem(String problem) {
    problems.add(problem);
  }

  /**
   * Adds a value.
   *
   * @param place the place and the name, for problems
   */
  <T> void add(Setting<T> setting, List<String> texts, Source source, String place) {
    try {
      GivenValue<T> value =
          new GivenValue<>(setting.form().read(texts), List.copyOf(texts), source);
      layers.computeIfAbsent(source.kind(), kind -> new LinkedHashMap<>()).put(setting, value);
    } catch (IllegalArgumentException unfit) {
      problem(
          place
              + ": write "
              + setting.form().words()
              + (setting.isSecret() ? "." : ", not \"" + shown(texts) + "\"."));
    }
  }

  /** A URL is shown without the user and the password in it. */
  private static String shown(List<String> texts) {
    return String.join(", ", texts).replaceAll("(?<=://)[^/@\\s]*@", "***@");
  }

  /**
   * Checks that everything is as it has to be.
   *
   * @throws ConfigurationException with all problems
   */
  void requireNoProblem() {
    if (!problems.isEmpty()) {
      throw new ConfigurationException(problems);
    }
  }

  /** The values of one kind of source. */
  Map<Setting<?>, GivenValue<?>> of(Source.Kind kind) {
    return layers.getOrDefault(kind, Map.of());
  }

  /**
   * What counts: of several values, that of the upper layer.
   *
   * @throws ConfigurationException with all problems
   */
  Configuration configuration() {
    requireNoProblem();
    Map<Setting<?>, GivenValue<?>> all = new HashMap<>();
    layers.values().forEach(all::putAll);
    return new Configuration(all);
  }
}
