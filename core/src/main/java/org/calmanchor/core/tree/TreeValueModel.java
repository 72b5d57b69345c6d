package org.calmanchor.core.tree;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.AnyHolder;
import org.calmanchor.core.codec.BinaryHolder;
import org.calmanchor.core.codec.Holder;
import org.calmanchor.core.codec.SubtypeChoice;
import org.calmanchor.core.codec.ValueModel;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.simple.SimpleRule;
import org.calmanchor.core.simple.SimpleTypes;
import org.calmanchor.core.xml.DomReader;
import org.calmanchor.core.xml.DomWriter;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/**
 * Represents values as maps and lists: structures are maps by member name, repeated elements are
 * lists, simple values are their texts. Wrong values are written as well, so that a person can see
 * how a service answers them. An attribute gets "@" before its name if an element has the same
 * name; the text of simple content is "value"; "xsi:type" names one of several types; "xsi:nil"
 * alone marks an element without a value. Content whose elements cannot be told by their names
 * alone is a list of one-entry maps at "content", with texts between elements at "#text". Elements
 * that stand for a wildcard are markup at "#any", attributes that do are at "@" and their name.
 */
public final class TreeValueModel implements ValueModel<TreeValueModel.Untyped> {
  /** The key of the type's name in the map of a structure. */
  public static final String TYPE_KEY = "xsi:type";

  /** The key in the map of a nil element; its value is "true". */
  public static final String NIL_KEY = "xsi:nil";

  /** The key of content whose elements cannot be told by their names alone. */
  public static final String CONTENT_KEY = "content";

  /** The key of text between elements. */
  public static final String MIXED_KEY = "#text";

  /** The key of the text of simple content, and of a value that is no structure. */
  public static final String TEXT_KEY = "value";

  /** Marks the map of attributes of any name among the keys of a structure. */
  static final String OTHER_ATTRIBUTES = "@*";

  private static final QName NO_NAME = new QName("");
  private static final Map<String, Object> NIL_MAP = Map.of(NIL_KEY, "true");

  private final Contract contract;
  private final Checked checked;
  private final @Nullable SimpleTypes rules;

  /** Needed as a type argument only: the contract alone describes all positions. */
  public enum Untyped {
    ANY
  }

  /**
   * Creates the model for {@code contract}.
   *
   * @param checked which values must be valid
   */
  public TreeValueModel(Contract contract, Checked checked) {
    this.contract = contract;
    this.checked = checked;
    this.rules = checked == Checked.NONE ? null : new SimpleTypes(contract);
  }

  /** Which values must be valid. */
  public enum Checked {
    /** None: simple values are read as they are written. */
    NONE,
    /** Those that are read. */
    READ,
    /** Those that are written too. */
    ALL
  }

  @Override
  public Lexical<Object> lexical(TypeUse type, @Nullable ValueConstraint value, Untyped held) {
    SimpleRule rule = rules == null ? null : rules.of(type);
    Function<String, Object> parser = rule == null ? text -> text : rule::check;
    return new Lexical<>(
        rule == null ? "text" : rule.form(),
        rule == null ? TypeMappings.whiteSpace(contract.builtIn(type)) : rule.whiteSpace(),
        value == null ? parser : new ConstrainedText(parser, rule, value),
        rule != null && checked == Checked.ALL
            ? written -> valid(PlainValues.text(written), rule, value)
            : PlainValues::text);
  }

  /** A text that is written, if it is valid. */
  private static String valid(String text, SimpleRule rule, @Nullable ValueConstraint value) {
    try {
      rule.check(text);
      if (value != null && value.isFixed() && !rule.isSame(text, value.lexical())) {
        throw LexicalException.constrained("only " + value.lexical());
      }
      return text;
    } catch (LexicalException invalid) {
      throw new EncodeException(String.valueOf(invalid.getMessage()));
    }
  }

  /** Refuses other values than the fixed one. */
  private record ConstrainedText(
      Function<String, Object> parser, @Nullable SimpleRule rule, ValueConstraint value)
      implements Function<String, Object> {
    @Override
    public Object apply(String text) {
      Object read = parser.apply(text);
      if (value.isFixed() && rule != null && !rule.isSame(text, value.lexical())) {
        throw LexicalException.constrained("only " + value.lexical());
      }
      return read;
    }
  }

  @Override
  public boolean isGeneral() {
    return true;
  }

  @Override
  public @Nullable BinaryHolder binary(TypeUse type, Untyped held) {
    return null;
  }

  /** The key of an attribute in the map of its structure. */
  public static String key(Contract contract, ComplexType type, AttributeUse attribute) {
    String local = attribute.name().getLocalPart();
    List<AttributeUse> all = contract.attributes(type);
    boolean isAlone =
        all.stream().filter(each -> each.name().getLocalPart().equals(local)).count() == 1;
    if (!isAlone) {
      return "@" + attribute.name();
    }
    return contentKeys(contract, type).contains(local) ? "@" + local : local;
  }

