package org.calmanchor.web.page;

import java.util.List;

/**
 * A member of a form.
 *
 * @param key its key in the tree of values
 * @param name its name on the wire
 * @param type the name of its type, as people read it
 * @param kind what control it gets
 * @param required whether it must be present
 * @param repeats whether it is a list
 * @param doc what it means; may be empty
 * @param example a value in the right form; empty for structures
 * @param choices the values there are, for an enumeration or boolean
 * @param structures for a structure, the types that it may have: usually one
 */
public record FieldView(
    String key,
    String name,
    String type,
    Kind kind,
    boolean required,
    boolean repeats,
    String doc,
    String example,
    List<String> choices,
    List<TypeChoice> structures) {

  /**
   * A type that a structure may have.
   *
   * @param id the id of its {@link TypeView}
   * @param name what names it in the tree of values
   */
  public record TypeChoice(String id, String name) {}

  /** What control a member gets. */
  public enum Kind {
    TEXT,
    NUMBER,
    DATE,
    CHOICE,
    STRUCTURE
  }

  /** The control's word in the page. */
  public String control() {
    return switch (kind) {
      case TEXT -> "text";
      case NUMBER -> "number";
      case DATE -> "date";
      case CHOICE -> "choice";
      case STRUCTURE -> "structure";
    };
  }

  /** The same, as a list. */
  FieldView repeated() {
    return new FieldView(key, name, type, kind, required, true, doc, example, choices, structures);
  }

  /** What is said beside the name: type, and whether it may be left out. */
  public String note() {
    return (repeats ? "list of " : "") + type + (required || repeats ? "" : ", optional");
  }
}
