package org.calmanchor.core.dynamic;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.AnyHolder;
import org.calmanchor.core.codec.BinaryHolder;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.codec.Holder;
import org.calmanchor.core.codec.SubtypeChoice;
import org.calmanchor.core.codec.ValueModel;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeUse;
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
 * alone marks an element without a value.
 */
final class DynamicValueModel implements ValueModel<DynamicValueModel.Untyped> {
  /** The key of the type's name in the map of a structure. */
  public static final String TYPE_KEY = "xsi:type";

  /** The key in the map of a nil element; its value is "true". */
  public static final String NIL_KEY = "xsi:nil";

  private static final String TEXT_KEY = "value";
  private static final Map<String, Object> NIL = Map.of(NIL_KEY, "true");

  private final Contract contract;

  /** Needed as a type argument only: the contract alone describes all positions. */
  public enum Untyped {
    ANY
  }

  /** Creates the model for {@code contract}. */
  public DynamicValueModel(Contract contract) {
    this.contract = contract;
  }

  @Override
  public Lexical<Object> lexical(TypeUse type, Untyped held) {
    return new Lexical<>(
        "text",
        TypeMappings.whiteSpace(contract.builtIn(type)),
        text -> text,
        DynamicValueModel::print);
  }

  @Override
  public @Nullable BinaryHolder binary(TypeUse type, Untyped held) {
    return null;
  }

  private static String print(Object value) {
    if (value instanceof Map || value instanceof List) {
      throw new EncodeException("one text is expected, not a structure or list");
    }
    return value.toString();
  }

  /** The key of an attribute in the map of its structure. */
  public static String key(Contract contract, ComplexType type, AttributeUse attribute) {
    String local = attribute.name().getLocalPart();
    boolean isTaken =
        type.content() instanceof ComplexType.Elements
            && contract.members(type).stream().anyMatch(member -> member.name().equals(local));
    return isTaken ? "@" + local : local;
  }

  /** The members of {@code structure}, a value of a complex type, by name. */
  @SuppressWarnings("unchecked") // structures are maps by member name
  static Map<String, Object> members(Object structure) {
    return (Map<String, Object>) structure;
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
      return DomReader.parse(INPUTS, DynamicValueModel.print(held));
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
    if (type.content() instanceof ComplexType.Text) {
      members.add(new Member<>(NodeKind.TEXT, new QName(""), Untyped.ANY));
      keys.add(textKey(type));
    } else {
      contract
          .members(type)
          .forEach(
              member -> {
                members.add(new Member<>(NodeKind.ELEMENT, member.element().name(), Untyped.ANY));
                keys.add(member.name());
              });
    }
    return new Structure<>(members, new Fields(keys));
  }

  @Override
  public Position<Untyped> position(Untyped held, boolean repeats) {
    return new Position<>(DynamicHolder.ONLY, Untyped.ANY, repeats, false);
  }

  @Override
  public Untyped derived(ComplexType derived, Untyped held) {
    return Untyped.ANY;
  }

  @Override
  public SubtypeChoice alternatives(List<ComplexType> types) {
    return new ByName(types.stream().map(DynamicValueModel::typeName).toList());
  }

  private static String typeName(ComplexType type) {
    return type.name() == null ? "" : type.name().getLocalPart();
  }

  @Override
  public boolean isLenient() {
    return true;
  }

  /**
   * Distinguishes subtypes by the {@link #TYPE_KEY} member; without it a structure has the first
   * type.
   */
  private record ByName(List<String> names) implements SubtypeChoice {
    @Override
    public int of(Object value) {
      Object named = value instanceof Map<?, ?> map ? map.get(TYPE_KEY) : null;
      return named == null ? 0 : names.indexOf(named.toString());
    }

    @Override
    public Object marked(Object value, int index) {
      Map<Object, Object> marked = new LinkedHashMap<>();
      marked.put(TYPE_KEY, names.get(index));
      marked.putAll((Map<?, ?>) value);
      return marked;
    }
  }

  /** Represents a structure by a map from member name to value; absent members have no entry. */
  private static final class Fields implements Composite {
    private final List<String> keys;
    private final Set<String> known;

    Fields(List<String> keys) {
      this.keys = List.copyOf(keys);
      this.known = new HashSet<>(keys);
      known.add(TYPE_KEY);
    }

    @Override
    public Object assemble(@Nullable Object[] members) {
      Map<String, Object> map = new LinkedHashMap<>();
      for (int i = 0; i < members.length; i++) {
        Object member = members[i];
        if (member != null) {
          map.put(keys.get(i), member);
        }
      }
      return map;
    }

    @Override
    public @Nullable Object member(Object structure, int index) {
      if (!(structure instanceof Map<?, ?> map)) {
        throw new EncodeException("its members by name are expected, not \"" + structure + "\"");
      }
      for (Object key : map.keySet()) {
        if (!known.contains(key)) {
          throw new EncodeException("there is no \"" + key + "\"; there is " + keys);
        }
      }
      return map.get(keys.get(index));
    }
  }

  /** Represents a value by itself. */
  private enum DynamicHolder implements Holder {
    ONLY;

    @Override
    public @Nullable Object hold(@Nullable Object value) {
      return value;
    }

    @Override
    public Object nil() {
      return DynamicValueModel.NIL;
    }

    @Override
    public Object holdAll(List<Object> values) {
      List<Object> items = new ArrayList<>(values);
      items.replaceAll(item -> item == null ? NIL : item);
      return Collections.unmodifiableList(items);
    }

    @Override
    public @Nullable Object value(@Nullable Object held) {
      boolean isNil = held instanceof Map<?, ?> map && "true".equals(map.get(NIL_KEY));
      return isNil ? Holder.NIL : held;
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
