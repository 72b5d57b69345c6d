package org.calmanchor.core.dynamic;

import java.util.List;
import java.util.Map;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.XmlIn;

/** Maps, lists and texts as values of elements. */
final class PlainValues {
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
  static Map<String, Object> read(MessageCodec codec, XmlIn in) {
    Object value = codec.read(in);
    return codec.isStructure()
        ? (Map<String, Object>) value
        : Map.of(DynamicValueModel.TEXT_KEY, value);
  }
}
