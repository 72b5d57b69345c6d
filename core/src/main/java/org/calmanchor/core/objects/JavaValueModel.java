package org.calmanchor.core.objects;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.AnyHolder;
import org.calmanchor.core.codec.BinaryHolder;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.codec.PlainHolder;
import org.calmanchor.core.codec.SubtypeChoice;
import org.calmanchor.core.codec.ValueModel;
import org.calmanchor.core.constraint.Constraint;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Members.StructureMember;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.tree.TreeValueModel;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/** Represents values as Java objects: records, classes, enums, simple types and containers. */
public final class JavaValueModel implements ValueModel<JavaValueModel.Java> {
  private final Contract contract;
  private final Members members;
  private final Other<?> trees;

  /** What Java has at a position of a message. */
  public sealed interface Java permits Held, Lazy, Arguments, Result, Detail, Entries {}

  /** A value, or a container of values. */
  public record Held(JavaForm use) implements Java {}

  /** A stream at the end of a message, whose items are read lazily. */
  record Lazy(JavaForm.Many many) implements Java {}

  /** The arguments of a method: an {@code Object[]} in the order of its parameters. */
  public record Arguments(OperationMember operation) implements Java {}

  /** The result of a method: an {@code Object[]} of one, or of none for void. */
  public record Result(OperationMember operation) implements Java {}

  /** A declared fault: the exception when written, an {@code Object[]} of members when read. */
  public record Detail(FaultMember fault) implements Java {}

  /** The entries of a map. */
  record Entries(JavaForm.Entry entry) implements Java {}

  /** Creates the model for the members of one reading. */
  public JavaValueModel(Reading reading) {
    this.contract = reading.contract();
    this.members = reading.members();
    this.trees =
        new Other<>(
            new TreeValueModel(contract, TreeValueModel.Checked.ALL), TreeValueModel.Untyped.ANY);
  }

  @Override
  public @Nullable Other<?> other(Java held) {
    return held instanceof Held only && only.use() instanceof JavaForm.Tree ? trees : null;
  }

  @Override
  public Lexical<Object> lexical(TypeUse type, @Nullable ValueConstraint value, Java held) {
    JavaForm use = ((Held) held).use();
    return use instanceof JavaForm.Restricted restricted
        ? RestrictedLexical.of(lexical(restricted.of()), restricted.rule(), value)
        : lexical(use);
  }

  private static Lexical<Object> lexical(JavaForm use) {
    if (use instanceof JavaForm.Simple simple) {
      return constrained(generic(simple.row().lexical()), simple.constraints());
    }
    if (use instanceof JavaForm.Constant constant) {
      return Handles.constants(constant);
    }
    throw new IllegalArgumentException("nothing maps " + use);
  }

  @Override
  public @Nullable BinaryHolder binary(TypeUse type, Java held) {
    if (!(((Held) held).use() instanceof JavaForm.Simple simple)
        || !simple.row().base().getLocalPart().equals("base64Binary")) {
      return null;
    }
    Consumer<Object> check =
        value -> simple.constraints().forEach(constraint -> constraint.check(value));
    Consumer<Object> checkWritten =
        value ->
            simple.constraints().stream()
                .filter(Constraint::isPublished)
                .forEach(constraint -> constraint.check(value));
    return new BinaryHolder(simple.row().javaType() == byte[].class, check, checkWritten);
  }

  @SuppressWarnings("unchecked") // only ever given values of the row's own Java type
  private static Lexical<Object> generic(Lexical<?> lexical) {
    return (Lexical<Object>) lexical;
  }

  /** Requests must satisfy all constraints; answers only those that the schema expresses. */
  private static Lexical<Object> constrained(
      Lexical<Object> lexical, List<Constraint> constraints) {
    if (constraints.isEmpty()) {
      return lexical;
    }
    List<Constraint> published = constraints.stream().filter(Constraint::isPublished).toList();
    return lexical.checked(
        value -> constraints.forEach(constraint -> constraint.check(value)),
        value -> published.forEach(constraint -> constraint.check(value)));
  }

  @Override
  public AnyHolder any() {
    return DomElement.ELEMENT;
  }

  /** Represents an element of any name by a DOM element. */
  private enum DomElement implements AnyHolder {
    ELEMENT;

    @Override
    public Object hold(Element element) {
      return element;
    }

    @Override
    public Element element(Object held) {
      return (Element) held;
    }
  }

