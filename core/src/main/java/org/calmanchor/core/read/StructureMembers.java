package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Omit;
import org.calmanchor.annotations.Shape;
import org.calmanchor.annotations.SimpleContent;
import org.calmanchor.core.constraint.ConstraintReader;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.AttributeReader.ReadAttribute;
import org.calmanchor.core.read.AttributeReader.ReadText;
import org.calmanchor.core.read.MemberReader.ReadElement;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.jspecify.annotations.Nullable;

/** Reads the members of one record or class. Used once. */
final class StructureMembers {
  private final TypeReader types;
  private final Problems problems;
  private final JavaType owner;
  private final QName name;
  private final String path;
  private final NameTable names;
  private final List<Particle> particles = new ArrayList<>();
  private final List<AttributeUse> attributes = new ArrayList<>();
  private final List<PropertyMember> properties = new ArrayList<>();
  private @Nullable ReadText text;
  private boolean needsProvider;

  StructureMembers(TypeReader types, JavaType owner, QName name, String path) {
    this.types = types;
    this.problems = types.problems();
    this.owner = owner;
    this.name = name;
    this.path = path;
    this.names = new NameTable(problems, owner.signature());
  }

  /** What was read of a structure, for the schema and for Java. */
  record Content(
      List<Particle> particles,
      List<AttributeUse> attributes,
      @Nullable ReadText text,
      List<PropertyMember> properties,
      List<JavaMember> omitted,
      boolean needsProvider) {
    /** The type's documentation, with a sentence about the constraints on its text. */
    String documented(String doc) {
      return text == null ? doc : text.constraints().addedTo(doc);
    }

    org.calmanchor.core.model.ComplexType.Content content() {
      return text == null
          ? org.calmanchor.core.model.ComplexType.Elements.sequence(particles)
          : new org.calmanchor.core.model.ComplexType.Text(text.type().type());
    }
  }

  Content read(@Nullable ComplexType given, @Nullable Shape shape, boolean hasBase) {
    List<JavaMember> all = ofShape(shape, ordered(given, shape != null));
    for (JavaMember member : all) {
      read(member, positionOf(member));
    }
    if (text != null && (!particles.isEmpty() || hasBase)) {
      problems.add(
          ProblemCode.SIMPLE_CONTENT_INVALID,
          owner.signature(),
          "it has a text by @SimpleContent, and something else that is not an attribute.",
          "Mark its other members with @Attribute, or leave @SimpleContent out.");
    }
    List<JavaMember> omitted = new ArrayList<>(owner.components());
    omitted.removeIf(
        component ->
            properties.stream().anyMatch(p -> Objects.equals(component.name(), p.member().name())));
    for (JavaAnnotation constraint : owner.classConstraints()) {
      needsProvider = true;
      ConstraintReader.requireProvider(constraint, problems, owner.signature());
    }
    return new Content(particles, attributes, text, properties, omitted, needsProvider);
  }

  private int positionOf(JavaMember member) {
    List<JavaMember> components = owner.components();
    for (int i = 0; i < components.size(); i++) {
      if (String.valueOf(components.get(i).name()).equals(member.name())) {
        return i;
      }
    }
    return properties.size();
  }

  /** The members in the order on the wire. */
  private List<JavaMember> ordered(@Nullable ComplexType given, boolean withInherited) {
    if (owner.kind() == JavaType.Kind.RECORD) {
      return owner.components().stream().filter(m -> m.annotation(Omit.class) == null).toList();
    }
    List<JavaMember> all = new ArrayList<>();
    JavaType above = owner.superclass();
    ComplexType aboveGiven = above == null ? null : above.annotation(ComplexType.class);
    if (withInherited && above != null && aboveGiven != null) {
      all.addAll(new StructureMembers(types, above, name, path).ordered(aboveGiven, true));
    }
    all.addAll(ofOrder(given == null ? new String[0] : given.order()));
    return all;
  }