  /** The keys of what is not an attribute. */
  private static Set<String> contentKeys(Contract contract, ComplexType type) {
    if (!(type.content() instanceof ComplexType.Elements)) {
      return Set.of();
    }
    if (contract.isPlain(type)) {
      return contract.members(type).stream()
          .map(org.calmanchor.core.model.Member::name)
          .collect(Collectors.toSet());
    }
    ContentModel model = ContentModelBuilder.build(contract, type);
    return model.isOrdered()
        ? Set.of(CONTENT_KEY)
        : model.positions().stream().map(ContentPosition::key).collect(Collectors.toSet());
  }

  /** The key of the text in the map of a structure with simple content. */
  public static String textKey(ComplexType type) {
    boolean isTaken =
        type.attributes().stream().anyMatch(a -> a.name().getLocalPart().equals(TEXT_KEY));
    return isTaken ? "#" + TEXT_KEY : TEXT_KEY;
  }

  @Override
  public AnyHolder any() {
    return Markup.TEXT;
  }

  /** Represents an element of any name by its markup. */
  private enum Markup implements AnyHolder {
    TEXT;

    private static final MessageOpener INPUTS = new MessageOpener(MessageLimits.DEFAULT);

    @Override
    public Object hold(Element element) {
      XmlOut out = XmlOut.held(false);
      DomWriter.write(out, element);
      return new String(out.bytes(), StandardCharsets.UTF_8);
    }

    @Override
    public Element element(Object held) {
      return DomReader.parse(INPUTS, PlainValues.text(held));
    }
  }

  @Override
  public Structure<Untyped> structure(ComplexType type, Untyped held) {
    List<Member<Untyped>> members = new ArrayList<>();
    List<String> keys = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      members.add(new Member<>(NodeKind.ATTRIBUTE, attribute.name(), Untyped.ANY));
      keys.add(key(contract, type, attribute));
    }
    if (contract.anyAttribute(type) != null) {
      members.add(new Member<>(NodeKind.OTHER_ATTRIBUTES, NO_NAME, Untyped.ANY));
      keys.add(OTHER_ATTRIBUTES);
    }
    if (type.content() instanceof ComplexType.Text) {
      members.add(new Member<>(NodeKind.TEXT, NO_NAME, Untyped.ANY));
      keys.add(textKey(type));
    } else if (contract.isPlain(type) && contract.anyAttribute(type) == null) {
      contract
          .members(type)
          .forEach(
              member -> {
                members.add(new Member<>(NodeKind.ELEMENT, member.element().name(), Untyped.ANY));
                keys.add(member.name());
              });
    } else {
      members.add(new Member<>(NodeKind.CONTENT, NO_NAME, Untyped.ANY));
      return new Structure<>(
          members,
          new ContentFields(keys, ContentModelBuilder.build(contract, type), TreeHolder.ONLY));
    }
    return new Structure<>(members, new Fields(keys));
  }

  @Override
  public Position<Untyped> position(Untyped held, boolean repeats) {
    return new Position<>(TreeHolder.ONLY, Untyped.ANY, repeats, false);
  }

  @Override
  public Untyped derived(ComplexType derived, Untyped held) {
    return Untyped.ANY;
  }

  @Override
  public SubtypeChoice alternatives(List<QName> types) {
    return new SubtypeNames(contract, types);
  }

  @Override
  public boolean isLenient() {
    return checked != Checked.ALL;
  }

  /** Represents a value by itself. */
  private enum TreeHolder implements Holder {
    ONLY;

    @Override
    public @Nullable Object hold(@Nullable Object value) {
      return value;
    }

    @Override
    public Object nil(Nil nil) {
      Map<String, Object> map = new LinkedHashMap<>(NIL_MAP);
      if (nil.attributes() instanceof Map<?, ?> attributes) {
        attributes.forEach((name, value) -> map.put(name.toString(), value));
      }
      return map;
    }

    @Override
    public Object holdAll(List<Object> values) {
      List<Object> items = new ArrayList<>(values);
      items.replaceAll(item -> item == null ? nil(NIL) : item instanceof Nil nil ? nil(nil) : item);
      return Collections.unmodifiableList(items);
    }

    @Override
    public @Nullable Object value(@Nullable Object held) {
      boolean isNil = held instanceof Map<?, ?> map && "true".equals(map.get(NIL_KEY));
      return isNil ? new Nil(held) : held;
    }

    @Override
    public Iterable<?> values(@Nullable Object held) {
      if (held != null && !(held instanceof List)) {
        throw new EncodeException("a list is expected, not \"" + held + "\"");
      }
      return held == null
          ? List.of()
          : ((List<?>) held).stream().map(this::value).collect(Collectors.toList());
    }
  }
}
