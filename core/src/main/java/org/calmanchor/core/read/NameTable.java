package org.calmanchor.core.read;

import java.util.LinkedHashMap;
import java.util.Map;

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

  void claimElement(String name, JavaMember member) {
    claim(elements, name, member, "element", "@Element");
  }

  void claimAttribute(String name, JavaMember member) {
    claim(attributes, name, member, "attribute", "@Attribute");
  }

  private void claim(
      Map<String, JavaMember> table, String name, JavaMember member, String kind, String written) {
    JavaMember other = table.putIfAbsent(name, member);
    if (other != null) {
      problems.add(
          ProblemCode.MEMBER_NAMES_COLLIDE,
          owner,
          other.signature()
              + " and "
              + member.signature()
              + " would both be "
              + kind
              + " \""
              + name
              + "\".",
          "Give one of them a name of its own: " + written + "(name = \"...\").");
    }
  }
}