  private List<JavaMember> ofOrder(String[] order) {
    Map<String, JavaMember> byName = new LinkedHashMap<>();
    owner.properties().forEach(member -> byName.put(String.valueOf(member.name()), member));
    List<JavaMember> ordered = new ArrayList<>();
    for (String each : order) {
      JavaMember member = byName.remove(each);
      if (member != null) {
        ordered.add(member);
      } else {
        problems.add(
            ProblemCode.ORDER_MEMBER_UNKNOWN,
            owner.signature(),
            "its order names \"" + each + "\", which is not a property, or is named twice.",
            NearMiss.of(each, byName.keySet(), "Remove it from the order."));
      }
    }
    // A computed property is only included if the order names it.
    List<String> missing =
        byName.values().stream()
            .filter(member -> member.isWritable() && member.annotation(Omit.class) == null)
            .map(member -> String.valueOf(member.name()))
            .toList();
    if (!missing.isEmpty()) {
      List<String> complete = new ArrayList<>(Arrays.asList(order));
      complete.addAll(missing);
      problems.add(
          order.length == 0 ? ProblemCode.ORDER_MISSING : ProblemCode.ORDER_INCOMPLETE,
          owner.signature(),
          order.length == 0
              ? "it does not say in which order its properties stand, and Java does not define one."
              : "its order leaves out " + String.join(", ", missing) + ".",
          "Write @ComplexType(order = {\""
              + String.join("\", \"", complete)
              + "\"}), in the order that you want, or mark a property with @Omit.");
    }
    return ordered;
  }

  private List<JavaMember> ofShape(@Nullable Shape shape, List<JavaMember> all) {
    if (shape == null) {
      return all;
    }
    boolean isOnly = shape.only().length > 0;
    if (isOnly == shape.omit().length > 0) {
      problems.add(
          ProblemCode.SHAPE_INVALID,
          path,
          "@Shape(name = \""
              + shape.name()
              + (isOnly
                  ? "\") says both which members to take and which to leave out."
                  : "\") says neither which members to take nor which to leave out."),
          "Write either only = {...} or omit = {...}.");
      return all;
    }
    Set<String> known = new TreeSet<>();
    all.forEach(member -> known.add(String.valueOf(member.name())));
    Set<String> named = new TreeSet<>(Arrays.asList(isOnly ? shape.only() : shape.omit()));
    for (String each : named) {
      if (!known.contains(each)) {
        problems.add(
            ProblemCode.SHAPE_MEMBER_UNKNOWN,
            path,
            owner.signature() + " has no member \"" + each + "\".",
            NearMiss.of(each, known, "It has: " + String.join(", ", known) + "."));
      }
    }
    return all.stream()
        .filter(member -> named.contains(String.valueOf(member.name())) == isOnly)
        .toList();
  }

  private void read(JavaMember member, int position) {
    String way = path + " -> " + member.signature();
    if (member.annotation(SimpleContent.class) != null) {
      if (text != null) {
        problems.add(
            ProblemCode.SIMPLE_CONTENT_INVALID,
            owner.signature(),
            "two of its members are marked with @SimpleContent.",
            "Keep one of them.");
      }
      text = types.attributes().text(member, way);
      needsProvider |= text.constraints().needsProvider();
      add(NodeKind.TEXT, new QName(""), member, text.type().use(), position);
    } else if (member.annotation(Attribute.class) != null) {
      ReadAttribute read = types.attributes().attribute(member, way);
      attributes.add(read.attribute());
      needsProvider |= read.needsProvider();
      add(NodeKind.ATTRIBUTE, read.attribute().name(), member, read.use(), position);
    } else {
      if (Container.of(member.type()) == Container.STREAM) {
        problems.add(
            ProblemCode.STREAM_IN_DATA,
            way,
            member.type().signature() + " can be read only once, and is never closed here.",
            "Use a List within data; a Stream is for results and last parameters.");
      }
      ReadElement read = types.members().element(member, "", name.getNamespaceURI(), way);
      particles.add(read.particle());
      needsProvider |= read.needsProvider();
      add(NodeKind.ELEMENT, read.name(), member, read.use(), position);
    }
  }

  private void add(NodeKind kind, QName wireName, JavaMember member, JavaForm use, int position) {
    names.reserve(kind, wireName.getLocalPart(), member);
    properties.add(new PropertyMember(kind, wireName, member, use, position));
  }
}
