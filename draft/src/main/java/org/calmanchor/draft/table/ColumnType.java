package org.calmanchor.draft.table;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ArrayTypeName;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Facets;

/**
 * How a column's values are held in Java.
 *
 * @param java the type of its values; of its items for an array
 * @param items the type of the items of an array in SQL; empty if it is none
 * @param mark what stands for its value in a statement, such as {@code cast(? as jsonb)}
 * @param isPadded whether spaces at the end of a value mean nothing
 * @param isComparable whether a value equals another one in SQL
 * @param maxLength the greatest number of characters or bytes; 0 if it is not limited
 * @param totalDigits how many digits a number has at most; 0 if that is not limited
 * @param fractionDigits how many of them are after the point; -1 if that is not limited
 * @param sample a value in its form on the wire; empty if none is known
 */
record ColumnType(
    TypeName java,
    String items,
    String mark,
    boolean isPadded,
    boolean isComparable,
    int maxLength,
    int totalDigits,
    int fractionDigits,
    String sample) {
  private static final ClassName SQL_NAME = ClassName.get("", "Sql");

  static ColumnType of(TypeName java, String sample) {
    return new ColumnType(java, "", "?", false, true, 0, 0, -1, sample);
  }

  static ColumnType of(Class<?> java, String sample) {
    return of(TypeName.get(java), sample);
  }

  ColumnType atMost(int length) {
    return new ColumnType(
        java, items, mark, isPadded, isComparable, length, totalDigits, fractionDigits, sample);
  }

  ColumnType digits(int total, int fraction) {
    return new ColumnType(
        java, items, mark, isPadded, isComparable, maxLength, total, fraction, sample);
  }

  ColumnType padded() {
    return new ColumnType(
        java, items, mark, true, isComparable, maxLength, totalDigits, fractionDigits, sample);
  }

  ColumnType incomparable() {
    return new ColumnType(
        java, items, mark, isPadded, false, maxLength, totalDigits, fractionDigits, sample);
  }

  ColumnType marked(String mark) {
    return new ColumnType(
        java, items, mark, isPadded, isComparable, maxLength, totalDigits, fractionDigits, sample);
  }

  ColumnType listOf(String items) {
    return new ColumnType(java.box(), items, mark, false, false, 0, 0, -1, "");
  }

  /** Whether a value of it counts as two parameters (JVMS 4.3.3). */
  boolean isWide() {
    return java.equals(TypeName.LONG) || java.equals(TypeName.DOUBLE);
  }

  boolean isWhole() {
    return Set.of("byte", "short", "int", "long", "java.math.BigInteger").contains(java.toString());
  }

  boolean isList() {
    return !items.isEmpty();
  }

  /** The type of a component. */
  TypeName type(boolean isRequired) {
    TypeName value = isList() ? ParameterizedTypeName.get(ClassName.get(List.class), java) : java;
    return isRequired
        ? value
        : ParameterizedTypeName.get(ClassName.get(Optional.class), value.box());
  }

  /** The annotations of a component. */
  List<AnnotationSpec> annotations(String member, boolean isRequired) {
    List<AnnotationSpec> found = new ArrayList<>();
    if (isList() && !isRequired) {
      // No list and an empty one are two things.
      found.add(
          AnnotationSpec.builder(Element.class)
              .addMember("name", "$S", "item")
              .addMember("wrapper", "$S", member)
              .build());
    }
    AnnotationSpec.Builder facets = AnnotationSpec.builder(Facets.class);
    if (maxLength > 0) {
      facets.addMember("maxLength", "$L", maxLength);
    }
    if (totalDigits > 0) {
      facets.addMember("totalDigits", "$L", totalDigits);
    }
    if (fractionDigits >= 0) {
      facets.addMember("fractionDigits", "$L", fractionDigits);
    }
    AnnotationSpec built = facets.build();
    if (!built.members().isEmpty()) {
      found.add(built);
    }
    return found;
  }

  /** Reads a value from the current row of the result {@code from}. */
  CodeBlock read(String from, String label, boolean isRequired) {
    CodeBlock value = isRequired ? required(from, label) : nullable(from, label);
    CodeBlock optional = CodeBlock.of("$T.ofNullable($L)", Optional.class, value);
    if (isPadded) {
      return isRequired
          ? CodeBlock.of("$L.stripTrailing()", value)
          : CodeBlock.of("$L.map($T::stripTrailing)", optional, String.class);
    }
    if (isBigInteger()) {
      return isRequired
          ? CodeBlock.of("$L.toBigIntegerExact()", value)
          : CodeBlock.of("$L.map($T::toBigIntegerExact)", optional, BigDecimal.class);
    }
    return isRequired ? value : optional;
  }

  private boolean isBigInteger() {
    return java.toString().equals("java.math.BigInteger");
  }

  private CodeBlock required(String from, String label) {
    if (!java.isPrimitive()) {
      return nullable(from, label);
    }
    String name = java.toString();
    return CodeBlock.of(
        "$L.get$L($S)", from, Character.toUpperCase(name.charAt(0)) + name.substring(1), label);
  }

  private CodeBlock nullable(String from, String label) {
    if (isList()) {
      return CodeBlock.of("$T.items($L, $S, $T.class)", SQL_NAME, from, label, java);
    }
    if (java.equals(ClassName.get(String.class))) {
      return CodeBlock.of("$L.getString($S)", from, label);
    }
    if (java instanceof ArrayTypeName) {
      return CodeBlock.of("$L.getBytes($S)", from, label);
    }
    // Not every driver reads a BigInteger.
    if (isBigInteger() || java.toString().equals("java.math.BigDecimal")) {
      return CodeBlock.of("$L.getBigDecimal($S)", from, label);
    }
    return CodeBlock.of("$L.getObject($S, $T.class)", from, label, java.box());
  }

  /** A value as it is given to a statement. */
  CodeBlock bound(CodeBlock value, boolean isRequired) {
    if (!isList()) {
      return value;
    }
    return isRequired
        ? CodeBlock.of("new $T.Items($S, $L)", SQL_NAME, items, value)
        : CodeBlock.of("$L.map(items -> new $T.Items($S, items))", value, SQL_NAME, items);
  }
}
