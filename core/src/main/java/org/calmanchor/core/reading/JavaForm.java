package org.calmanchor.core.reading;

import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.constraint.Constraint;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.simple.SimpleRule;

/** How a value of a contract is represented in Java. */
public sealed interface JavaForm
    permits JavaForm.Simple,
        JavaForm.Constant,
        JavaForm.Restricted,
        JavaForm.Structure,
        JavaForm.Any,
        JavaForm.Tree,
        JavaForm.Maybe,
        JavaForm.Many,
        JavaForm.Wrapped,
        JavaForm.Mapping,
        JavaForm.Entry {

  /** A simple value, by a row of the type table. */
  record Simple(JavaType type, TypeMapping<?> row, List<Constraint> constraints)
      implements JavaForm {
    /** Copies the constraints. */
    public Simple {
      constraints = List.copyOf(constraints);
    }
  }

  /**
   * A constant of an enum.
   *
   * @param constants constant names by lexical form, in order
   */
  record Constant(JavaType type, Map<String, String> constants) implements JavaForm {}

  /**
   * A simple value whose type in the document that came first has rules that the Java form does not
   * have.
   */
  record Restricted(JavaForm of, SimpleRule rule) implements JavaForm {}

  /**
   * An object of a data type.
   *
   * @param key where {@link Members#types()} has its members: the name of its type
   */
  record Structure(JavaType type, QName key) implements JavaForm {}

  /** Any element at all, as an {@code org.w3c.dom.Element}. */
  record Any(JavaType type) implements JavaForm {}

  /**
   * A value of any type of a document that came first, as a {@code Map<String, Object>} of maps,
   * lists and texts.
   */
  record Tree(JavaType type) implements JavaForm {}

  /** An {@link java.util.Optional}. */
  record Maybe(JavaForm of) implements JavaForm {}

  /**
   * The values of a repeated element.
   *
   * @param item the type of each, of which an array is made
   */
  record Many(Container container, JavaType item, JavaForm of) implements JavaForm {}

  /**
   * A wrapper element of repeated elements.
   *
   * @param item the name of the repeated element
   */
  record Wrapped(QName item, Many many) implements JavaForm {}

  /** A {@link java.util.Map}, written as repeated entries. */
  record Mapping(QName entry, Entry of) implements JavaForm {}

  /** An entry of a map. */
  record Entry(QName keyName, QName valueName, JavaForm key, JavaForm value) implements JavaForm {}
}
