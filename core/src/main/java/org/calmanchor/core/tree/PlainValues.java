package org.calmanchor.core.tree;

import java.util.List;
import java.util.Map;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Maps, lists and texts as values of elements. */
public final class PlainValues {
  private PlainValues() {}

  /**
   * The text of a simple value.
   *
   * @throws EncodeException when it is a structure or list
   */
  static String text(Object value) {
    if (value instanceof Map || value instanceof List) {
      throw new EncodeException("one text is expected, not a structure or list");
    }
    return value.toString();
  }

  /** The members of a body or detail element, by name; a value without members is the only one. */
  @SuppressWarnings("unchecked") // structures are maps by member name
  public static Map<String, Object> read(MessageCodec codec, XmlIn in) {
    Object value = codec.read(in);
    return codec.isStructure()
        ? (Map<String, Object>) value
        : Map.of(TreeValueModel.TEXT_KEY, value);
  }

  /**
   * Writes a body or detail element; nothing if the body is empty.
   *
   * @throws EncodeException when the values are not those of the element
   */
  public static void write(@Nullable MessageCodec codec, XmlOut body, Map<String, ?> values) {
    if (codec != null) {
      codec.write(body, codec.isStructure() ? values : only(values));
    } else if (!values.isEmpty()) {
      throw new EncodeException("the body is empty, so it cannot have " + values.keySet());
    }
  }

  /** The value of an element that is no structure. */
  private static Object only(Map<String, ?> values) {
    Object value = values.get(TreeValueModel.TEXT_KEY);
    if (value == null || values.size() != 1) {
      throw new EncodeException(
          "only \"" + TreeValueModel.TEXT_KEY + "\" is expected, not " + values.keySet());
    }
    return value;
  }
}
