package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Members.StructureMember;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/**
 * Writes the values of a form as Java expressions. Objects with setters need statements, which come
 * before the expression.
 */
final class JavaValues {
  private final Reading reading;
  private final JavaSource source;
  private final JavaLiterals literals;
  private final List<String> statements = new ArrayList<>();
  private int objects;

  JavaValues(Reading reading, JavaSource source) {
    this.reading = reading;
    this.source = source;
    this.literals = new JavaLiterals(source);
  }

  /** The statements that create the objects that the expressions use. */
  List<String> statements() {
    return statements;
  }

  /** An expression for {@code value}, of the Java form {@code use} and the type {@code type}. */
  String of(JavaForm use, JavaType type, @Nullable Object value) {
    if (use instanceof JavaForm.Maybe maybe) {
      String optional = source.nameOf(Optional.class);
      return isNone(value)
          ? optional + ".empty()"
          : optional + ".of(" + of(maybe.of(), type.arguments().get(0), value) + ")";
    } else if (use instanceof JavaForm.Restricted restricted) {
      return of(restricted.of(), type, value);
    } else if (use instanceof JavaForm.Many many) {
      return many(many, value instanceof List<?> list ? list : List.of());
    } else if (use instanceof JavaForm.Wrapped wrapped) {
      return isNone(value)
          ? "null"
          : of(wrapped.many(), type, field(value, wrapped.item().getLocalPart()));
    } else if (use instanceof JavaForm.Mapping mapping) {
      return map(mapping, type, value);
    } else if (isNone(value)) {
      return JavaLiterals.none(type);
    } else if (use instanceof JavaForm.Simple simple) {
      return literals.of(type, simple.row(), String.valueOf(value));
    } else if (use instanceof JavaForm.Constant constant) {
      String name = constant.constants().get(String.valueOf(value).strip());
      return name == null ? "null" : source.nameOf(constant.type()) + "." + name;
    } else if (use instanceof JavaForm.Structure structure && value instanceof Map<?, ?> fields) {
      return structure(structure, fields);
    } else if (use instanceof JavaForm.Tree && value != null) {
      return tree(value);
    }
    return "null /* an element of your own */";
  }

  /** A tree of values, which holds what no other Java type can. */
  private String tree(Object value) {
    if (value instanceof Map<?, ?> fields) {
      String map = source.nameOf(Map.class);
      List<String> entries = new ArrayList<>();
      fields.forEach(
          (name, held) ->
              entries.add(
                  map + ".entry(" + JavaLiterals.text(name.toString()) + ", " + tree(held) + ")"));
      return map + ".ofEntries(" + String.join(", ", entries) + ")";
    }
    if (value instanceof List<?> items) {
      List<String> all = items.stream().map(this::tree).toList();
      return source.nameOf(List.class) + ".of(" + String.join(", ", all) + ")";
    }
    return JavaLiterals.text(value.toString());
  }

  private static boolean isNone(@Nullable Object value) {
    return value == null
        || (value instanceof Map<?, ?> fields && fields.containsKey(DynamicMessages.NIL_KEY));
  }

  private static @Nullable Object field(@Nullable Object value, String name) {
    return value instanceof Map<?, ?> fields ? fields.get(name) : null;
  }

  private String many(JavaForm.Many many, List<?> items) {
    List<String> all =
        items.stream()
            .filter(item -> !isNone(item))
            .map(item -> of(many.of(), many.item(), item))
            .toList();
    String listed = String.join(", ", all);
    return switch (many.container()) {
      case LIST -> source.nameOf(List.class) + ".of(" + listed + ")";
      case SET -> source.nameOf(Set.class) + ".of(" + listed + ")";
      case STREAM -> source.nameOf(Stream.class) + ".of(" + listed + ")";
      case ARRAY -> "new " + source.nameOf(many.item()) + "[] {" + listed + "}";
    };
  }

  private String map(JavaForm.Mapping mapping, JavaType type, @Nullable Object value) {
    Object entries = field(value, mapping.entry().getLocalPart());
    JavaForm.Entry entry = mapping.of();
    String map = source.nameOf(Map.class);
    List<String> all = new ArrayList<>();
    for (Object each : entries instanceof List<?> list ? list : List.of()) {
      Object key = field(each, entry.keyName().getLocalPart());
      Object held = field(each, entry.valueName().getLocalPart());
      all.add(
          map
              + ".entry("
              + of(entry.key(), type.arguments().get(0), key)
              + ", "
              + of(entry.value(), type.arguments().get(1), held)
              + ")");
    }
    return all.isEmpty() ? map + ".of()" : map + ".ofEntries(" + String.join(", ", all) + ")";
  }

  private String structure(JavaForm.Structure form, Map<?, ?> fields) {
    Object named = fields.get(DynamicMessages.TYPE_KEY);
    StructureMember member = reading.members().types().get(form.key());
    if (named == null) {
      return member == null ? "null" : made(form.key(), member, fields);
    }
    JavaType declared = form.type();
    for (Map.Entry<QName, StructureMember> each : reading.members().types().entrySet()) {
      JavaType type = each.getValue().javaType();
      if (each.getKey().getLocalPart().equals(named) && type.isA(declared.name())) {
        return made(each.getKey(), each.getValue(), fields);
      }
    }
    return "null";
  }

  private String made(QName name, StructureMember structure, Map<?, ?> fields) {
    JavaType type = structure.javaType();
    String made = "new " + source.nameOf(type) + (type.arguments().isEmpty() ? "" : "<>");
    if (type.kind() == JavaType.Kind.RECORD) {
      List<String> arguments = new ArrayList<>();
      for (JavaMember component : type.components()) {
        arguments.add(JavaLiterals.none(component.type()));
      }
      for (PropertyMember property : structure.properties()) {
        Object value = fields.get(key(name, structure, property));
        arguments.set(property.position(), of(property.use(), property.member().type(), value));
      }
      return made + "(" + String.join(", ", arguments) + ")";
    }
    String variable =
        type.simpleName().substring(0, 1).toLowerCase(Locale.ROOT)
            + type.simpleName().substring(1)
            + ++objects;
    List<String> setting = new ArrayList<>();
    for (PropertyMember property : structure.properties()) {
      Object value = fields.get(key(name, structure, property));
      if (value != null && property.member().isWritable()) {
        String set = of(property.use(), property.member().type(), value);
        String setter = property.member().setter();
        setting.add(
            variable
                + "."
                + (setter == null
                    ? property.member().name() + " = " + set
                    : setter + "(" + set + ")")
                + ";\n");
      }
    }
    statements.add("var " + variable + " = " + made + "();\n");
    statements.addAll(setting);
    return variable;
  }

  /** The key of a property in the map of its structure. */
  private String key(QName type, StructureMember structure, PropertyMember property) {
    String local = property.wireName().getLocalPart();
    if (property.kind() == NodeKind.TEXT) {
      Contract contract = reading.contract();
      TypeDefinition definition = contract.definition(TypeUse.named(type));
      return definition instanceof ComplexType complex ? DynamicMessages.textKey(complex) : local;
    }
    boolean isShared =
        property.kind() == NodeKind.ATTRIBUTE
            && structure.properties().stream()
                .anyMatch(
                    other ->
                        other.kind() == NodeKind.ELEMENT
                            && other.wireName().getLocalPart().equals(local));
    return isShared ? "@" + local : local;
  }
}
