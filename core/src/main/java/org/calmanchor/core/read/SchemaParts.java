package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.jspecify.annotations.Nullable;

/**
 * Collects the named types and global elements of all namespaces. Two different ones with one name
 * are a problem.
 */
final class SchemaParts {
  private static final Comparator<QName> BY_NAME =
      Comparator.comparing(QName::getNamespaceURI).thenComparing(QName::getLocalPart);

  /** Requests and responses are sorted by operation, other elements by name. */
  private static final Comparator<Global> IN_ORDER =
      Comparator.<Global, Role>comparing(
              global -> global.role() == Role.RESPONSE ? Role.REQUEST : global.role())
          .thenComparing(
              global ->
                  global.role().compareTo(Role.RESPONSE) <= 0
                      ? ""
                      : global.element().name().getLocalPart());

  private final Problems problems;
  private final Map<QName, TypeDefinition> types = new TreeMap<>(BY_NAME);
  private final Map<QName, JavaType> owners = new HashMap<>();
  private final Map<QName, Global> elements = new LinkedHashMap<>();
  private final Map<QName, List<QName>> extensions = new HashMap<>();

  private static final String ANOTHER_NAME =
      "Give one of them a name of its own: @ComplexType(name = \"...\") on a record or class,"
          + " @SimpleType(name = \"...\") on an enum.";

  /** What a global element is used for; elements are written in this order. */
  enum Role {
    REQUEST,
    RESPONSE,
    HEADER,
    FAULT,
    MEMBER
  }

  private record Global(Role role, ElementDeclaration element, String owner, String fix) {}

  SchemaParts(Problems problems) {
    this.problems = problems;
  }

  /** Defines a type whose definition does not depend on the Java type. */
  void define(QName name, TypeDefinition definition, String path) {
    JavaType owner = owners.get(name);
    TypeDefinition other = types.putIfAbsent(name, definition);
    String place = definition.origin().place();
    if (owner != null) {
      reportType(name, owner.name(), place, path, ANOTHER_NAME);
    } else if (other != null && !other.equals(definition)) {
      reportType(name, other.origin().place(), place, path, "Put one of them into a record.");
    }
  }

  /**
   * Reserves {@code name} for a Java type; true if this is the first time. Adds a problem if
   * another type has reserved it.
   */
  boolean reserve(QName name, JavaType type, String path) {
    TypeDefinition made = owners.containsKey(name) ? null : types.get(name);
    if (made != null) {
      reportType(name, made.origin().place(), type.name(), path, ANOTHER_NAME);
    }
    JavaType owner = owners.putIfAbsent(name, type);
    if (owner != null && !owner.equals(type)) {
      boolean isSame = owner.name().equals(type.name());
      reportType(
          name,
          isSame ? owner.signature() + " of one @Shape" : owner.name(),
          isSame ? "of another" : type.name(),
          path,
          ANOTHER_NAME);
    }
    return owner == null;
  }

  /** Whether a Java type has reserved {@code name}, whether it is defined yet or not. */
  boolean isReserved(QName name) {
    return owners.containsKey(name);
  }

  /** Sets the definition of a reserved type. */
  void fulfil(QName name, TypeDefinition definition) {
    types.put(name, definition);
    if (definition instanceof ComplexType complex && complex.base() != null) {
      extensions.computeIfAbsent(complex.base(), base -> new ArrayList<>()).add(name);
    }
  }

  private void reportType(QName name, String one, String other, String path, String fix) {
    problems.add(
        ProblemCode.TYPE_NAMES_COLLIDE,
        path,
        one + " and " + other + " would both be type \"" + name.getLocalPart() + "\".",
        fix);
  }

  @Nullable TypeDefinition type(QName name) {
    return types.get(name);
  }

  List<TypeDefinition> types() {
    return List.copyOf(types.values());
  }

  /** The names of the types that extend {@code base}. */
  List<QName> extensions(QName base) {
    return extensions.getOrDefault(base, List.of());
  }

  /** The element of a term in a sequence; null for a wildcard. */
  @Nullable ElementDeclaration declaration(Term term) {
    if (term instanceof Wildcard) {
      return null;
    }
    if (term instanceof Term.ElementReference reference) {
      Global global = elements.get(reference.name());
      if (global != null) {
        return global.element();
      }
    } else if (term instanceof ElementDeclaration element) {
      return element;
    }
    throw new IllegalArgumentException("no element stands for " + term);
  }

  /**
   * Declares a global element.
   *
   * @param owner what it is for, in words
   * @param fix what to write when the name is taken
   */
  void declare(Role role, ElementDeclaration element, String owner, String path, String fix) {
    Global global = new Global(role, element, owner, fix);
    Global other = elements.putIfAbsent(element.name(), global);
    if (other == null || (other.owner().equals(owner) && isSame(element, other.element()))) {
      return;
    }
    Global first = other.role().compareTo(role) <= 0 ? other : global;
    Global second = first.equals(other) ? global : other;
    problems.add(
        ProblemCode.ELEMENT_NAMES_COLLIDE,
        path,
        first.owner()
            + " and "
            + second.owner()
            + " would both be element \""
            + element.name().getLocalPart()
            + "\".",
        second.fix());
  }

  /** Whether two declarations are equal except for their documentation. */
  private static boolean isSame(ElementDeclaration one, ElementDeclaration other) {
    return one.type().equals(other.type()) && one.nillable() == other.nillable();
  }

  /** The schemas: that of namespace {@code first}, then the others sorted by namespace. */
  List<Schema> schemas(String first) {
    TreeSet<String> namespaces = new TreeSet<>();
    types.keySet().forEach(name -> namespaces.add(name.getNamespaceURI()));
    elements.keySet().forEach(name -> namespaces.add(name.getNamespaceURI()));
    namespaces.remove(first);
    List<Schema> schemas = new ArrayList<>();
    schemas.add(schema(first));
    namespaces.forEach(namespace -> schemas.add(schema(namespace)));
    return schemas;
  }

  private Schema schema(String namespace) {
    List<ElementDeclaration> own =
        elements.values().stream()
            .filter(global -> global.element().name().getNamespaceURI().equals(namespace))
            .sorted(IN_ORDER)
            .map(Global::element)
            .toList();
    List<TypeDefinition> ownTypes = new ArrayList<>();
    types.forEach(
        (name, type) -> {
          if (name.getNamespaceURI().equals(namespace)) {
            ownTypes.add(type);
          }
        });
    return new Schema(namespace, own, ownTypes);
  }
}
