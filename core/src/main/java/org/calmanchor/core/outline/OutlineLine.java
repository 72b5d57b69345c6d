package org.calmanchor.core.outline;

import java.util.List;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * One line of a message's outline.
 *
 * @param depth how deep it is nested, from 0
 * @param kind what it stands for
 * @param name the name on the wire, or words for what has none
 * @param type the name of its type; empty if it has none
 * @param reference the named type of this contract; null for built-in and anonymous types
 * @param rules what its type and its place allow, in words
 * @param doc its documentation; may be empty
 */
public record OutlineLine(
    int depth,
    Kind kind,
    String name,
    String type,
    @Nullable QName reference,
    List<String> rules,
    String doc) {
  /** Copies the rules. */
  public OutlineLine {
    rules = List.copyOf(rules);
  }

  /** What a line stands for. */
  public enum Kind {
    /** An element. */
    ELEMENT,
    /** An attribute. */
    ATTRIBUTE,
    /** The text of an element. */
    TEXT,
    /** Elements or attributes of any name. */
    ANY,
    /** A heading for the lines below it: a choice, a repeated group, or a derived type. */
    GROUP
  }

  /** The name with "@" before that of an attribute, as XPath writes it. */
  public String label() {
    return kind == Kind.ATTRIBUTE ? "@" + name : name;
  }

  /** The type and the rules in one sentence part, such as "int, at least 1, optional". */
  public String allowed() {
    String all = String.join(", ", rules);
    return type.isEmpty() ? all : all.isEmpty() ? type : type + ", " + all;
  }
}
