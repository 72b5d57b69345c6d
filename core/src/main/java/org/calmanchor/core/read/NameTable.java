package org.calmanchor.core.read;

import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.read.Members.Place;

/** The names of the members of one structure; two members of one name are a problem. */
final class NameTable {
  private final Problems problems;
  private final String owner;
  private final Map<String, JavaMember> elements = new LinkedHashMap<>();
  private final Map<String, JavaMember> attributes = new LinkedHashMap<>();

  NameTable(Problems problems, String owner) {
    this.problems = problems;
    this.owner = owner;
  }

  void claim(Place place, String name, JavaMember member) {
    if (place == Place.TEXT) {
      return;
    }
    boolean isElement = place == Place.ELEMENT;
    JavaMember other = (isElement ? elements : attributes).putIfAbsent(name, member);
    if (other != null) {
      problems.add(
          ProblemCode.MEMBER_NAMES_COLLIDE,
          owner,
          other.signature()
              + " and "
              + member.signature()
              + " would both be "
              + (isElement ? "element" : "attribute")
              + " \""
              + name
              + "\".",
          "Give one of them a name of its own: "
              + (isElement ? "@Element" : "@Attribute")
              + "(name = \"...\").");
    }
  }
}
