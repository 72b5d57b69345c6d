package org.calmanchor.checks;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Expected.Compare;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.common.ScalarStyle;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.Tag;
import org.snakeyaml.engine.v2.representer.StandardRepresenter;

/** Writes checks as a person would: plain values without quotes where they need none. */
final class CheckWriter {
  String write(Check check) {
    return dump(tree(check));
  }

  String write(Expected expected) {
    return dump(expected(expected));
  }

  private static String dump(Object tree) {
    DumpSettings settings =
        DumpSettings.builder()
            .setDefaultFlowStyle(FlowStyle.BLOCK)
            .setMultiLineFlow(false)
            .setSplitLines(false)
            .setDereferenceAliases(true)
            .build();
    return new Dump(settings, new PlainWhereItReadsBack(settings)).dumpToString(tree);
  }

  private static Map<String, Object> tree(Check check) {
    Map<String, Object> tree = new LinkedHashMap<>();
    tree.put("check", check.name());
    if (!check.service().isEmpty()) {
      tree.put("service", check.service());
    }
    tree.put("operation", check.operation());
    if (check.version() != null) {
      tree.put("soap", CheckReader.number(check.version()));
    }
    if (!check.headers().isEmpty()) {
      tree.put("headers", check.headers());
    }
    tree.put("input", check.input());
    tree.put("expect", expected(check.expected()));
    return tree;
  }

  private static Object expected(Expected expected) {
    Map<String, Object> tree = new LinkedHashMap<>();
    if (expected instanceof Expected.Result result) {
      tree.put("result", result.values());
      compare(tree, result.compare());
    } else if (expected instanceof Expected.Fault fault) {
      if (fault.name() == null) {
        tree.put("undeclaredFault", fault.code() == null ? CheckReader.ANY_CODE : fault.code());
      } else {
        tree.put("fault", fault.name());
        put(tree, "code", fault.code());
      }
      put(tree, "reason", fault.reason());
      put(tree, "detail", fault.values());
      compare(tree, fault.compare());
    } else {
      return "accepted";
    }
    return tree;
  }

  private static void put(Map<String, Object> tree, String name, @Nullable Object value) {
    if (value != null) {
      tree.put(name, value);
    }
  }

  private static void compare(Map<String, Object> tree, Compare compare) {
    if (compare == Compare.NAMED) {
      tree.put("compare", "named");
    }
  }

  /** All values are texts; only those that YAML would read as something else are quoted. */
  private static final class PlainWhereItReadsBack extends StandardRepresenter {
    PlainWhereItReadsBack(DumpSettings settings) {
      super(settings);
      representers.put(String.class, this::text);
    }

    private Node text(Object data) {
      String text = data.toString();
      boolean looksAbsent = List.of("", "~", "null").contains(text);
      ScalarStyle style = looksAbsent ? ScalarStyle.SINGLE_QUOTED : ScalarStyle.PLAIN;
      // No type tag is written, whatever the text looks like.
      Tag implied =
          looksAbsent ? Tag.STR : settings.getSchema().getScalarResolver().resolve(text, true);
      return new ScalarNode(implied, text, style);
    }
  }
}
