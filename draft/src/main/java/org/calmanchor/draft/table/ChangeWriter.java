package org.calmanchor.draft.table;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.Shape;
import org.jspecify.annotations.Nullable;

/** Writes the operations that change a table. */
final class ChangeWriter {
  private final Table table;
  private final RowWriter rows;
  private final ClassName sql;
  private final ClassName insert;
  private final ClassName notFound;
  private final ClassName refused;
  private final ClassName changed;

  ChangeWriter(Table table, String packageName, RowWriter rows) {
    this.table = table;
    this.rows = rows;
    this.sql = ClassName.get(packageName, "Sql");
    this.insert = ClassName.get(packageName, "Insert");
    this.notFound = ClassName.get(packageName, "RowNotFound");
    this.refused = ClassName.get(packageName, "RowRefused");
    this.changed = ClassName.get(packageName, "RowChanged");
  }

  ClassName notFound() {
    return notFound;
  }

  /** The key's columns as parameters of an operation. */
  List<ParameterSpec> keyParameters() {
    return table.key().stream().map(ChangeWriter::parameter).toList();
  }

  /** The same for a method that is no operation. */
  List<ParameterSpec> plainKeyParameters() {
    return keyParameters().stream()
        .map(each -> ParameterSpec.builder(each.type(), each.name()).build())
        .toList();
  }

  private static ParameterSpec parameter(Column column) {
    return ParameterSpec.builder(column.type().type(true), column.member())
        .addAnnotations(column.type().annotations(column.member(), true))
        .build();
  }

  String keyArguments() {
    return table.key().stream().map(Column::member).collect(Collectors.joining(", "));
  }

  /** A method that is an operation. */
  static MethodSpec.Builder operation(String name) {
    return MethodSpec.methodBuilder(name)
        .addModifiers(Modifier.PUBLIC)
        .addAnnotation(Operation.class);
  }

  /** A data type with the members of some columns; the type itself if these are all. */
  static TypeName shape(ClassName type, String name, List<Column> all, List<Column> some) {
    if (some.size() == all.size()) {
      return type;
    }
    List<Column> others = all.stream().filter(column -> !some.contains(column)).toList();
    boolean isOnly = some.size() < others.size();
    AnnotationSpec.Builder shape =
        AnnotationSpec.builder(Shape.class).addMember("name", "$S", name);
    for (Column column : isOnly ? some : others) {
      shape.addMember(isOnly ? "only" : "omit", "$S", column.member());
    }
    return type.annotated(shape.build());
  }

  MethodSpec create() {
    List<Column> made = table.madeKey();
    boolean returnsRow = !table.key().isEmpty() && made.size() <= 1;
    CodeBlock.Builder body = CodeBlock.builder();
    body.addStatement("$1T insert = new $1T($2S)", insert, table.sql());
    for (Column column : table.creatable()) {
      value(body, "insert.value", column, "row", !column.mayBeOmitted());
    }
    Column version = table.version();
    if (version != null && !version.hasDefault()) {
      body.addStatement("insert.value($S, 0)", version.sql());
    }
    body.beginControlFlow("try ($T connection = connections.open())", Connection.class);
    if (!returnsRow) {
      body.addStatement("insert.execute(connection)");
    } else if (made.isEmpty()) {
      body.addStatement("insert.execute(connection)");
      body.addStatement("return find(connection, $L).orElseThrow()", createdKey(null));
    } else {
      Column key = made.get(0);
      body.addStatement(
          "$T $N =\ninsert.execute(connection, $S, keys -> $L)",
          key.type().type(true),
          key.member(),
          key.name(),
          key.type().read("keys", key.label(), true));
      body.addStatement("return find(connection, $L).orElseThrow()", createdKey(key));
    }
    body.endControlFlow();
    MethodSpec.Builder method =
        operation("create" + table.type())
            .addJavadoc(
                returnsRow ? "Creates a row; returns it as it is stored.\n" : "Creates a row.\n")
            .addParameter(rows.newRow(), "row");
    if (returnsRow) {
      method.returns(rows.row());
    }
    return method
        .addException(refused)
        .addException(SQLException.class)
        .addCode(body.build())
        .build();
  }

