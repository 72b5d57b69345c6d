package org.calmanchor.core.simple;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Finds texts that are values of simple types. Not safe for several threads. */
public final class SimpleExamples {
  private static final int MOST_LENGTH = 2_000;

  /** One or more for each built-in type, the usual ones first. */
  private static final List<String> USUAL =
      List.of(
          ("text 1 0 -1 1.5 2 5 10 50 100 1000 100000 0.5 0.1 -100 true false 2027-06-11 2027-06-11Z"
                  + " 2027-06-11T14:30:00Z 2027-06-11T14:30:00 14:30:00 14:30:00Z PT1H30M P14D P1Y"
                  + " 2027 2027-06 --06-11 ---11 --06 QWhveQ== 41686F79 https://lanternquay.test/"
                  + " en-GB EUR a A H-07")
              .split(" "));

  private final Contract contract;
  private final SimpleTypes rules;

  /** Creates examples for the types of {@code contract}. */
  public SimpleExamples(Contract contract) {
    this.contract = contract;
    this.rules = new SimpleTypes(contract);
  }

  /** Whether {@code text} is a value of a simple type. */
  public boolean isValid(TypeUse type, String text) {
    try {
      rules.of(type).check(text);
      return true;
    } catch (LexicalException invalid) {
      return false;
    }
  }

  /** A value of a simple type; null if none was found. */
  public @Nullable String find(TypeUse type) {
    return candidates(type).filter(text -> isValid(type, text)).findFirst().orElse(null);
  }

  /** Texts that may be values of a simple type, the likely ones first. */
  public Stream<String> candidates(TypeUse type) {
    if (contract.definition(type) instanceof SimpleType simple) {
      SimpleType.Variety variety = simple.variety();
      if (variety instanceof SimpleType.ListOf list) {
        return candidates(list.item()).limit(20);
      }
      if (variety instanceof SimpleType.UnionOf union) {
        return union.members().stream().flatMap(this::candidates);
      }
      return restricted((SimpleType.Restriction) variety);
    }
    if (type instanceof TypeUse.Named named && BuiltIns.item(named.name()) != null) {
      return Stream.of("text");
    }
    return USUAL.stream();
  }

  private Stream<String> restricted(SimpleType.Restriction restriction) {
    List<String> own = new ArrayList<>();
    for (Facet facet : restriction.facets()) {
      switch (facet.kind()) {
        case ENUMERATION, MIN_INCLUSIVE, MAX_INCLUSIVE -> own.add(facet.value());
        case PATTERN -> own.addAll(matching(facet.value()));
        default -> {
          // Says nothing about a text to try.
        }
      }
    }
    List<String> sized = new ArrayList<>();
    for (Facet facet : restriction.facets()) {
      switch (facet.kind()) {
        case LENGTH, MIN_LENGTH, MAX_LENGTH -> sized.addAll(sized(restriction, facet.value()));
        case MIN_EXCLUSIVE -> sized.addAll(beside(facet.value(), 1));
        case MAX_EXCLUSIVE -> sized.addAll(beside(facet.value(), -1));
        default -> {
          // Says nothing about a length.
        }
      }
    }
    return Stream.of(own.stream(), candidates(restriction.base()), sized.stream())
        .flatMap(each -> each);
  }

  private static List<String> matching(String pattern) {
    RegularExpression expression = RegularExpressionParser.parse(pattern);
    List<String> texts = new ArrayList<>();
    for (int length : new int[] {0, 1, 2, 3, 4, 5, 6, 8, 10, 20}) {
      StringBuilder out = new StringBuilder();
      expression.sample(out, length);
      texts.add(out.toString());
    }
    return texts;
  }

  private List<String> sized(SimpleType.Restriction restriction, String written) {
    int length = number(written);
    if (length < 0 || length > MOST_LENGTH) {
      return List.of();
    }
    List<String> texts = new ArrayList<>();
    candidates(restriction.base())
        .limit(60)
        .forEach(
            text -> {
              texts.add(String.join(" ", Collections.nCopies(length, text)));
              if (!text.isEmpty()) {
                texts.add(text.repeat(length / text.length() + 1).substring(0, length));
              }
            });
    texts.add("41".repeat(length));
    texts.add(Base64.getEncoder().encodeToString(new byte[length]));
    return texts;
  }

  private static List<String> beside(String bound, int step) {
    try {
      BigDecimal number = new BigDecimal(bound.strip());
      BigDecimal tenth = new BigDecimal(step).movePointLeft(2);
      return List.of(
          number.add(BigDecimal.valueOf(step)).toPlainString(), number.add(tenth).toPlainString());
    } catch (NumberFormatException other) {
      return List.of();
    }
  }

  private static int number(String text) {
    try {
      return Integer.parseInt(text.strip());
    } catch (NumberFormatException other) {
      return -1;
    }
  }
}
