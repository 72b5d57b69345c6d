package org.calmanchor.core.read;

import java.util.HashMap;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;

/** The names within one element. Two equal names are a problem. */
final class NameTable {
  private final Problems problems;
  private final String owner;
  private final Map<String, JavaMember> known = new HashMap<>();

  NameTable(Problems problems, String owner) {
    this.problems = problems;
    this.owner = owner;
  }

  /** Reserves the name of a structure's member, or of a parameter in the body. */
  void reserve(NodeKind kind, String name, JavaMember member) {
    switch (kind) {
      case ELEMENT -> reserve("element \"" + name + "\"", "@Element", member);
      case ATTRIBUTE -> reserve("attribute \"" + name + "\"", "@Attribute", member);
      case TEXT, CONTENT, ANY, OTHER_ATTRIBUTES -> {
        // A structure has one of each at most, without a name.
      }
    }
  }

  /** Reserves the name of a header block, which request and response may use once each. */
  void reserveHeader(QName name, boolean isOut, JavaMember parameter) {
    String block = "header block \"" + name.getLocalPart() + "\" of " + name.getNamespaceURI();
    reserve(block + (isOut ? " in the answer" : " in the request"), "@Header", parameter);
  }

  private void reserve(String name, String written, JavaMember member) {
    JavaMember other = known.putIfAbsent(name, member);
    if (other != null) {
      problems.add(
          ProblemCode.MEMBER_NAMES_COLLIDE,
          owner,
          other.signature() + " and " + member.signature() + " would both be " + name + ".",
          "Give one of them a name of its own: " + written + "(name = \"...\").");
    }
  }
}
