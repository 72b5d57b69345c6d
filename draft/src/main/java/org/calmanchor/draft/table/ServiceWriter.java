package org.calmanchor.draft.table;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import com.palantir.javapoet.TypeSpec;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.PortType;
import org.calmanchor.draft.text.Javadoc;

/** Writes the service of a table. */
final class ServiceWriter {
  private final Table table;
  private final TableRequest request;
  private final RowWriter rows;
  private final ClassName sql;
  private final ClassName connections;
  private final ChangeWriter changes;

  ServiceWriter(Table table, TableRequest request, RowWriter rows) {
    this.table = table;
    this.request = request;
    this.rows = rows;
    this.sql = ClassName.get(request.packageName(), "Sql");
    this.connections = ClassName.get(request.packageName(), "Connections");
    this.changes = new ChangeWriter(table, request.packageName(), rows);
  }

  static String name(Table table) {
    return table.type() + "Table";
  }

  TypeSpec write() {
    TypeSpec.Builder built =
        TypeSpec.classBuilder(name(table))
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                new Javadoc(table.doc(), "The rows of the table {@code " + table.name() + "}.")
                    .block())
            .addAnnotation(
                AnnotationSpec.builder(PortType.class)
                    .addMember("namespace", "$S", request.namespace())
                    .build())
            .addField(
                FieldSpec.builder(
                        String.class, "SELECT", Modifier.PRIVATE, Modifier.STATIC, Modifier.FINAL)
                    .initializer(select())
                    .build())
            .addField(connections, "connections", Modifier.PRIVATE, Modifier.FINAL)
            .addMethod(
                MethodSpec.constructorBuilder()
                    .addModifiers(Modifier.PUBLIC)
                    .addJavadoc("Creates a service for the database that the environment names.\n")
                    .addStatement("this($T.ofEnvironment())", connections)
                    .build())
            .addMethod(
                MethodSpec.constructorBuilder()
                    .addModifiers(Modifier.PUBLIC)
                    .addJavadoc("Creates a service with connections to the database.\n")
                    .addParameter(connections, "connections")
                    .addStatement("this.connections = connections")
                    .build())
            .addMethod(findRows());
    if (!table.key().isEmpty()) {
      built.addMethod(readRow());
    }
    if (!table.isView()) {
      built.addMethod(changes.create());
    }
    if (!table.key().isEmpty() && !table.isView()) {
      if (!table.changeable().isEmpty()) {
        built.addMethod(changes.update());
      }
      built.addMethod(changes.delete());
    }
    if (!table.key().isEmpty()) {
      built.addMethod(find()).addMethod(key());
    }
    return built.addMethod(row()).build();
  }

  private CodeBlock select() {
    String own = table.joins().isEmpty() ? "" : table.sql();
    List<String> columns =
        Stream.concat(
                table.columns().stream().map(column -> column.selected(own)),
                table.joins().stream().map(join -> join.column().selected(join.alias())))
            .toList();
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder("select ");
    for (int i = 0; i < columns.size(); i++) {
      String column = columns.get(i) + (i < columns.size() - 1 ? ", " : "");
      if (line.length() + column.length() > 84) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(column);
    }
    lines.add(line.toString());
    lines.add(" from " + table.sql());
    table.joins().forEach(join -> lines.add(join.sql()));
    return lines.stream()
        .map(each -> CodeBlock.of("$S", each))
        .collect(CodeBlock.joining("\n        + ", "\n    ", ""));
  }

  private MethodSpec findRows() {
    CodeBlock.Builder body = CodeBlock.builder();
    body.addStatement("$1T sql = new $1T(SELECT)", sql);
    List<Column> comparable = table.comparable();
    if (!comparable.isEmpty()) {
      body.beginControlFlow("if (example.isPresent())");
      body.addStatement("$T values = example.get()", rows.values());
      for (Column column : comparable) {
        body.addStatement(
            "sql.where($S, values.$N())",
            table.qualified(column) + " = " + column.type().mark(),
            column.member());
      }
      body.endControlFlow();
    }
    body.beginControlFlow("try ($T connection = connections.open())", Connection.class);
    body.addStatement(
        "return sql.page(connection, $S, page.orElse(1), pageSize.orElse(20), $N::row)",
        table.order(),
        name(table));
    body.endControlFlow();
    MethodSpec.Builder method =
        ChangeWriter.operation("find" + TypeNames.several(table.type()))
            .addJavadoc(
                "Finds the rows whose columns have the values of an example; without one, all"
                    + " rows.\n")
            .returns(
                ParameterizedTypeName.get(
                    ClassName.get(request.packageName(), "Page"), rows.row()));
    if (!comparable.isEmpty()) {
      method.addParameter(ParameterSpec.builder(optional(example()), "example").build());
    }
    return method
        .addParameter(
            documented(optional(TypeName.INT), "page", "counted from 1; 1, if it is absent"))
        .addParameter(
            documented(
                optional(TypeName.INT),
                "pageSize",
                "how many rows; 20, if it is absent; at most 500"))
        .addException(SQLException.class)
        .addCode(body.build())
        .build();
  }

  /** The columns that can be compared. */
  private TypeName example() {
    return ChangeWriter.shape(
        rows.values(), table.type() + "Example", table.columns(), table.comparable());
  }

  private static TypeName optional(TypeName type) {
    return ParameterizedTypeName.get(ClassName.get(Optional.class), type.box());
  }

  private static ParameterSpec documented(TypeName type, String name, String doc) {
    return ParameterSpec.builder(type, name)
        .addAnnotation(AnnotationSpec.builder(Element.class).addMember("doc", "$S", doc).build())
        .build();
  }

  private MethodSpec readRow() {
    return ChangeWriter.operation("read" + table.type())
        .addJavadoc("Reads a row.\n")
        .returns(rows.row())
        .addParameters(changes.keyParameters())
        .addException(changes.notFound())
        .addException(SQLException.class)
        .beginControlFlow("try ($T connection = connections.open())", Connection.class)
        .addStatement(
            "return find(connection, $1L).orElseThrow(() -> $2T.of(key($1L)))",
            changes.keyArguments(),
            changes.notFound())
        .endControlFlow()
        .build();
  }

  private MethodSpec find() {
    CodeBlock.Builder conditions = CodeBlock.builder();
    for (Column column : table.key()) {
      conditions.add(
          "\n.where($S, $N)",
          table.qualified(column) + " = " + column.type().mark(),
          column.member());
    }
    return MethodSpec.methodBuilder("find")
        .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
        .returns(optional(rows.row()))
        .addParameter(Connection.class, "connection")
        .addParameters(changes.plainKeyParameters())
        .addException(SQLException.class)
        .addStatement(
            "return new $T(SELECT)$L\n.row(connection, $N::row)",
            sql,
            conditions.build(),
            name(table))
        .build();
  }

  /** How a message names a row. */
  private MethodSpec key() {
    CodeBlock words =
        table.key().stream()
            .map(column -> CodeBlock.of("$S + $N", column.member() + " ", column.member()))
            .collect(CodeBlock.joining(" + \", \" + "));
    return MethodSpec.methodBuilder("key")
        .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
        .returns(String.class)
        .addParameters(changes.plainKeyParameters())
        .addStatement("return $L", words)
        .build();
  }

  private MethodSpec row() {
    CodeBlock values =
        Stream.concat(table.columns().stream(), table.joins().stream().map(Join::column))
            .map(column -> column.type().read("row", column.label(), column.isRequired()))
            .collect(CodeBlock.joining(",\n"));
    return MethodSpec.methodBuilder("row")
        .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
        .returns(rows.row())
        .addParameter(ResultSet.class, "row")
        .addException(SQLException.class)
        .addStatement("return new $T(\n$L)", rows.row(), values)
        .build();
  }
}
