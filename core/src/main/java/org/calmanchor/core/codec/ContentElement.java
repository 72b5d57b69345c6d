package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentItem;
import org.calmanchor.core.content.ContentMatch;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * Elements with any content that XML Schema can describe. (Plain sequences have {@link
 * ComplexElement}, which is faster.)
 */
final class ContentElement implements ElementCodec {
  private final AttributeCodec attributes;
  private final ContentModel model;
  private final @Nullable ElementSlot[] slots;
  private final @Nullable AnyContent any;
  private final Composite composite;
  private final boolean lenient;

  /**
   * Creates a codec.
   *
   * @param slots the element of each position; null for a wildcard
   * @param any what stands for wildcards; null if there are none
   * @param lenient whether content is written that the model does not allow
   */
  ContentElement(
      AttributeCodec attributes,
      ContentModel model,
      @Nullable ElementSlot[] slots,
      @Nullable AnyContent any,
      Composite composite,
      boolean lenient) {
    this.attributes = attributes;
    this.model = model;
    this.slots = slots;
    this.any = any;
    this.composite = composite;
    this.lenient = lenient;
  }

  @Override
  public Object read(XmlIn in) {
    @Nullable Object[] values = new @Nullable Object[attributes.count() + 1];
    attributes.read(in, values);
    List<ContentItem> items = new ArrayList<>();
    ContentMatch match = new ContentMatch(model);
    Map<String, Integer> counts = new HashMap<>();
    if (model.isMixed()) {
      StringBuilder text = new StringBuilder();
      in.content(
          text::append,
          () -> {
            finishText(text, items);
            items.add(element(in, match, counts));
          });
      finishText(text, items);
    } else {
      while (in.nextElement()) {
        items.add(element(in, match, counts));
      }
    }
    if (!match.mayEnd()) {
      throw missing(in, match);
    }
    values[attributes.count()] = items;
    return ComplexReader.assemble(in, composite, values);
  }

  private AnyContent any() {
    return Objects.requireNonNull(any);
  }

  private static void finishText(StringBuilder text, List<ContentItem> items) {
    if (!text.isEmpty()) {
      items.add(new ContentItem(ContentItem.TEXT, text.toString()));
      text.setLength(0);
    }
  }

  private ContentItem element(XmlIn in, ContentMatch match, Map<String, Integer> counts) {
    int found = match.next(in.namespace(), in.localName());
    if (found == ContentMatch.NONE) {
      throw unexpected(in, match);
    }
    ContentPosition position = model.positions().get(found);
    ElementSlot slot = slots[found];
    if (slot == null) {
      return new ContentItem(found, any().read(in, Objects.requireNonNull(position.wildcard())));
    }
    int before = counts.merge(position.key(), 1, Integer::sum) - 1;
    return new ContentItem(found, slot.hold(slot.readOrNil(in, before)));
  }

  private InvalidMessageException missing(XmlIn in, ContentMatch match) {
    List<String> expected = match.expected();
    return in.problem(Code.MISSING, expected.size() == 1 ? "one" : words(expected), "")
        .within(expected.get(0));
  }

  private InvalidMessageException unexpected(XmlIn in, ContentMatch match) {
    String name = in.localName();
    List<String> expected = match.expected();
    boolean isKnown = model.positions().stream().anyMatch(each -> each.key().equals(name));
    if (isKnown && !match.mayEnd() && !expected.contains(name)) {
      return missing(in, match);
    }
    String end = match.mayEnd() ? "nothing more" : "nothing";
    String words =
        expected.isEmpty()
            ? end
            : match.mayEnd() ? words(expected) + ", or nothing more" : words(expected);
    return in.problem(Code.UNEXPECTED, words, name).within(name);
  }

  private static String words(List<String> keys) {
    List<String> names =
        keys.stream()
            .map(key -> key.equals(ContentPosition.ANY) ? "an element of another schema" : key)
            .toList();
    return names.size() == 1 ? names.get(0) : "one of " + String.join(", ", names);
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    return attributes.readNil(in, composite, attributes.count() + 1);
  }

  @Override
  public void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    attributes.writeNil(out, tag, composite, nil);
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    out.open(tag);
    attributes.write(out, composite, value);
    List<?> items = (List<?>) composite.member(value, attributes.count());
    if (!lenient) {
      requireValid(items == null ? List.of() : items);
    }
    if (items == null || items.isEmpty()) {
      out.empty();
      return;
    }
    out.content();
    if (model.isMixed()) {
      out.beginMixed();
    }
    Map<String, Integer> counts = new HashMap<>();
    items.forEach(item -> write(out, (ContentItem) item, counts));
    if (model.isMixed()) {
      out.endMixed();
    }
    out.close(tag);
  }

  private void requireValid(List<?> items) {
    ContentMatch match = new ContentMatch(model);
    for (Object each : items) {
      ContentItem item = (ContentItem) each;
      if (item.position() == ContentItem.TEXT) {
        requireMixed();
        continue;
      }
      ElementSlot slot = slots[item.position()];
      QName name =
          slot == null
              ? any().name(Objects.requireNonNull(item.value()))
              : new QName(slot.namespace(), slot.name());
      if (match.next(name.getNamespaceURI(), name.getLocalPart()) == ContentMatch.NONE) {
        throw new EncodeException(
                "it may not stand beside the others; expected "
                    + (match.expected().isEmpty() ? "nothing" : words(match.expected())))
            .within(name.getLocalPart());
      }
    }
    if (!match.mayEnd()) {
      throw new EncodeException("nothing where it is required: " + words(match.expected()));
    }
  }

  private void requireMixed() {
    if (!model.isMixed()) {
      throw new EncodeException("no text may stand between its elements");
    }
  }

  private void write(XmlOut out, ContentItem item, Map<String, Integer> counts) {
    Object value = item.value();
    if (item.position() == ContentItem.TEXT) {
      out.text(String.valueOf(value));
      return;
    }
    ElementSlot slot = slots[item.position()];
    if (slot == null) {
      any().write(out, Objects.requireNonNull(value));
      return;
    }
    int before = counts.merge(model.positions().get(item.position()).key(), 1, Integer::sum) - 1;
    try {
      if (value instanceof Holder.Nil nil) {
        slot.codec().writeNil(out, slot.tag(), nil);
      } else {
        slot.write(out, value);
      }
    } catch (EncodeException failed) {
      throw failed.within(slot.step(before));
    }
  }
}
