package org.calmanchor.draft.table;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.TypeSpec;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import javax.lang.model.element.Modifier;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.draft.text.JavaNames;
import org.calmanchor.draft.text.Javadoc;
import org.calmanchor.draft.text.UniqueNames;

/** Writes the records for rows of a table, and the enum of columns that can be cleared. */
final class RowWriter {
  private final Table table;
  private final String packageName;

  RowWriter(Table table, String packageName) {
    this.table = table;
    this.packageName = packageName;
  }

  ClassName row() {
    return ClassName.get(packageName, table.type());
  }

  /** What a row is created from. */
  ClassName newRow() {
    return table.needsNew() ? ClassName.get(packageName, "New" + table.type()) : row();
  }

  /** Values of some columns. */
  ClassName values() {
    return ClassName.get(packageName, table.type() + "Values");
  }

  ClassName columns() {
    return ClassName.get(packageName, table.type() + "Column");
  }

  List<TypeSpec> write() {
    List<TypeSpec> types = new ArrayList<>();
    List<Column> all = new ArrayList<>(table.columns());
    table.joins().forEach(join -> all.add(join.column()));
    types.add(
        record(
            row(),
            new Javadoc(table.doc(), "A row of the table {@code " + table.name() + "}."),
            all,
            column -> column.isRequired()));
    if (!table.isView() && table.needsNew()) {
      types.add(
          record(
              newRow(),
              new Javadoc("", "What a row of the table {@code " + table.name() + "} is made of.")
                  .paragraph("Columns without a value get their default."),
              table.creatable(),
              column -> !column.mayBeOmitted()));
    }
    types.add(
        record(
            values(),
            new Javadoc("", "Values of some columns of the table {@code " + table.name() + "}."),
            table.columns(),
            column -> false));
    if (!table.key().isEmpty() && !table.clearable().isEmpty()) {
      types.add(clearable());
    }
    return types;
  }

  private static TypeSpec record(
      ClassName name, Javadoc doc, List<Column> columns, Predicate<Column> isRequired) {
    MethodSpec.Builder components = MethodSpec.constructorBuilder();
    for (Column column : columns) {
      boolean required = isRequired.test(column);
      components.addParameter(
          ParameterSpec.builder(column.type().type(required), column.member())
              .addAnnotations(column.type().annotations(column.member(), required))
              .build());
      if (!column.doc().isEmpty()) {
        doc.param(column.member(), Javadoc.escaped(column.doc()));
      }
    }
    return TypeSpec.recordBuilder(name)
        .addModifiers(Modifier.PUBLIC)
        .addJavadoc(doc.block())
        .recordConstructor(components.build())
        .build();
  }

  private TypeSpec clearable() {
    TypeSpec.Builder built =
        TypeSpec.enumBuilder(columns())
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc("A column of the table {@code $L} that can have no value.\n", table.name())
            .addField(String.class, "sql", Modifier.PRIVATE, Modifier.FINAL)
            .addMethod(
                MethodSpec.constructorBuilder()
                    .addParameter(String.class, "sql")
                    .addStatement("this.sql = sql")
                    .build())
            .addMethod(
                MethodSpec.methodBuilder("sql")
                    .addJavadoc("Its name in statements.\n")
                    .returns(String.class)
                    .addStatement("return sql")
                    .build());
    UniqueNames names = new UniqueNames();
    for (Column column : table.clearable()) {
      built.addEnumConstant(
          names.free(constant(column.member())),
          TypeSpec.anonymousClassBuilder("$S", column.sql())
              .addAnnotation(
                  AnnotationSpec.builder(Lexical.class)
                      .addMember("value", "$S", column.member())
                      .build())
              .build());
    }
    return built.build();
  }

  private static String constant(String member) {
    return JavaNames.constant(member);
  }
}
