package org.calmanchor.core.problem;

import java.lang.annotation.Annotation;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import org.calmanchor.core.introspection.JavaElement;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/** Collects problems while a contract is read. Equal problems are kept once. */
public final class Problems {
  private final Set<Problem> found = new LinkedHashSet<>();
  private final BooleanSupplier findsProvider;
  private @Nullable Boolean hasProvider;

  /** Creates an empty list of problems; {@code findsProvider} is called at most once. */
  public Problems(BooleanSupplier findsProvider) {
    this.findsProvider = findsProvider;
  }

  /** Adds a problem; {@link Problem} describes the parameters. */
  public void add(ProblemCode code, String element, String what, String fix) {
    found.add(new Problem(code, element, what, fix));
  }

  /** Whether a provider for custom constraints is on the class path; looked up on first use. */
  public boolean hasConstraintProvider() {
    if (hasProvider == null) {
      hasProvider = findsProvider.getAsBoolean();
    }
    return hasProvider;
  }

  /** All problems, in the order in which they were found. */
  public List<Problem> all() {
    return List.copyOf(found);
  }

  /** The given name, or the default if it is empty; adds a problem if it is not an XML name. */
  public String name(String given, String byDefault, JavaElement element, String written) {
    return checkedName(given.isEmpty() ? byDefault : given, element, written, "name");
  }

  /** The name in the annotation's member; adds a problem if it is not an XML name. */
  public String checkedName(String name, JavaElement element, String written, String member) {
    if (!Names.isNcName(name)) {
      add(
          ProblemCode.NAME_INVALID,
          element.signature(),
          "\"" + name + "\" cannot be a name in XML.",
          "Give a name of letters, digits, '.', '-' and '_' that starts with a letter: "
              + written
              + "("
              + member
              + " = \"...\").");
    }
    return name;
  }

  /** The given namespace, or the default if it is empty; adds a problem if it is not a URI. */
  public String namespace(String given, String byDefault, JavaElement element, String written) {
    if (!given.isEmpty() && !Uris.isAbsolute(given)) {
      add(
          ProblemCode.NAMESPACE_INVALID,
          element.signature(),
          "its namespace, \"" + given + "\", is not an absolute URI.",
          "Write an absolute URI, or leave it out: " + written + "(namespace = \"...\").");
      return byDefault;
    }
    if (Uris.isReserved(given)) {
      add(
          ProblemCode.NAMESPACE_INVALID,
          element.signature(),
          "its namespace, \"" + given + "\", belongs to XML itself.",
          "Write one of your own, or leave it out: " + written + "(namespace = \"...\").");
      return byDefault;
    }
    return given.isEmpty() ? byDefault : given;
  }

  /** Whether a problem with that code was added. */
  public boolean has(ProblemCode code) {
    return found.stream().anyMatch(problem -> problem.code() == code);
  }

  /**
   * Adds a problem if field, accessor and constructor parameter of a member carry different
   * annotations.
   */
  public void contradictions(
      JavaMember member, Class<? extends Annotation> annotation, String path) {
    if (member.isContradictory(annotation)) {
      String name = "@" + annotation.getSimpleName();
      add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          path,
          name + " stands on several of its parts with different values.",
          "Keep one " + name + ".");
    }
  }

  /** Adds a problem for a primitive type at a position that may be empty. */
  public void primitive(JavaType type, String path) {
    add(
        ProblemCode.PRIMITIVE_OPTIONAL,
        path,
        "a primitive " + type.name() + " cannot be absent.",
        "Use its wrapper type, or Optional.");
  }
}