  @Override
  public Structure<Java> structure(ComplexType type, Java held) {
    if (held instanceof Arguments arguments) {
      List<PropertyMember> parameters = arguments.operation().parameters();
      return new Structure<>(
          lastLazy(parameters),
          new Scattered(
              arguments.operation().method().parameters().size(),
              parameters.stream().mapToInt(PropertyMember::position).toArray()));
    }
    if (held instanceof Result result) {
      PropertyMember member = result.operation().result();
      return new Structure<>(
          lastLazy(member == null ? List.of() : List.of(member)), new Scattered(1, new int[1]));
    }
    if (held instanceof Detail detail) {
      return structure(type, detail.fault().properties(), Handles.exception(detail.fault()));
    }
    return structure(type, ((Held) held).use());
  }

  private Structure<Java> structure(ComplexType type, JavaForm use) {
    if (use instanceof JavaForm.Wrapped wrapped) {
      return new Structure<>(
          List.of(element(wrapped.item(), wrapped.many())), WrapperComposite.LIST);
    }
    if (use instanceof JavaForm.Mapping mapping) {
      return new Structure<>(
          List.of(new Member<>(NodeKind.ELEMENT, mapping.entry(), new Entries(mapping.of()))),
          WrapperComposite.MAP);
    }
    if (use instanceof JavaForm.Entry entry) {
      return new Structure<>(
          List.of(element(entry.keyName(), entry.key()), element(entry.valueName(), entry.value())),
          WrapperComposite.ENTRY);
    }
    if (use instanceof JavaForm.Structure structure) {
      StructureMember member = memberOf(structure.key());
      return structure(type, member.properties(), Handles.structure(member));
    }
    throw new IllegalArgumentException("nothing holds " + type.origin());
  }

  private Structure<Java> structure(
      ComplexType type, List<PropertyMember> properties, Composite composite) {
    boolean hasContent = type.content() instanceof ComplexType.Elements;
    return hasContent && !contract.isPlain(type)
        ? ContentMembers.structure(
            ContentModelBuilder.build(contract, type),
            membersOf(properties),
            composite,
            JavaValueModel::position)
        : new Structure<>(membersOf(properties), composite);
  }

  private static Member<Java> element(QName name, JavaForm use) {
    return new Member<>(NodeKind.ELEMENT, name, new Held(use));
  }

  private static List<Member<Java>> lastLazy(List<PropertyMember> properties) {
    List<Member<Java>> members = new ArrayList<>(membersOf(properties));
    int last = properties.size() - 1;
    if (last >= 0
        && properties.get(last).use() instanceof JavaForm.Many many
        && many.container() == Container.STREAM) {
      Member<Java> plain = members.get(last);
      members.set(last, new Member<>(plain.kind(), plain.wireName(), new Lazy(many)));
    }
    return members;
  }

  private static List<Member<Java>> membersOf(List<PropertyMember> properties) {
    return properties.stream()
        .map(p -> new Member<Java>(p.kind(), p.wireName(), new Held(p.use())))
        .toList();
  }

  @Override
  public Position<Java> position(Java held, boolean repeats) {
    return position(held);
  }

  private static Position<Java> position(Java held) {
    if (held instanceof Entries entries) {
      return new Position<>(PlainHolder.PLAIN, new Held(entries.entry()), true, false);
    }
    if (held instanceof Lazy lazy) {
      return new Position<>(JavaHolder.of(lazy.many()), new Held(lazy.many().of()), true, true);
    }
    JavaForm use = ((Held) held).use();
    if (use instanceof JavaForm.Maybe maybe) {
      return new Position<>(JavaHolder.OPTIONAL, new Held(maybe.of()), false, false);
    }
    if (use instanceof JavaForm.Many many) {
      return new Position<>(JavaHolder.of(many), new Held(many.of()), true, false);
    }
    return new Position<>(PlainHolder.PLAIN, held, false, false);
  }

  @Override
  public Java derived(ComplexType derived, Java held) {
    QName name = Objects.requireNonNull(derived.name());
    return new Held(new JavaForm.Structure(memberOf(name).javaType(), name));
  }

  private StructureMember memberOf(QName key) {
    StructureMember member = members.types().get(key);
    if (member == null) {
      throw new IllegalArgumentException("nothing holds " + key);
    }
    return member;
  }

  @Override
  public SubtypeChoice alternatives(List<QName> types) {
    Map<Class<?>, Integer> byClass = new HashMap<>();
    for (int i = 0; i < types.size(); i++) {
      byClass.put(Reflection.classOf(memberOf(types.get(i)).javaType()), i);
    }
    return new ByClass(Map.copyOf(byClass));
  }

  @Override
  public boolean isLenient() {
    return false;
  }

  /** Distinguishes subtypes by the value's class. */
  private record ByClass(Map<Class<?>, Integer> indexes) implements SubtypeChoice {
    @Override
    public int of(Object value) {
      return indexes.getOrDefault(value.getClass(), UNKNOWN);
    }

    @Override
    public Object marked(Object value, int index) {
      return value;
    }
  }
}
