package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/**
 * The end of plain trees: structures are maps by member name, repeated elements lists, simple
 * values their text as it stands on the wire. It writes what it is given, right or wrong, so that a
 * person can see what a service says to it. An attribute whose name an element has too gets "@"
 * before it.
 */
public final class TreeEnd implements End<TreeEnd.Tree> {
  private final Contract contract;

  /** All positions of a tree are alike. */
  public enum Tree {
    ANY
  }

  /** The end for trees of {@code contract}. */
  public TreeEnd(Contract contract) {
    this.contract = contract;
  }

  @Override
  public Lexical<Object> lexical(TypeUse type, Tree held) {
    boolean preserves = TypeMappings.preservesSpace(builtIn(type));
    return new Lexical<>("text", preserves, text -> text, TreeEnd::print);
  }

  private QName builtIn(TypeUse type) {
    TypeUse at = type;
    while (contract.definition(at) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      at = restriction.base();
    }
    return at instanceof TypeUse.Named named ? named.name() : new QName("");
  }

  private static String print(Object value) {
    if (value instanceof Map || value instanceof List) {
      throw new EncodeException("one text is expected, not a structure or list");
    }
    return value.toString();
  }

  /** The key of an attribute in the map of its structure. */
  public static String key(ComplexType type, AttributeUse attribute) {
    String local = attribute.name().getLocalPart();
    return elements(type).anyMatch(e -> e.name().getLocalPart().equals(local))
        ? "@" + local
        : local;
  }

  private static Stream<ElementDeclaration> elements(ComplexType type) {
    return type.content() instanceof ComplexType.Elements content
        ? content.group().particles().stream()
            .map(Particle::term)
            .filter(ElementDeclaration.class::isInstance)
            .map(ElementDeclaration.class::cast)
        : Stream.empty();
  }

  @Override
  public Structure<Tree> structure(ComplexType type, Tree held) {
    List<Member<Tree>> members = new ArrayList<>();
    List<String> keys = new ArrayList<>();
    for (AttributeUse attribute : type.attributes()) {
      members.add(new Member<>(attribute.name(), true, Tree.ANY));
      keys.add(key(type, attribute));
    }
    elements(type)
        .forEach(
            element -> {
              members.add(new Member<>(element.name(), false, Tree.ANY));
              keys.add(element.name().getLocalPart());
            });
    return new Structure<>(members, new Fields(keys));
  }

  @Override
  public Position<Tree> position(Tree held, boolean repeats) {
    return new Position<>(TreeHolder.ONLY, Tree.ANY);
  }

  @Override
  public boolean isLenient() {
    return true;
  }

  /** A map by member name; absent members are left out. */
  private record Fields(List<String> keys) implements Composite {
    @Override
    public Object whole(@Nullable Object[] members) {
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
    public @Nullable Object member(Object whole, int index) {
      if (!(whole instanceof Map<?, ?> map)) {
        throw new EncodeException("its members by name are expected, not \"" + whole + "\"");
      }
      for (Object key : map.keySet()) {
        if (!keys.contains(key)) {
          throw new EncodeException("there is no \"" + key + "\"; there is " + keys);
        }
      }
      return map.get(keys.get(index));
    }
  }

  /** Values as they are. */
  private enum TreeHolder implements Holder {
    ONLY;

    @Override
    public @Nullable Object hold(@Nullable Object value) {
      return value;
    }

    @Override
    public Object holdAll(List<Object> values) {
      return Collections.unmodifiableList(values);
    }

    @Override
    public @Nullable Object value(@Nullable Object held) {
      return held;
    }

    @Override
    public Iterable<?> values(@Nullable Object held) {
      if (held != null && !(held instanceof List)) {
        throw new EncodeException("a list is expected, not \"" + held + "\"");
      }
      return held == null ? List.of() : (List<?>) held;
    }
  }
}
