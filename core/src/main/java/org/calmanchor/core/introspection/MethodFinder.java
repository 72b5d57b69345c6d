package org.calmanchor.core.introspection;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Finds the methods of a type, those of its supertypes included, and which of them override others.
 *
 * @param <T> a type, as a view of Java sees it
 * @param <M> a method, as a view of Java sees it
 */
public final class MethodFinder<T extends JavaType, M> {
  private final Declared<T, M> declared;
  private final Map<String, Found<T, M>> found = new LinkedHashMap<>();
  private final Set<String> seen = new HashSet<>();

  /** Creates a finder that has no methods yet. */
  public MethodFinder(Declared<T, M> declared) {
    this.declared = declared;
  }

  /** What a finder has to know about types and methods. */
  public interface Declared<T extends JavaType, M> {
    /** The methods that {@code type} declares, in the order of the source where that is known. */
    List<M> declaredMethods(T type);

    /** Whether a method is inherited: not private, not static. */
    boolean isInherited(M method);

    /** A key that is equal for two methods if one overrides the other. */
    String key(M method, T declaring);

    /** The class or interface above; null if there is none. */
    @Nullable T superclass(T type);

    /** The interfaces that its declaration names. */
    List<T> interfaces(T type);

    /** The view of a method that {@code declaring} declares. */
    JavaMethod view(T owner, T declaring, M method, List<JavaMethod> overridden);
  }

  /** A method, and the methods of ancestors that it overrides. */
  private record Found<T, M>(T declaring, M method, List<JavaMethod> overridden) {}

  /** The methods of {@code owner}: its own first. */
  public List<JavaMethod> methods(T owner) {
    collect(owner, owner);
    return found.values().stream()
        .map(
            each ->
                declared.view(
                    owner, each.declaring(), each.method(), List.copyOf(each.overridden())))
        .toList();
  }

  private void collect(T owner, T at) {
    if (at.name().equals("java.lang.Object") || !seen.add(at.name())) {
      return;
    }
    declared.declaredMethods(at).forEach(method -> add(method, owner, at));
    T above = declared.superclass(at);
    if (above != null) {
      collect(owner, above);
    }
    declared.interfaces(at).forEach(each -> collect(owner, each));
  }

  private void add(M method, T owner, T at) {
    boolean isInherited = declared.isInherited(method);
    String key = declared.key(method, at);
    Found<T, M> below = isInherited ? found.get(key) : null;
    if (below != null) {
      below.overridden().add(declared.view(at, at, method, List.of()));
    } else if (isInherited || at.equals(owner)) {
      found.put(isInherited ? key : key + "!", new Found<>(at, method, new ArrayList<>()));
    }
  }
}
