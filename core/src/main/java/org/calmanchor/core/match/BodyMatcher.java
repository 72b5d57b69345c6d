package org.calmanchor.core.match;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.jspecify.annotations.Nullable;

/** Matches what stands in bodies and details: parameters, results, and members of exceptions. */
final class BodyMatcher {
  private final Contract code;
  private final Contract document;
  private final ValueMatcher values;
  private final Differences differences;

  BodyMatcher(Sources sources, ValueMatcher values, Differences differences) {
    this.code = sources.code();
    this.document = sources.document();
    this.values = values;
    this.differences = differences;
  }

  /** Members of a body; if it is bare, one that is the element itself. */
  record Body(List<PropertyMember> members, boolean isBare) {}

  /** Matches a body that is empty, or that is not there. */
  Body empty(Operation wanted, List<PropertyMember> given, String method) {
    for (PropertyMember each : given) {
      differences.differs(
          method,
          "it has " + each.member().signature().replaceFirst("^.*?, ", ""),
          "the body is empty",
          wanted.origin(),
          "Leave it out.");
    }
    return new Body(List.of(), false);
  }

  /** Matches the parameters of a method with the body of its request. */
  Body request(
      Operation operation, ElementDeclaration wanted, List<PropertyMember> given, String method) {
    boolean isBare = isBare(operation, wanted, given);
    if (!isBare) {
      ElementDeclaration own =
          Objects.requireNonNull(code.request(code.operation(operation.name())));
      return new Body(unwrapped(given, own, wanted, method, "parameter"), false);
    }
    if (given.size() != 1) {
      differences.differs(
          method,
          "it has " + (given.isEmpty() ? "no parameter" : given.size() + " parameters"),
          "the document has one element, \""
              + wanted.name().getLocalPart()
              + "\", which is no"
              + " wrapper around parameters",
          wanted.origin(),
          "Write one parameter for that element: a record with its members, or its value.");
      return new Body(given, false);
    }
    ElementDeclaration own = Objects.requireNonNull(code.request(code.operation(operation.name())));
    return new Body(List.of(bare(given.get(0), own, wanted)), true);
  }

  /** Matches the result of a method with the body of its response. */
  Body response(
      Operation operation,
      ElementDeclaration wanted,
      @Nullable PropertyMember result,
      String method) {
    List<PropertyMember> given = result == null ? List.of() : List.of(result);
    ElementDeclaration own =
        Objects.requireNonNull(code.response(code.operation(operation.name())));
    boolean isBare =
        isBare(operation, wanted, given) || (!given.isEmpty() && members(wanted).size() > 1);
    if (!isBare) {
      return new Body(result(given, own, wanted, method), false);
    }
    if (result == null) {
      differences.notInCode(
          method,
          "result for element \"" + wanted.name().getLocalPart() + "\"",
          wanted.origin(),
          "Return a record with its members, or its value.");
      return new Body(given, false);
    }
    return new Body(List.of(bare(result, own, wanted)), true);
  }

  /** The name of a result stands nowhere in the code, so the only element is the result. */
  private List<PropertyMember> result(
      List<PropertyMember> given,
      ElementDeclaration own,
      ElementDeclaration wanted,
      String method) {
    List<Member> asked = members(wanted);
    if (given.size() != 1 || asked.size() != 1) {
      return unwrapped(given, own, wanted, method, "result");
    }
    PropertyMember result = given.get(0);
    Member member = code.members(Objects.requireNonNull(complex(code, own))).get(0);
    return List.of(
        with(
            result,
            asked.get(0),
            values.element(result.use(), member, asked.get(0), method + ", result")));
  }

  private static PropertyMember with(PropertyMember property, Member asked, JavaForm form) {
    return new PropertyMember(
        NodeKind.ELEMENT, asked.element().name(), property.member(), form, property.position());
  }

