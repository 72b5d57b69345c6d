package org.calmanchor.checks;

import java.time.Duration;
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
    return dump(document(check));
  }

  String write(Expected expected) {
    return dump(expected(expected));
  }

  private static String dump(Object document) {
    DumpSettings settings =
        DumpSettings.builder()
            .setDefaultFlowStyle(FlowStyle.BLOCK)
            .setMultiLineFlow(false)
            .setSplitLines(false)
            .setDereferenceAliases(true)
            .build();
    return new Dump(settings, new PlainWhereItReadsBack(settings)).dumpToString(document);
  }

  /** The value of {@code expect} in one line, for the place of another one. */
  static String inline(Expected expected, Duration after) {
    DumpSettings settings =
        DumpSettings.builder()
            .setDefaultFlowStyle(FlowStyle.FLOW)
            .setMultiLineFlow(false)
            .setSplitLines(false)
            .setWidth(Integer.MAX_VALUE)
            .setDereferenceAliases(true)
            .build();
    Object outcome = late(expected(expected), after);
    return new Dump(settings, new PlainWhereItReadsBack(settings)).dumpToString(outcome).strip();
  }

  private static Object late(Object expected, Duration after) {
    if (!(expected instanceof Map<?, ?> outcome) || after.isZero()) {
      return expected;
    }
    Map<Object, Object> late = new LinkedHashMap<>(outcome);
    late.put("after", after.toString());
    return late;
  }

  private static Map<String, Object> document(Check check) {
    Map<String, Object> document = new LinkedHashMap<>();
    document.put("check", check.name());
    if (!check.service().isEmpty()) {
      document.put("service", check.service());
    }
    putCall(document, check);
    settings(document, check.settings());
    Object expected = late(expected(check.expected()), check.settings().after());
    document.put("expect", expected);
    return document;
  }

  private static void settings(Map<String, Object> document, CheckSettings settings) {
    if (!settings.tags().isEmpty()) {
      document.put("tags", List.copyOf(settings.tags()));
    }
    if (!settings.given().isEmpty()) {
      document.put("given", settings.given().stream().map(CheckWriter::step).toList());
    }
    if (settings.within() != null) {
      document.put("within", settings.within().toString());
    }
    if (settings.repeat() != 1) {
      document.put("repeat", Integer.toString(settings.repeat()));
    }
  }

  private static Map<String, Object> step(Check step) {
    Map<String, Object> document = new LinkedHashMap<>();
    document.put("step", step.name());
    putCall(document, step);
    document.put("expect", expected(step.expected()));
    return document;
  }

  private static void putCall(Map<String, Object> document, Check check) {
    document.put("operation", check.operation());
    if (check.version() != null) {
      document.put("soap", CheckReader.number(check.version()));
    }
    if (check.settings().caller() != null) {
      document.put("caller", CheckCallerReader.document(check.settings().caller()));
    }
    if (!check.headerBlocks().isEmpty()) {
      document.put("headerBlocks", check.headerBlocks());
    }
    document.put("input", check.input());
  }

  /** The value of {@code expect}, as maps, lists and texts. */
  static Object expected(Expected expected) {
    Map<String, Object> document = new LinkedHashMap<>();
    if (expected instanceof Expected.Result result) {
      document.put("result", result.values());
      compare(document, result.compare());
    } else if (expected instanceof Expected.Fault fault) {
      if (fault.name() == null) {
        document.put(
            "undeclaredFault", fault.code() == null ? ExpectedReader.ANY_CODE : fault.code());
      } else {
        document.put("fault", fault.name());
        put(document, "code", fault.code());
      }
      put(document, "reason", fault.reason());
      put(document, "detail", fault.values());
      compare(document, fault.compare());
    } else if (expected instanceof Expected.Refused refused) {
      document.put("refused", Integer.toString(refused.status()));
    } else {
      return "accepted";
    }
    return document;
  }

  private static void put(Map<String, Object> document, String name, @Nullable Object value) {
    if (value != null) {
      document.put(name, value);
    }
  }

  private static void compare(Map<String, Object> document, Compare compare) {
    if (compare == Compare.NAMED) {
      document.put("compare", "named");
    }
  }

  /** All values are texts; only those that YAML would read as something else are quoted. */
  private static final class PlainWhereItReadsBack extends StandardRepresenter {
    PlainWhereItReadsBack(DumpSettings settings) {
      super(settings);
      representers.put(String.class, this::text);
      parentClassRepresenters.put(Matcher.class, data -> tagged(TaggedValue.of(data)));
      parentClassRepresenters.put(Reference.class, data -> tagged(TaggedValue.of(data)));
    }

    private Node tagged(TaggedValue value) {
      Tag tag = new Tag(value.tag());
      if (value.content() instanceof List<?> items) {
        return representSequence(tag, items, settings.getDefaultFlowStyle());
      }
      String text = value.content().toString();
      // A tag without a text needs one that is empty, or else a comma would belong to the tag.
      return new ScalarNode(
          tag, text, text.isEmpty() ? ScalarStyle.SINGLE_QUOTED : ScalarStyle.PLAIN);
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
