package org.calmanchor.core.match;

import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.StructureMember;

/** Matches Java data types with complex types of the document. */
final class StructureMatcher {
  private final Sources sources;
  private final Contract code;
  private final Contract document;
  private final ValueMatcher values;
  private final MemberMatcher members;
  private final Differences differences;
  private final Map<QName, StructureMember> matched = new LinkedHashMap<>();
  private final Map<QName, QName> owners = new LinkedHashMap<>();
  private final IdentityHashMap<ComplexType, Map<QName, QName>> anonymous = new IdentityHashMap<>();

  StructureMatcher(Sources sources, Differences differences) {
    this.sources = sources;
    this.code = sources.code();
    this.document = sources.document();
    this.values = new ValueMatcher(sources, differences, this::match);
    this.members = new MemberMatcher(sources, values, differences);
    this.differences = differences;
  }

  /** The matcher of values, among them such structures. */
  ValueMatcher values() {
    return values;
  }

  /** The members of all structures that were matched, by the keys in their forms. */
  Map<QName, StructureMember> matched() {
    return matched;
  }

  /** Matches a data type of the code with a type of the document. */
  JavaForm match(JavaForm.Structure form, ComplexType wanted, String where) {
    QName key = key(form, wanted, where);
    JavaForm.Structure held = new JavaForm.Structure(form.type(), key);
    if (matched.containsKey(key)) {
      return held;
    }
    StructureMember given = Objects.requireNonNull(sources.members().types().get(form.key()));
    matched.put(key, given);
    ComplexType type = (ComplexType) Objects.requireNonNull(code.type(form.key()));
    String place = given.javaType().signature();
    if (type.isAbstract() != wanted.isAbstract()) {
      differences.differs(
          place,
          type.isAbstract() ? "it is abstract" : "it is not abstract",
          Differences.words(wanted)
              + (wanted.isAbstract() ? " is abstract" : " is not")
              + " in the document",
          wanted.origin(),
          wanted.isAbstract()
              ? "Make it a sealed interface or an abstract class."
              : "Make it a record or class of which there can be objects.");
    } else if (!wanted.isAbstract()) {
      matched.put(key, members.match(given, type, wanted, place));
    }
    derived(type, wanted, place);
    return held;
  }

  /** The key for the members: one Java type stands for each named type of the document. */
  private QName key(JavaForm.Structure form, ComplexType wanted, String where) {
    QName name = wanted.name();
    if (name == null) {
      return anonymous
          .computeIfAbsent(wanted, type -> new LinkedHashMap<>())
          .computeIfAbsent(form.key(), key -> new QName("", "#" + matched.size()));
    }
    QName owner = owners.putIfAbsent(name, form.key());
    if (owner != null && !owner.equals(form.key())) {
      differences.differs(
          where,
          "it is " + form.type().signature(),
          Differences.words(wanted)
              + " is "
              + Objects.requireNonNull(sources.members().types().get(owner)).javaType().signature()
              + " elsewhere in the code",
          wanted.origin(),
          "Use one Java type for it.");
    }
    return name;
  }

  private void derived(ComplexType type, ComplexType wanted, String place) {
    Map<String, ComplexType> known = new LinkedHashMap<>();
    for (ComplexType each : code.derived(type)) {
      known.put(Objects.requireNonNull(each.name()).getLocalPart(), each);
    }
    Set<String> asked = new HashSet<>();
    for (ComplexType each : document.derived(wanted)) {
      String name = Objects.requireNonNull(each.name()).getLocalPart();
      asked.add(name);
      ComplexType found = known.get(name);
      if (found == null && !each.isAbstract()) {
        differences.notInCode(
            place,
            "subtype for type \"" + name + "\"",
            each.origin(),
            "Add a record or class for it, with @ComplexType(name = \""
                + name
                + "\") if its name is"
                + " another one.");
      } else if (found != null) {
        QName key = Objects.requireNonNull(found.name());
        StructureMember member = Objects.requireNonNull(sources.members().types().get(key));
        match(new JavaForm.Structure(member.javaType(), key), each, place);
      }
    }
    for (Map.Entry<String, ComplexType> each : known.entrySet()) {
      if (!asked.contains(each.getKey()) && !each.getValue().isAbstract()) {
        differences.notInDocument(place, "the subtype", each.getKey(), asked);
      }
    }
  }
}