  private List<PropertyMember> unwrapped(
      List<PropertyMember> given,
      ElementDeclaration own,
      ElementDeclaration wanted,
      String method,
      String what) {
    List<Member> known = code.members(Objects.requireNonNull(complex(code, own)));
    List<Member> asked = members(wanted);
    PropertyMember[] matched = new PropertyMember[asked.size()];
    Set<QName> found = new HashSet<>();
    for (PropertyMember property : given) {
      JavaMember member = property.member();
      Member is = MemberMatcher.named(property.wireName(), asked);
      if (is == null) {
        differences.notInDocument(
            member.signature(),
            "element",
            property.wireName().getLocalPart(),
            asked.stream().map(Member::name).toList());
        continue;
      }
      found.add(is.element().name());
      Member from = Objects.requireNonNull(MemberMatcher.named(property.wireName(), known));
      JavaForm form = values.element(property.use(), from, is, member.signature());
      matched[asked.indexOf(is)] = with(property, is, form);
    }
    for (Member each : asked) {
      if (!found.contains(each.element().name())) {
        differences.notInCode(
            method,
            what + " for element \"" + each.name() + "\"",
            each.element().origin().place().isEmpty() ? wanted.origin() : each.element().origin(),
            what.equals("result")
                ? "Return it: " + values.suggestion(each) + "."
                : "Add it: " + values.suggestion(each) + " " + each.name() + ".");
      }
    }
    List<PropertyMember> ordered = new ArrayList<>();
    for (PropertyMember each : matched) {
      if (each != null) {
        ordered.add(each);
      }
    }
    return ordered;
  }

  private PropertyMember bare(
      PropertyMember property, ElementDeclaration own, ElementDeclaration wanted) {
    Member given = code.members(Objects.requireNonNull(complex(code, own))).get(0);
    JavaForm form =
        values.element(
            property.use(), given, new Member(wanted, 1, 1), property.member().signature());
    return new PropertyMember(
        NodeKind.ELEMENT, wanted.name(), property.member(), form, property.position());
  }

  /** Matches the members of an exception with the detail of its fault. */
  FaultMember fault(FaultMember given, ElementDeclaration wanted) {
    ElementDeclaration own = code.element(given.element());
    String place = given.exception().signature();
    boolean isBare = !document.isWrapper(wanted);
    List<PropertyMember> properties = given.properties();
    if (!isBare) {
      properties =
          inOrderOf(given.properties(), unwrapped(properties, own, wanted, place, "member"));
    } else if (properties.size() == 1) {
      properties = List.of(bare(properties.get(0), own, wanted));
    } else {
      differences.differs(
          place,
          "it has " + properties.size() + " members",
          "its detail is one value in the document",
          wanted.origin(),
          "Give it one member: " + values.suggestion(new Member(wanted, 1, 1)) + ".");
      isBare = false;
    }
    return new FaultMember(
        wanted.name(),
        given.exception(),
        properties,
        given.accessors(),
        given.constructor(),
        given.isSender(),
        isBare);
  }

  /** The accessors of a fault have the order of the constructor, so its members keep it. */
  private static List<PropertyMember> inOrderOf(
      List<PropertyMember> given, List<PropertyMember> matched) {
    List<PropertyMember> ordered = new ArrayList<>();
    for (PropertyMember each : given) {
      matched.stream().filter(member -> member.member() == each.member()).forEach(ordered::add);
    }
    return ordered;
  }

  /** Whether the body element is the only value, rather than a wrapper around values. */
  private boolean isBare(
      Operation operation, ElementDeclaration wanted, List<PropertyMember> given) {
    return !document.isWrapped(operation)
        && !(given.isEmpty() && members(wanted).isEmpty() && complex(document, wanted) != null);
  }

  private List<Member> members(ElementDeclaration element) {
    ComplexType type = complex(document, element);
    return type != null && document.isPlain(type) ? document.members(type) : List.of();
  }

  private static @Nullable ComplexType complex(Contract contract, ElementDeclaration element) {
    return contract.definition(element.type()) instanceof ComplexType complex ? complex : null;
  }
}
