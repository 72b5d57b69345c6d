package org.calmanchor.core.codec;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * An element whose type is one of several, named by {@code xsi:type} (XML Schema 1.0 part 1,
 * section 2.6.1).
 */
final class PolymorphicElement implements ElementCodec {
  private static final int MOST_WORDS = 20;

  private final List<QName> names;
  private final Map<QName, Integer> indexes = new HashMap<>();
  private final ElementCodec[] codecs;
  private final byte[][] marks;
  private final int declared;
  private final SubtypeChoice alternatives;

  /**
   * Creates a codec for these types.
   *
   * @param marks the attribute that names each, empty for the declared one
   * @param declared the index of the declared type, or {@link SubtypeChoice#UNKNOWN} when abstract
   */
  PolymorphicElement(
      List<QName> names,
      ElementCodec[] codecs,
      byte[][] marks,
      int declared,
      SubtypeChoice alternatives) {
    this.names = List.copyOf(names);
    for (int i = 0; i < names.size(); i++) {
      indexes.put(names.get(i), i);
    }
    this.codecs = codecs;
    this.marks = marks;
    this.declared = declared;
    this.alternatives = alternatives;
  }

  @Override
  public Object read(XmlIn in) {
    int index = index(in);
    return alternatives.marked(codecs[index].read(in), index);
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    int index = index(in);
    Holder.Nil nil = codecs[index].readNil(in);
    return nil.attributes() == null && index == declared
        ? nil
        : new Holder.Nil(
            alternatives.marked(nil.attributes() == null ? Map.of() : nil.attributes(), index));
  }

  @Override
  public void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    int index = nil.attributes() == null ? declared : alternatives.of(nil.attributes());
    if (index < 0) {
      throw new EncodeException("a nil value of none of the types");
    }
    if (index != declared) {
      out.markNext(marks[index]);
    }
    codecs[index].writeNil(out, tag, nil);
  }

  /** The index of the current element's type. */
  private int index(XmlIn in) {
    QName named = in.attributes().type();
    int index = named == null ? declared : indexes.getOrDefault(named, SubtypeChoice.UNKNOWN);
    if (index < 0) {
      throw in.problem(
              named == null ? Code.MISSING : Code.TYPE,
              words(),
              named == null ? "" : named.getLocalPart())
          .within("@xsi:type");
    }
    return index;
  }

  private String words() {
    String more =
        names.size() > MOST_WORDS ? " and " + (names.size() - MOST_WORDS) + " others" : "";
    return "one of "
        + names.stream()
            .limit(MOST_WORDS)
            .map(QName::getLocalPart)
            .collect(Collectors.joining(", "))
        + more;
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    int index = alternatives.of(value);
    if (index < 0) {
      throw new EncodeException(
          "a value of none of the types "
              + names.stream().limit(MOST_WORDS).map(QName::getLocalPart).toList());
    }
    if (index != declared) {
      out.markNext(marks[index]);
    }
    codecs[index].write(out, tag, alternatives.unmarked(value, index));
  }
}