  private CodeBlock createdKey(@Nullable Column made) {
    return table.key().stream()
        .map(
            column ->
                column.equals(made)
                    ? CodeBlock.of("$N", column.member())
                    : CodeBlock.of("row.$N()", column.member()))
        .collect(CodeBlock.joining(", "));
  }

  private void value(
      CodeBlock.Builder body, String method, Column column, String from, boolean isRequired) {
    CodeBlock value =
        column.type().bound(CodeBlock.of("$L.$N()", from, column.member()), isRequired);
    if (column.type().mark().equals("?")) {
      body.addStatement("$L($S, $L)", method, column.sql(), value);
    } else {
      body.addStatement("$L($S, $S, $L)", method, column.sql(), column.type().mark(), value);
    }
  }

  MethodSpec update() {
    Column version = table.version();
    CodeBlock.Builder body = CodeBlock.builder();
    body.addStatement("$1T sql = new $1T($2S)", sql, "update " + table.sql());
    for (Column column : table.changeable()) {
      value(body, "sql.set", column, "change", false);
    }
    if (!table.clearable().isEmpty()) {
      body.addStatement("sql.clear(clear.stream().map($T::sql).toList())", rows.columns());
    }
    body.beginControlFlow("try ($T connection = connections.open())", Connection.class);
    body.beginControlFlow("if (sql.hasChanges())");
    if (version != null) {
      body.addStatement("sql.increment($S)", version.sql());
    }
    where(body);
    execute(body);
    body.endControlFlow();
    body.addStatement(
        "return find(connection, $1L).orElseThrow(() -> $2T.of(key($1L)))",
        keyArguments(),
        notFound);
    body.endControlFlow();
    MethodSpec.Builder method =
        changing(
                "update",
                "Changes the columns that have values, and leaves the others; returns the row as it is then.\n")
            .returns(rows.row())
            .addParameter(
                shape(rows.values(), table.type() + "Change", table.columns(), table.changeable()),
                "change");
    if (!table.clearable().isEmpty()) {
      method.addParameter(
          ParameterSpec.builder(
                  ParameterizedTypeName.get(ClassName.get(List.class), rows.columns()), "clear")
              .build());
    }
    return thrown(method).addCode(body.build()).build();
  }

  private MethodSpec.Builder changing(String verb, String doc) {
    MethodSpec.Builder method =
        operation(verb + table.type()).addJavadoc(doc).addParameters(keyParameters());
    if (table.version() != null) {
      method.addParameter(parameter(Objects.requireNonNull(table.version())));
    }
    return method;
  }

  private MethodSpec.Builder thrown(MethodSpec.Builder method) {
    method.addException(notFound);
    if (table.version() != null) {
      method.addException(changed);
    }
    return method.addException(refused).addException(SQLException.class);
  }

  private void where(CodeBlock.Builder body) {
    for (Column column : table.key()) {
      body.addStatement(
          "sql.where($S, $N)", column.sql() + " = " + column.type().mark(), column.member());
    }
    if (table.version() != null) {
      Column version = Objects.requireNonNull(table.version());
      body.addStatement("sql.where($S, $N)", version.sql() + " = ?", version.member());
    }
  }

  /** Executes the change, and finds out why there was none. */
  private void execute(CodeBlock.Builder body) {
    body.beginControlFlow("if (sql.execute(connection) == 0)");
    if (table.version() == null) {
      body.addStatement("throw $T.of(key($L))", notFound, keyArguments());
    } else {
      body.addStatement(
          "$1T there = find(connection, $2L).orElseThrow(() -> $3T.of(key($2L)))",
          rows.row(),
          keyArguments(),
          notFound);
      body.addStatement(
          "throw $T.of(there.$N())", changed, Objects.requireNonNull(table.version()).member());
    }
    body.endControlFlow();
  }

  MethodSpec delete() {
    CodeBlock.Builder body = CodeBlock.builder();
    body.addStatement("$1T sql = new $1T($2S)", sql, "delete from " + table.sql());
    where(body);
    body.beginControlFlow("try ($T connection = connections.open())", Connection.class);
    execute(body);
    body.endControlFlow();
    return thrown(changing("delete", "Deletes a row.\n")).addCode(body.build()).build();
  }
}
