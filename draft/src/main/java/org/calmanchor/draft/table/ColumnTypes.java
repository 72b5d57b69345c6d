package org.calmanchor.draft.table;

import com.palantir.javapoet.ArrayTypeName;
import com.palantir.javapoet.TypeName;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.sql.Types;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Finds the Java type for a column. What Java has no type for is held as text, as the database
 * writes it.
 *
 * @param code the code of {@link Types}
 * @param name the type's name in the database
 * @param size the greatest number of characters, bytes or digits
 * @param scale the digits after the point
 * @param isPostgres whether the database is PostgreSQL, whose driver has one code for many types
 */
record ColumnTypes(int code, String name, int size, int scale, boolean isPostgres) {
  /** From here on, a length means that there is no limit. */
  private static final int UNLIMITED = 1_000_000;

  private static final int MOST_DIGITS = 1_000;
  private static final int INT_DIGITS = 9;
  private static final int LONG_DIGITS = 18;
  private static final Set<String> POSTGRES_TEXTS =
      Set.of("varchar", "text", "bpchar", "char", "name");
  private static final Pattern ENUM = Pattern.compile("ENUM\\('((?:[^']|'')*)'.*");
  private static final Pattern ARRAY = Pattern.compile("(.+?)(?:\\(\\d+\\))? ARRAY(?:\\[\\d+])?");

  /** The type; null if values of it cannot be read and written as text. */
  @Nullable ColumnType find() {
    return switch (code) {
      case Types.BOOLEAN -> ColumnType.of(boolean.class, "true");
      case Types.BIT ->
          isPostgres && name.equals("bit") ? text() : ColumnType.of(boolean.class, "true");
      case Types.TINYINT -> ColumnType.of(byte.class, "1");
      case Types.SMALLINT -> ColumnType.of(short.class, "1");
      case Types.INTEGER -> ColumnType.of(int.class, "1");
      case Types.BIGINT -> ColumnType.of(long.class, "1");
      case Types.NUMERIC, Types.DECIMAL -> number();
      case Types.REAL -> ColumnType.of(float.class, "1");
      case Types.FLOAT -> ColumnType.of(name.equals("REAL") ? float.class : double.class, "1");
      case Types.DOUBLE ->
          isPostgres && name.equals("money") ? text() : ColumnType.of(double.class, "1");
      case Types.CHAR, Types.NCHAR -> characters().padded();
      case Types.VARCHAR,
          Types.NVARCHAR,
          Types.LONGVARCHAR,
          Types.LONGNVARCHAR,
          Types.CLOB,
          Types.NCLOB ->
          isPostgres && !POSTGRES_TEXTS.contains(name) ? text() : characters();
      case Types.DATE -> ColumnType.of(LocalDate.class, "2027-06-11");
      case Types.TIME ->
          name.equals("timetz") ? offsetTime() : ColumnType.of(LocalTime.class, "14:30:00");
      case Types.TIME_WITH_TIMEZONE -> offsetTime();
      case Types.TIMESTAMP ->
          name.equals("timestamptz")
              ? offsetDateTime()
              : ColumnType.of(LocalDateTime.class, "2027-06-11T14:30:00");
      case Types.TIMESTAMP_WITH_TIMEZONE -> offsetDateTime();
      case Types.BINARY, Types.VARBINARY, Types.LONGVARBINARY, Types.BLOB ->
          name.equals("UUID") ? uuid() : bytes();
      case Types.ARRAY -> array();
      case Types.JAVA_OBJECT, Types.REF, Types.ROWID, Types.STRUCT -> isPostgres ? text() : null;
      default -> name.equals("uuid") ? uuid() : text();
    };
  }

  private static ColumnType offsetTime() {
    return ColumnType.of(OffsetTime.class, "14:30:00Z");
  }

  private static ColumnType offsetDateTime() {
    return ColumnType.of(OffsetDateTime.class, "2027-06-11T14:30:00Z");
  }

  private static ColumnType uuid() {
    return ColumnType.of(UUID.class, "3f2504e0-4f89-41d3-9a0c-0305e82c3301");
  }

  private ColumnType bytes() {
    ColumnType type = ColumnType.of(ArrayTypeName.of(byte.class), "QQ==").incomparable();
    return size > 0 && size < UNLIMITED ? type.atMost(size) : type;
  }

  private ColumnType characters() {
    boolean isLimited = size > 0 && size < UNLIMITED;
    String sample = isLimited && size < 7 ? "Sample".substring(0, Math.min(6, size)) : "Sample";
    ColumnType type = ColumnType.of(String.class, sample);
    return isLimited ? type.atMost(size) : type;
  }

  private ColumnType number() {
    boolean isLimited =
        size > 0 && size <= MOST_DIGITS && scale >= 0 && scale <= size && !name.equals("DECFLOAT");
    if (!isLimited) {
      return ColumnType.of(BigDecimal.class, scale > size ? "0" : "1");
    }
    if (scale > 0) {
      String sample = scale == size ? new BigDecimal(BigInteger.ONE, scale).toPlainString() : "1";
      return ColumnType.of(BigDecimal.class, sample).digits(size, scale);
    }
    Class<?> whole =
        size <= INT_DIGITS ? int.class : size <= LONG_DIGITS ? long.class : BigInteger.class;
    return ColumnType.of(whole, "1").digits(size, -1);
  }

  private @Nullable ColumnType array() {
    Matcher matcher = ARRAY.matcher(name);
    String items =
        isPostgres ? name.replaceFirst("^_", "") : matcher.matches() ? matcher.group(1) : "";
    TypeName item =
        switch (items.toLowerCase(Locale.ROOT)) {
          case "text", "varchar", "bpchar", "character varying", "character" ->
              TypeName.get(String.class);
          case "int4", "integer" -> TypeName.get(Integer.class);
          case "int8", "bigint" -> TypeName.get(Long.class);
          case "numeric" -> TypeName.get(BigDecimal.class);
          case "float8", "double precision" -> TypeName.get(Double.class);
          case "bool", "boolean" -> TypeName.get(Boolean.class);
          case "uuid" -> TypeName.get(UUID.class);
          default -> null;
        };
    if (item == null) {
      return isPostgres ? text() : null;
    }
    return ColumnType.of(item, "").listOf(items);
  }

  /** A type that the database reads from a text, and writes as one. */
  private ColumnType text() {
    Matcher values = ENUM.matcher(name);
    if (values.matches()) {
      return ColumnType.of(String.class, values.group(1).replace("''", "'"));
    }
    if (name.equals("JSON") && !isPostgres) {
      return ColumnType.of(String.class, "{}").incomparable().marked("? format json");
    }
    String sample =
        switch (name) {
          case "json", "jsonb" -> "{}";
          case "xml" -> "<sample/>";
          default -> "";
        };
    String full = isPostgres && name.equals("bit") ? "bit(" + size + ")" : name;
    ColumnType type = ColumnType.of(String.class, sample).marked("cast(? as " + full + ")");
    // Enumerations and domains of PostgreSQL can be compared; of others it is not known.
    boolean isComparable = isPostgres && (code == Types.VARCHAR || code == Types.DISTINCT);
    return isComparable ? type : type.incomparable();
  }
}
