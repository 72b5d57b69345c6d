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

  /** No problems yet; {@code findsProvider} is asked at most once. */
  public Problems(BooleanSupplier findsProvider) {
    this.findsProvider = findsProvider;
  }

  /** Adds a problem; see {@link Problem} for what its parts say. */
  public void add(ProblemCode code, String element, String what, String fix) {
    found.add(new Problem(code, element, what, fix));
  }

  /** Whether constraints that are not ours to check can be checked; looked up when first asked. */
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

  /** The given name, or the default when none was given; a problem when it is no XML name. */
  public String name(String given, String byDefault, JavaElement element, String written) {
    return checkedName(given.isEmpty() ? byDefault : given, element, written, "name");
  }

  /** The name that the annotation's member gives; a problem when it cannot be one. */
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

  /** The given namespace, or the default when none was given; a problem when it is no URI. */
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

  /** Whether there is a problem of that kind so far. */
  public boolean has(ProblemCode code) {
    return found.stream().anyMatch(problem -> problem.code() == code);
  }

  /** A problem when the places where a member's annotation may stand hold different ones. */
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

  /** A problem for a primitive in a place that may be empty. */
  public void primitive(JavaType type, String path) {
    add(
        ProblemCode.PRIMITIVE_OPTIONAL,
        path,
        "a primitive " + type.name() + " cannot be absent.",
        "Use its wrapper type, or Optional.");
  }
}
