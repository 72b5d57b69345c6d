package org.calmanchor.core.path;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.outline.TypeNames;
import org.calmanchor.core.sample.Samples;
import org.jspecify.annotations.Nullable;

/** Finds the values that a message must have, but lacks. */
public final class MissingValues {
  private final Contract contract;
  private final Samples samples;
  private final TypeNames names;
  private final List<Missing> missing = new ArrayList<>();

  /** Messages do not nest deeper. */
  private static final int MOST_DEPTH = 100;

  private int depth;

  /**
   * A value that is missing.
   *
   * @param path where it belongs
   * @param allowed its type and what that allows, in words
   * @param example a valid value; empty if there is none as a text
   */
  public record Missing(String path, String allowed, String example) {
    @Override
    public String toString() {
      return path
          + " is missing: "
          + allowed
          + (example.isEmpty() ? "" : ", for example " + path + "=" + example);
    }
  }

  private MissingValues(Contract contract, Samples samples) {
    this.contract = contract;
    this.samples = samples;
    this.names = new TypeNames(contract);
  }

  /**
   * What is missing in the values of a body, in the order of the contract. Of choices nothing is
   * missing: which of them is meant cannot be known.
   */
  public static List<Missing> ofBody(
      Contract contract, Samples samples, @Nullable ElementDeclaration element, Map<?, ?> values) {
    MissingValues finder = new MissingValues(contract, samples);
    if (element == null) {
      return List.of();
    }
    if (contract.definition(element.type()) instanceof ComplexType type
        && DynamicMessages.hasMembers(contract, element)) {
      finder.structure(type, values, "");
    } else {
      finder.element(
          new Member(element, 1, 1),
          values.get(DynamicMessages.ONLY_KEY),
          element.name().getLocalPart());
    }
    return finder.missing;
  }

  /** What is missing in the values of header blocks. */
  public static List<Missing> ofBlocks(
      Contract contract, Samples samples, List<ElementDeclaration> blocks, Map<?, ?> values) {
    MissingValues finder = new MissingValues(contract, samples);
    for (ElementDeclaration block : blocks) {
      String name = block.name().getLocalPart();
      finder.element(new Member(block, 1, 1), values.get(name), name);
    }
    return finder.missing;
  }

  private void structure(ComplexType declared, Map<?, ?> values, String prefix) {
    if (values.containsKey(DynamicMessages.NIL_KEY) || depth == MOST_DEPTH) {
      return;
    }
    depth++;
    members(declared, values, prefix);
    depth--;
  }

  private void members(ComplexType declared, Map<?, ?> values, String prefix) {
    ComplexType type = actual(declared, values.get(DynamicMessages.TYPE_KEY));
    if (type.isAbstract()) {
      List<String> types =
          contract.derived(type).stream()
              .filter(each -> !each.isAbstract())
              .map(TypeDefinition::name)
              .map(name -> name == null ? "" : name.getLocalPart())
              .toList();
      missing.add(
          new Missing(
              prefix + DynamicMessages.TYPE_KEY,
              "one of " + String.join(", ", types),
              types.isEmpty() ? "" : types.get(0)));
      return;
    }
    for (AttributeUse attribute : contract.attributes(type)) {
      if (attribute.required()
          && !values.containsKey(DynamicMessages.key(contract, type, attribute))) {
        missing.add(
            new Missing(
                prefix + "@" + attribute.name().getLocalPart(),
                names.described(attribute.type()),
                samples.text(attribute)));
      }
    }
    if (type.content() instanceof ComplexType.Elements) {
      for (Member member : DynamicMessages.members(contract, type)) {
        Object value = values.get(member.name());
        boolean isContent =
            !contract.isPlain(type) && member.name().equals(DynamicMessages.CONTENT_KEY);
        if (isContent) {
          entries(member, value, prefix);
        } else if (value != null || member.isRequired()) {
          element(member, value, prefix + member.name());
        }
      }
    }
  }

  /** The entries of ordered content, each of which has one member. */
  private void entries(Member content, @Nullable Object value, String prefix) {
    if (value instanceof List<?> list
        && contract.definition(content.element().type()) instanceof ComplexType entry) {
      for (Object item : list) {
        if (item instanceof Map<?, ?> map) {
          structure(entry, map, prefix);
        }
      }
    }
  }

  private void element(Member member, @Nullable Object value, String path) {
    if (contract.definition(member.element().type()) instanceof ComplexType type
        && !contract.holdsAny(type)) {
      if (value instanceof List<?> list) {
        list.forEach(item -> item(type, item, path));
      } else {
        item(type, value == null ? Map.of() : value, path);
      }
    } else if (value == null) {
      missing.add(
          new Missing(
              path, names.described(member.element().type()), samples.text(member.element())));
    }
  }

  private void item(ComplexType type, Object value, String path) {
    // What is no map is refused when the message is written.
    if (value instanceof Map<?, ?> map) {
      structure(type, map, path + ".");
    }
  }

  private ComplexType actual(ComplexType declared, @Nullable Object named) {
    return contract.derived(declared).stream()
        .filter(type -> type.name() != null && type.name().getLocalPart().equals(named))
        .findFirst()
        .orElse(declared);
  }
}
