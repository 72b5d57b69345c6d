package org.calmanchor.core.tree;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.calmanchor.core.codec.Holder;
import org.calmanchor.core.content.ContentItem;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.xml.EncodeException;
import org.jspecify.annotations.Nullable;

/**
 * Represents a structure with any content: an entry for each key, or, where order matters, a list
 * of one-entry maps.
 */
final class ContentFields extends Fields {
  private final int content;
  private final ContentModel model;
  private final Holder holder;
  private final Map<String, Integer> positions = new HashMap<>();

  /**
   * Creates fields.
   *
   * @param attributes the keys of the attributes
   * @param holder how values of elements are held
   */
  ContentFields(List<String> attributes, ContentModel model, Holder holder) {
    super(attributes);
    this.content = attributes.size();
    this.model = model;
    this.holder = holder;
    List<ContentPosition> all = model.positions();
    for (int i = 0; i < all.size(); i++) {
      positions.putIfAbsent(all.get(i).key(), i);
    }
    know(model.isOrdered() ? List.of(TreeValueModel.CONTENT_KEY) : positions.keySet());
  }

  @Override
  public Object assemble(@Nullable Object[] members) {
    @SuppressWarnings("unchecked") // the codec puts the items there
    List<ContentItem> items = (List<ContentItem>) members[content];
    @SuppressWarnings("unchecked") // structures are maps by member name
    Map<String, Object> map = (Map<String, Object>) super.assemble(members);
    if (items == null || items.isEmpty()) {
      return map;
    }
    if (model.isOrdered()) {
      List<Object> list = new ArrayList<>();
      items.forEach(item -> list.add(Map.of(key(item), value(item))));
      map.put(TreeValueModel.CONTENT_KEY, list);
      return map;
    }
    for (ContentItem item : items) {
      ContentPosition position = model.positions().get(item.position());
      if (position.max() == 1) {
        map.put(position.key(), value(item));
      } else {
        @SuppressWarnings("unchecked") // only lists are put at this key
        List<Object> list =
            (List<Object>) map.computeIfAbsent(position.key(), key -> new ArrayList<>());
        list.add(value(item));
      }
    }
    return map;
  }

  private String key(ContentItem item) {
    return item.position() == ContentItem.TEXT
        ? TreeValueModel.MIXED_KEY
        : model.positions().get(item.position()).key();
  }

  private static Object value(ContentItem item) {
    return Objects.requireNonNull(item.value());
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    if (index != content) {
      return super.member(structure, index);
    }
    Map<?, ?> map = checked(structure);
    List<ContentItem> items = new ArrayList<>();
    if (model.isOrdered()) {
      for (Object entry : list(map.get(TreeValueModel.CONTENT_KEY))) {
        items.add(ordered(entry));
      }
      return items;
    }
    positions.entrySet().stream()
        .sorted(Map.Entry.comparingByValue())
        .forEach(each -> add(each.getKey(), each.getValue(), map.get(each.getKey()), items));
    return items;
  }

  private void add(String key, int index, @Nullable Object held, List<ContentItem> items) {
    if (held == null) {
      return;
    }
    if (model.positions().get(index).max() == 1) {
      items.add(new ContentItem(index, holder.value(held)));
    } else {
      try {
        list(held).forEach(each -> items.add(new ContentItem(index, holder.value(each))));
      } catch (EncodeException noList) {
        throw noList.within(key);
      }
    }
  }

  private static List<?> list(@Nullable Object held) {
    if (held != null && !(held instanceof List)) {
      throw new EncodeException("a list is expected, not \"" + held + "\"");
    }
    return held == null ? List.of() : (List<?>) held;
  }

  private ContentItem ordered(Object entry) {
    if (!(entry instanceof Map<?, ?> map) || map.size() != 1) {
      throw new EncodeException("one element by its name is expected, not \"" + entry + "\"")
          .within(TreeValueModel.CONTENT_KEY);
    }
    Map.Entry<?, ?> only = map.entrySet().iterator().next();
    String key = only.getKey().toString();
    Object value = only.getValue();
    if (key.equals(TreeValueModel.MIXED_KEY)) {
      return new ContentItem(ContentItem.TEXT, PlainValues.text(value));
    }
    Integer position = positions.get(key);
    if (position == null) {
      throw new EncodeException("there is no \"" + key + "\"; there is " + positions.keySet())
          .within(TreeValueModel.CONTENT_KEY);
    }
    return new ContentItem(position, holder.value(value));
  }
}
