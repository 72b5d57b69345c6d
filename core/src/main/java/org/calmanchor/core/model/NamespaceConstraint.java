package org.calmanchor.core.model;

import java.util.HashSet;
import java.util.Set;

/**
 * The namespaces that a wildcard allows (XML Schema 1.0 part 1, section 3.10.1). The empty name
 * stands for no namespace.
 *
 * @param isNegated whether {@code names} are those that are not allowed
 * @param names the namespaces
 */
public record NamespaceConstraint(boolean isNegated, Set<String> names) {
  /** All namespaces, and none. */
  public static final NamespaceConstraint ANY = new NamespaceConstraint(true, Set.of());

  /** Copies the names. */
  public NamespaceConstraint {
    names = Set.copyOf(names);
  }

  /** Every namespace other than {@code namespace}; a name without namespace is not allowed. */
  public static NamespaceConstraint other(String namespace) {
    return new NamespaceConstraint(true, namespace.isEmpty() ? Set.of("") : Set.of("", namespace));
  }

  /** Only these namespaces. */
  public static NamespaceConstraint of(Set<String> names) {
    return new NamespaceConstraint(false, names);
  }

  /** Whether names in {@code namespace} are allowed. */
  public boolean allows(String namespace) {
    return names.contains(namespace) != isNegated;
  }

  /** What this one or the other allows. */
  public NamespaceConstraint union(NamespaceConstraint other) {
    return not(not(this).intersection(not(other)));
  }

  /** What both allow. */
  public NamespaceConstraint intersection(NamespaceConstraint other) {
    Set<String> both = new HashSet<>(names);
    if (isNegated && other.isNegated) {
      both.addAll(other.names);
      return new NamespaceConstraint(true, both);
    }
    if (isNegated) {
      return other.intersection(this);
    }
    both.removeIf(name -> !other.allows(name));
    return of(both);
  }

  private static NamespaceConstraint not(NamespaceConstraint constraint) {
    return new NamespaceConstraint(!constraint.isNegated, constraint.names);
  }
}
