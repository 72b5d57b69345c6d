package org.calmanchor.core.introspection;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Finds the properties of a class: its fields, and what has an accessor (JavaBeans, section 8).
 *
 * @param <F> a field, as a view of Java sees it
 * @param <M> a method, as a view of Java sees it
 */
public final class PropertyFinder<F, M> {
  private final Declared<F, M> declared;
  private final Map<String, F> fields = new LinkedHashMap<>();
  private final Map<String, M> methods = new LinkedHashMap<>();

  /** Creates a finder for a class that has no members yet. */
  public PropertyFinder(Declared<F, M> declared) {
    this.declared = declared;
  }

  /** What a finder has to know about fields and methods. */
  public interface Declared<F, M> {
    /** The name of a field. */
    String field(F field);

    /** The name of a method. */
    String method(M method);

    /** How many parameters a method has. */
    int parameters(M method);

    /** Whether a method has a result. */
    boolean hasResult(M method);

    /** Whether a method's result has the type of a field. */
    boolean hasTypeOf(M method, F field);
  }

  /** A property, and how it is accessed: by methods if it has any, else by its field. */
  public record Property<F, M>(
      String name, @Nullable M getter, @Nullable M setter, @Nullable F field) {}

  /** Adds the instance fields of the class, or of a superclass after those of the class. */
  public void addFields(List<F> more) {
    more.forEach(field -> fields.putIfAbsent(declared.field(field), field));
  }

  /** Adds the instance methods of the class, or of a superclass after those of the class. */
  public void addMethods(List<M> more) {
    more.forEach(
        method ->
            methods.putIfAbsent(
                declared.method(method) + "/" + declared.parameters(method), method));
  }

  /** The properties of all that was added: fields first. */
  public List<Property<F, M>> all() {
    List<String> computed =
        methods.keySet().stream()
            .filter(key -> key.matches("(get|is)\\p{Upper}.*/0"))
            .map(key -> decapitalised(key.replaceAll("^(get|is)|/0$", "")))
            .filter(name -> !fields.containsKey(name))
            .distinct()
            .toList();
    // The field of the property "URL" (getURL) may be named "url" or "uRL"; it is not a second
    // property.
    Stream<String> plain =
        fields.keySet().stream()
            .filter(field -> computed.stream().noneMatch(name -> isAcronymOf(field, name)));
    return Stream.concat(plain, computed.stream()).map(this::property).toList();
  }

  private static boolean isAcronymOf(String field, String property) {
    return property.equalsIgnoreCase(field) && decapitalised(property).equals(property);
  }

  private Property<F, M> property(String name) {
    String capital = Character.toUpperCase(name.charAt(0)) + name.substring(1);
    F field = field(name);
    M getter = getter("get" + capital);
    if (getter == null) {
      getter = getter("is" + capital);
    }
    if (getter == null && field != null) {
      M plain = getter(name);
      getter = plain != null && declared.hasTypeOf(plain, field) ? plain : null;
    }
    return new Property<>(name, getter, methods.get("set" + capital + "/1"), field);
  }

  private @Nullable M getter(String name) {
    M method = methods.get(name + "/0");
    return method != null && declared.hasResult(method) ? method : null;
  }

  private @Nullable F field(String name) {
    F own = fields.get(name);
    return own != null
        ? own
        : fields.entrySet().stream()
            .filter(entry -> isAcronymOf(entry.getKey(), name))
            .map(Map.Entry::getValue)
            .findFirst()
            .orElse(null);
  }

  /** Decapitalizes a name as JavaBeans does (specification, section 8.8): "URL" does not change. */
  private static String decapitalised(String name) {
    boolean isAcronym =
        name.length() > 1
            && Character.isUpperCase(name.charAt(0))
            && Character.isUpperCase(name.charAt(1));
    return isAcronym ? name : Character.toLowerCase(name.charAt(0)) + name.substring(1);
  }
}
