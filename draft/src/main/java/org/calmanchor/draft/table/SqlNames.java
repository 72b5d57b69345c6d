package org.calmanchor.draft.table;

import java.sql.DatabaseMetaData;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Writes names as statements need them: plain where that means the same, else quoted. */
final class SqlNames {
  private static final Pattern PLAIN = Pattern.compile("[A-Za-z][A-Za-z0-9_]*");

  /** The reserved words of SQL (ISO/IEC 9075-2:2016, section 5.2) that may be names of columns. */
  private static final String RESERVED =
      """
      abs all allocate alter and any are array as asensitive asymmetric at atomic authorization
      avg begin between bigint binary blob boolean both by call called cardinality cascaded case
      cast ceil ceiling char character check clob close coalesce collate collect column commit
      condition connect constraint contains convert copy corr corresponding count create cross cube
      current cursor cycle date day deallocate dec decimal declare default define delete dense_rank
      deref describe deterministic disconnect distinct double drop dynamic each element else empty
      end equals escape every except exec execute exists exp external extract false fetch filter
      float floor for foreign frame_row free from full function fusion get global grant group
      grouping groups hold hour identity in indicator initial inner inout insensitive insert int
      integer intersect intersection interval into is join lag language large last_value lateral
      lead leading left like listagg ln local localtime localtimestamp log lower match max measures
      member merge method min minute mod modifies module month multiset national natural nchar
      nclob new no none normalize not nth_value ntile null nullif numeric of offset old omit on one
      only open or order out outer over overlaps overlay parameter partition pattern per percent
      period portion position power precedes precision prepare primary procedure ptf range rank
      reads real recursive ref references referencing release result return returns revoke right
      rollback rollup row rows running savepoint scope scroll search second seek select sensitive
      session_user set show similar skip smallint some specific sql sqlexception sqlstate sqlwarning
      sqrt start static submultiset subset substring succeeds sum symmetric system system_user table
      tablesample then time timestamp to trailing translate translation treat trigger trim true
      truncate uescape union unique unknown unnest update upper user using value values varbinary
      varchar varying versioning when whenever where width_bucket window with within without year
      """;

  private final Set<String> reserved = new HashSet<>();
  private final String quote;
  private final boolean isUpper;
  private final boolean isLower;

  SqlNames(DatabaseMetaData database) throws SQLException {
    reserved.addAll(List.of(RESERVED.strip().split("\\s+", -1)));
    for (String word : database.getSQLKeywords().split(",", -1)) {
      reserved.add(word.strip().toLowerCase(Locale.ROOT));
    }
    String given = database.getIdentifierQuoteString();
    quote = given == null || given.isBlank() ? "\"" : given;
    isUpper = database.storesUpperCaseIdentifiers();
    isLower = database.storesLowerCaseIdentifiers();
  }

  /** The name as it stands in a statement. */
  String of(String stored) {
    String small = stored.toLowerCase(Locale.ROOT);
    boolean isFolded =
        isUpper ? stored.equals(stored.toUpperCase(Locale.ROOT)) : !isLower || stored.equals(small);
    boolean isPlain =
        PLAIN.matcher(stored).matches()
            && isFolded
            && !reserved.contains(small)
            && !small.startsWith("current_");
    if (isPlain) {
      return isUpper || isLower ? small : stored;
    }
    return quote + stored.replace(quote, quote + quote) + quote;
  }
}
