package org.calmanchor.web.page;

import java.util.List;
import java.util.stream.Collectors;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.Particle;

/**
 * A member of a form.
 *
 * @param key its key in the tree of values
 * @param name its name on the wire
 * @param type the name of its type, as people read it
 * @param pattern the regular expressions that its text must match; empty for none
 * @param kind what control it gets
 * @param presence whether it must be present, may be nil, may repeat
 * @param doc what it means; may be empty
 * @param example a value in the right form; empty for structures
 * @param choices the values there are, for an enumeration or boolean
 * @param structures for a structure, the types that it may have: usually one
 * @param takesRows whether it is a list of structures that can be pasted as a table's rows
 * @param isContent whether it is a list of elements that may have different names
 * @param alternatives the branches of choices in which it stands
 * @param others the keys of the members that can stand instead of it
 */
public record FieldView(
    String key,
    String name,
    String type,
    String pattern,
    Kind kind,
    Presence presence,
    String doc,
    String example,
    List<Choice> choices,
    List<TypeChoice> structures,
    boolean takesRows,
    boolean isContent,
    List<ContentPosition.Alternative> alternatives,
    List<String> others) {
  private static final int SHORT_PATTERN = 40;

  /**
   * How often a member may occur.
   *
   * @param least how often it must stand, 0 or more
   * @param most how often it may stand; {@link Particle#UNBOUNDED} for no limit
   * @param nillable whether xsi:nil may stand for its value
   */
  public record Presence(int least, int most, boolean nillable) {
    /** The allowed length of the list, in words; empty if it is not limited. */
    String length() {
      if (most == Particle.UNBOUNDED) {
        return least == 0 ? "" : ", at least " + least;
      }
      return least == most ? ", exactly " + most : ", " + least + " to " + most;
    }
  }

  /**
   * One of the allowed values.
   *
   * @param value its text
   * @param doc what it means; may be empty
   */
  public record Choice(String value, String doc) {
    /** The text in the list of choices. */
    public String shown() {
      return doc.isEmpty() ? value : value + " \u2013 " + doc;
    }
  }

  /**
   * A subtype that a structure may have.
   *
   * @param id the id of its {@link TypeView}
   * @param name what names it in the tree of values
   */
  public record TypeChoice(String id, String name) {}

  /** The kind of a member's control. */
  public enum Kind {
    TEXT,
    PROSE,
    NUMBER,
    DATE,
    CHOICE,
    BINARY,
    MARKUP,
    STRUCTURE
  }

  /** A field for a simple value. */
  static FieldView simple(
      String key,
      String name,
      String type,
      String pattern,
      Kind kind,
      Presence presence,
      String doc,
      String example,
      List<Choice> choices) {
    return new FieldView(
        key, name, type, pattern, kind, presence, doc, example, choices, List.of(), false, false,
        List.of(), List.of());
  }

  /** A field for an element of any name. */
  static FieldView markup(
      String key, String name, String type, Presence presence, String doc, String example) {
    return simple(key, name, type, "", Kind.MARKUP, presence, doc, example, List.of());
  }

  /** A field for a structure of one of some types. */
  static FieldView structure(
      String key,
      String name,
      String type,
      Presence presence,
      String doc,
      List<TypeChoice> structures,
      boolean takesRows) {
    return new FieldView(
        key,
        name,
        type,
        "",
        Kind.STRUCTURE,
        presence,
        doc,
        "",
        List.of(),
        structures,
        takesRows,
        false,
        List.of(),
        List.of());
  }

  /** A field for a list of elements that may have different names. */
  static FieldView content(String key, String example, List<TypeChoice> elements) {
    return new FieldView(
        key,
        "content",
        "",
        "",
        Kind.STRUCTURE,
        new Presence(0, Particle.UNBOUNDED, false),
        "",
        example,
        List.of(),
        elements,
        false,
        true,
        List.of(),
        List.of());
  }

  /** The same field in branches of choices, with other members instead of which it stands. */
  FieldView among(List<ContentPosition.Alternative> branches, List<String> instead) {
    return new FieldView(
        key,
        name,
        type,
        pattern,
        kind,
        presence,
        doc,
        example,
        choices,
        structures,
        takesRows,
        isContent,
        branches,
        instead);
  }

  /** The name of the control's kind in the page. */
  public String control() {
    return switch (kind) {
      case TEXT -> "text";
      case PROSE -> "prose";
      case NUMBER -> "number";
      case DATE -> "date";
      case CHOICE -> "choice";
      case BINARY -> "binary";
      case MARKUP -> "markup";
      case STRUCTURE -> "structure";
    };
  }

  /** Whether it must be present. */
  public boolean required() {
    return presence.least() > 0;
  }

  /** Whether xsi:nil may stand for its value. */
  public boolean nillable() {
    return presence.nillable();
  }

  /** Whether it may be left out and has a choice of values: not sending it is one more choice. */
  public boolean isOptionalChoice() {
    return kind == Kind.CHOICE && !required() && !repeats() && !nillable();
  }

  /** Whether it is a list. */
  public boolean repeats() {
    return presence.most() > 1;
  }

  /** Whether it is a list of single texts, which can be pasted as lines. */
  public boolean takesLines() {
    return repeats() && kind != Kind.STRUCTURE && kind != Kind.BINARY && kind != Kind.MARKUP;
  }

  /** Whether its pattern is short enough to be shown beside the control. */
  public boolean isPatternShort() {
    return !pattern.isEmpty() && pattern.length() <= SHORT_PATTERN;
  }

  /** The branches of choices, as the page's script reads them: {@code 1.2 3.1}. */
  public String branches() {
    return alternatives.stream()
        .map(each -> each.choice() + "." + each.branch())
        .collect(Collectors.joining(" "));
  }

  /** The note beside the name: type, and whether it may be omitted. */
  public String note() {
    if (isContent) {
      return "elements in any number and order that the schema allows";
    }
    String optional =
        others.isEmpty() ? ", optional" : ", or " + String.join(", ", others) + " instead";
    return repeats() ? "list of " + type + presence.length() : type + (required() ? "" : optional);
  }
}
