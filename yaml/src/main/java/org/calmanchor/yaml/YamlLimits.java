package org.calmanchor.yaml;

import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.events.AliasEvent;
import org.snakeyaml.engine.v2.events.CollectionEndEvent;
import org.snakeyaml.engine.v2.events.CollectionStartEvent;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.events.NodeEvent;
import org.snakeyaml.engine.v2.parser.ParserImpl;
import org.snakeyaml.engine.v2.scanner.StreamReader;

/**
 * The limits of a file. They are checked before a tree is built, since a short text can describe a
 * tree that is very deep or repeats itself.
 */
final class YamlLimits {
  /** Messages do not nest deeper either. */
  static final int DEPTH = 100;

  private static final int NODES = 100_000;

  private final String file;
  private final YamlProblems problems;

  YamlLimits(String file, YamlProblems problems) {
    this.file = file;
    this.problems = problems;
  }

  /**
   * Checks the limits of a text before it is parsed.
   *
   * @throws RuntimeException a problem, when it is beyond a limit
   */
  void check(LoadSettings settings, String yaml) {
    int depth = 0;
    int nodes = 0;
    ParserImpl events = new ParserImpl(settings, new StreamReader(settings, yaml));
    while (events.hasNext()) {
      Event event = events.next();
      if (event instanceof AliasEvent) {
        throw beyond(event, "repeats something by an alias (*); write it out.");
      }
      if (event instanceof CollectionStartEvent && ++depth > DEPTH) {
        throw beyond(event, "nests deeper than " + DEPTH + " levels.");
      }
      if (event instanceof CollectionEndEvent) {
        depth--;
      }
      if (event instanceof NodeEvent && ++nodes > NODES) {
        throw beyond(event, "holds more than " + NODES + " values; make several files of it.");
      }
    }
  }

  private RuntimeException beyond(Event event, String problem) {
    int line = event.getStartMark().map(mark -> mark.getLine() + 1).orElse(0);
    return problems.at(file, line, problem);
  }
}
