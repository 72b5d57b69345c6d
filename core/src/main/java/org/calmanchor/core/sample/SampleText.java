package org.calmanchor.core.sample;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.calmanchor.core.model.Facet;
import org.jspecify.annotations.Nullable;

/** Chooses an example among the texts that the facets of a simple type allow. */
record SampleText(List<Facet> facets) {

  /** The example for a built-in type if the facets allow it, else another text. */
  String from(String base) {
    BigDecimal number = parsed(base);
    return first(Facet.Kind.ENUMERATION)
        .or(() -> first(Facet.Kind.PATTERN).filter(p -> p.startsWith("false")).map(p -> "false"))
        .or(() -> number == null ? Optional.empty() : number(number))
        .or(() -> first(Facet.Kind.MIN_INCLUSIVE))
        .or(() -> first(Facet.Kind.MAX_INCLUSIVE))
        .orElseGet(() -> number == null ? sized(base) : base);
  }

  /** The same for bytes in Base64. */
  String ofBytes(String base) {
    byte[] bytes = Base64.getDecoder().decode(base);
    byte[] made = Arrays.copyOf(bytes, length(bytes.length));
    Arrays.fill(made, Math.min(bytes.length, made.length), made.length, (byte) '!');
    return Base64.getEncoder().encodeToString(made);
  }

  private String sized(String base) {
    int length = length(base.length());
    return length <= base.length()
        ? base.substring(0, length)
        : base.repeat(length / base.length() + 1).substring(0, length);
  }

  /** The nearest allowed length. */
  private int length(int given) {
    int least =
        first(Facet.Kind.LENGTH).or(() -> first(Facet.Kind.MIN_LENGTH)).map(this::count).orElse(0);
    int most =
        first(Facet.Kind.LENGTH)
            .or(() -> first(Facet.Kind.MAX_LENGTH))
            .map(this::count)
            .orElse(given);
    return Math.max(least, Math.min(given, most));
  }

  private int count(String value) {
    BigDecimal number = parsed(value);
    return number == null ? 0 : number.intValue();
  }

  private Optional<String> first(Facet.Kind kind) {
    return facets.stream().filter(facet -> facet.kind() == kind).map(Facet::value).findFirst();
  }

  private Optional<String> number(BigDecimal base) {
    BigDecimal above = bound(Facet.Kind.MIN_EXCLUSIVE);
    BigDecimal below = bound(Facet.Kind.MAX_EXCLUSIVE);
    BigDecimal least = bound(Facet.Kind.MIN_INCLUSIVE);
    BigDecimal most = bound(Facet.Kind.MAX_INCLUSIVE);
    return Stream.of(
            base,
            least,
            most,
            above == null ? null : above.add(BigDecimal.ONE),
            below == null ? null : below.subtract(BigDecimal.ONE),
            between(above == null ? least : above, below == null ? most : below, base.scale()))
        .filter(Objects::nonNull)
        .filter(this::isAllowed)
        .map(BigDecimal::toPlainString)
        .findFirst();
  }

  private @Nullable BigDecimal bound(Facet.Kind kind) {
    return first(kind).map(SampleText::parsed).orElse(null);
  }

  private static @Nullable BigDecimal between(
      @Nullable BigDecimal least, @Nullable BigDecimal most, int scale) {
    return least == null || most == null
        ? null
        : least.add(most).divide(BigDecimal.valueOf(2), scale, RoundingMode.HALF_UP);
  }

  private boolean isAllowed(BigDecimal number) {
    return facets.stream().allMatch(facet -> isAllowed(number, facet));
  }

  private static boolean isAllowed(BigDecimal number, Facet facet) {
    BigDecimal value = parsed(facet.value());
    if (value == null) {
      return true;
    }
    return switch (facet.kind()) {
      case MIN_INCLUSIVE -> number.compareTo(value) >= 0;
      case MIN_EXCLUSIVE -> number.compareTo(value) > 0;
      case MAX_INCLUSIVE -> number.compareTo(value) <= 0;
      case MAX_EXCLUSIVE -> number.compareTo(value) < 0;
      case FRACTION_DIGITS -> number.stripTrailingZeros().scale() <= value.intValue();
      case TOTAL_DIGITS -> number.stripTrailingZeros().precision() <= value.intValue();
      default -> true;
    };
  }

  private static @Nullable BigDecimal parsed(String text) {
    try {
      return new BigDecimal(text);
    } catch (NumberFormatException other) {
      return null;
    }
  }
}
