package org.calmanchor.draft.table;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.TypeSpec;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import javax.lang.model.SourceVersion;
import org.calmanchor.draft.text.SourceText;

/**
 * Writes Java source for tables of a database: records for their rows, and a service for each that
 * finds, reads, creates, updates and deletes them by plain JDBC.
 */
public final class TableDrafter {
  private static final List<String> SHARED =
      List.of("Connections", "Sql", "Page", "RowNotFound", "RowRefused");

  private TableDrafter() {}

  /**
   * Drafts a service for each of the tables.
   *
   * @param tables the tables' names, with their schema before them if it is not the current one; in
   *     any case of letters
   * @throws TableDraftException if there is no such table, or it cannot be drafted as asked
   * @throws IllegalArgumentException if the package's name is none
   * @throws SQLException if the database fails
   */
  public static List<TableDraft> draft(
      Connection connection, List<String> tables, TableRequest request) throws SQLException {
    if (!SourceVersion.isName(request.packageName())) {
      throw new IllegalArgumentException(
          "\"" + request.packageName() + "\" is no name of a Java package.");
    }
    TableReader reader = new TableReader(connection, request);
    List<List<String>> notes = new ArrayList<>();
    List<Table> read = new ArrayList<>();
    for (String table : tables) {
      notes.add(new ArrayList<>());
      read.add(reader.read(table, notes.get(read.size())));
    }
    TableReader.requireColumns(request, read);
    List<TableDraft> drafts = new ArrayList<>();
    for (int i = 0; i < read.size(); i++) {
      drafts.add(draft(connection, read.get(i), request, notes.get(i)));
    }
    return drafts;
  }

  private static TableDraft draft(
      Connection connection, Table read, TableRequest request, List<String> notes)
      throws SQLException {
    RowWriter rows = new RowWriter(read, request.packageName());
    List<TypeSpec> types = new ArrayList<>(rows.write());
    types.add(new ServiceWriter(read, request, rows).write());
    if (read.madeKey().size() > 1) {
      notes.add(
          "create%s returns nothing, since the database makes several columns of the key."
              .formatted(read.type()));
    }
    Map<String, byte[]> sources = new LinkedHashMap<>();
    String folder = request.packageName().replace('.', '/') + "/";
    for (TypeSpec type : types) {
      sources.put(folder + type.name() + ".java", SourceText.of(request.packageName(), type));
    }
    shared(read).forEach(name -> sources.put(folder + name + ".java", template(name, request)));
    String check = new CheckWriter(read, connection, notes).write();
    String file =
        "checks/" + read.name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-") + ".yaml";
    return new TableDraft(
        sources,
        Map.of(file, check.getBytes(StandardCharsets.UTF_8)),
        request.packageName() + "." + ServiceWriter.name(read),
        notes);
  }

  /** The files that all tables of a package share, as far as this one needs them. */
  private static List<String> shared(Table table) {
    List<String> names = new ArrayList<>(SHARED);
    if (!table.isView()) {
      names.add("Insert");
    }
    if (table.version() != null) {
      names.add("RowChanged");
    }
    return names;
  }

  private static byte[] template(String name, TableRequest request) {
    try (InputStream in =
        Objects.requireNonNull(TableDrafter.class.getResourceAsStream(name + ".java.txt"))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .replace("${package}", request.packageName())
          .replace("${url}", CodeBlock.of("$S", request.url()).toString())
          .getBytes(StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }
}
