package org.calmanchor.core.lexical;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/** The one ordered table of simple type mappings. The first row that fits, counts. */
public final class TypeMappings {
  private static final List<TypeMapping<?>> TABLE =
      List.of(
          TypeMapping.of(String.class, "string", Lexicals.STRING),
          TypeMapping.of(Boolean.class, boolean.class, "boolean", Lexicals.BOOLEAN),
          TypeMapping.of(Byte.class, byte.class, "byte", NumberLexicals.BYTE),
          TypeMapping.of(Short.class, short.class, "short", NumberLexicals.SHORT),
          TypeMapping.of(Integer.class, int.class, "int", NumberLexicals.INT),
          TypeMapping.of(Long.class, long.class, "long", NumberLexicals.LONG),
          TypeMapping.of(BigInteger.class, "integer", NumberLexicals.INTEGER),
          TypeMapping.of(BigDecimal.class, "decimal", NumberLexicals.DECIMAL),
          TypeMapping.of(Float.class, float.class, "float", NumberLexicals.FLOAT),
          TypeMapping.of(Double.class, double.class, "double", NumberLexicals.DOUBLE),
          new TypeMapping<>(
              LocalDate.class,
              null,
              Names.xsd("date"),
              new TypeMapping.Restriction(
                  "DateWithoutZone",
                  List.of(new Facet(Facet.Kind.PATTERN, Lexicals.DATE_PATTERN)),
                  "A day as the calendar on the wall shows it, without time zone"),
              Lexicals.DATE));

  private TypeMappings() {}

  /** The table's rows in order. */
  public static List<TypeMapping<?>> rows() {
    return TABLE;
  }

  /**
   * The row for a Java type, or null when no row fits.
   *
   * @param javaName the type's binary name, or a primitive's
   */
  public static @Nullable TypeMapping<?> forJava(String javaName) {
    return TABLE.stream().filter(row -> row.isFor(javaName)).findFirst().orElse(null);
  }

  /** Whether white space counts in values of the built-in type {@code base}. */
  public static boolean preservesSpace(QName base) {
    return base.equals(Lexicals.STRING_TYPE);
  }
}
