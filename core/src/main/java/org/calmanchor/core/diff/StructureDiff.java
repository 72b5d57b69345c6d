package org.calmanchor.core.diff;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.diff.Finding.Kind;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.model.Wildcard;

/** Compares two structures, but not the structures that their members are of. */
final class StructureDiff {
  private final Contract old;
  private final Contract now;
  private final DeclarationDiff diff;

  private StructureDiff(Contract old, Contract now) {
    this.old = old;
    this.now = now;
    this.diff = new DeclarationDiff(old, now);
  }

  /** Compares the content, the attributes and the derived types of two structures. */
  static DeclarationDiff of(Contract old, Contract now, TypePair pair) {
    StructureDiff structure = new StructureDiff(old, now);
    structure.compare(pair);
    return structure.diff;
  }

  private void compare(TypePair pair) {
    ComplexType was = pair.was();
    ComplexType is = pair.is();
    ComplexType.Content before = old.content(was);
    ComplexType.Content after = now.content(is);
    if (before instanceof ComplexType.Text one && after instanceof ComplexType.Text other) {
      diff.types("", one.type(), other.type(), is.origin().place());
    } else if (before instanceof ComplexType.Elements one
        && after instanceof ComplexType.Elements other) {
      if (one.mixed() != other.mixed()) {
        add(
            "",
            Kind.MIXED,
            DeclarationDiff.allowed(one.mixed()),
            DeclarationDiff.allowed(other.mixed()),
            one.mixed(),
            other.mixed(),
            is);
      }
      new ContentDiff(diff).compare(Item.of(old, one), Item.of(now, other));
    } else {
      add("", Kind.CONTENT, words(before), words(after), true, true, is);
    }
    attributes(was, is);
    diff.wildcards("@*", old.anyAttribute(was), now.anyAttribute(is));
    derived(was, is);
    if (!was.blocked().equals(is.blocked())) {
      add(
          "",
          Kind.BLOCKED,
          was.blocked().toString(),
          is.blocked().toString(),
          !was.blocked().containsAll(is.blocked()),
          !is.blocked().containsAll(was.blocked()),
          is);
    }
  }

  private static String words(ComplexType.Content content) {
    return content instanceof ComplexType.Text ? "text" : "elements";
  }

  private void attributes(ComplexType was, ComplexType is) {
    Map<QName, AttributeUse> before = byName(old.attributes(was));
    Map<QName, AttributeUse> after = byName(now.attributes(is));
    for (Map.Entry<QName, AttributeUse> each : before.entrySet()) {
      AttributeUse one = each.getValue();
      AttributeUse other = after.get(each.getKey());
      String name = "@" + each.getKey().getLocalPart();
      if (other == null) {
        String shown = diff.oldType(one);
        diff.add(name, Kind.REMOVED, shown, "", true, one.required(), one.origin().place());
      } else {
        attribute(name, one, other);
      }
    }
    Wildcard others = old.anyAttribute(was);
    for (AttributeUse other : after.values()) {
      if (!before.containsKey(other.name())) {
        // What a wildcard allowed before has a type now.
        boolean wasAny =
            others != null && others.namespaces().allows(other.name().getNamespaceURI());
        diff.add(
            "@" + other.name().getLocalPart(),
            Kind.ADDED,
            "",
            diff.nowType(other) + (other.required() ? "" : ", optional"),
            other.required() || wasAny,
            true,
            other.origin().place());
      }
    }
  }

  private static Map<QName, AttributeUse> byName(List<AttributeUse> attributes) {
    Map<QName, AttributeUse> byName = new LinkedHashMap<>();
    attributes.forEach(each -> byName.put(each.name(), each));
    return byName;
  }

  private void attribute(String name, AttributeUse one, AttributeUse other) {
    String place = other.origin().place();
    if (one.required() != other.required()) {
      diff.add(
          name,
          Kind.ATTRIBUTE_USE,
          one.required() ? "required" : "optional",
          other.required() ? "required" : "optional",
          other.required(),
          one.required(),
          place);
    }
    values(name, one, other);
    diff.types(name, one.type(), other.type(), place);
  }

  /** A fixed value of an attribute only limits it; a default gives a meaning to its absence. */
  private void values(String name, AttributeUse was, AttributeUse is) {
    ValueConstraint one = was.value();
    ValueConstraint other = is.value();
    if (!Objects.equals(one, other)) {
      boolean isOnlyFixed = one == null && other != null && other.isFixed();
      boolean wasOnlyFixed = other == null && one != null && one.isFixed();
      diff.add(
          name,
          Kind.VALUE,
          DeclarationDiff.words(one),
          DeclarationDiff.words(other),
          !wasOnlyFixed,
          !isOnlyFixed,
          is.origin().place());
    }
  }

  /** Compares the types that may stand for a type by {@code xsi:type}. */
  private void derived(ComplexType was, ComplexType is) {
    Map<QName, ComplexType> before = derivedByName(old, was);
    Map<QName, ComplexType> after = derivedByName(now, is);
    if (was.isAbstract() != is.isAbstract()) {
      add(
          "",
          Kind.ABSTRACT,
          was.isAbstract() ? "abstract" : "not abstract",
          is.isAbstract() ? "abstract" : "not abstract",
          is.isAbstract(),
          was.isAbstract(),
          is);
    }
    Set<QName> all = new LinkedHashSet<>(before.keySet());
    all.addAll(after.keySet());
    for (QName name : all) {
      ComplexType one = before.get(name);
      ComplexType other = after.get(name);
      if (other == null) {
        add(name.getLocalPart(), Kind.SUBTYPE_REMOVED, "can be sent", "", true, false, is);
      } else if (one == null) {
        add(name.getLocalPart(), Kind.SUBTYPE_ADDED, "", "can be sent", false, true, other);
      } else {
        diff.inner().put("xsi:type=" + name, new TypePair(one, other));
      }
    }
  }

  private static Map<QName, ComplexType> derivedByName(Contract contract, ComplexType type) {
    Map<QName, ComplexType> byName = new LinkedHashMap<>();
    for (ComplexType each : contract.derived(type)) {
      QName name = each.name();
      if (name != null && !each.isAbstract()) {
        byName.put(name, each);
      }
    }
    return byName;
  }

  private void add(
      String member,
      Kind kind,
      String was,
      String is,
      boolean narrows,
      boolean widens,
      ComplexType type) {
    diff.add(member, kind, was, is, narrows, widens, type.origin().place());
  }
}
