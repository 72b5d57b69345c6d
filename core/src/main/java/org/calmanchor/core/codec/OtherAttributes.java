package org.calmanchor.core.codec;

import java.util.Map;
import javax.xml.XMLConstants;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;

/**
 * Attributes of any name (XML Schema 1.0 part 1, section 3.4.4). They are held as a map from {@code
 * {namespace}local} to text.
 *
 * @param wildcard which are allowed
 * @param declared the global attributes of the contract
 * @param member the index of the map in the composite
 */
record OtherAttributes(Wildcard wildcard, Map<QName, Lexical<Object>> declared, int member) {

  /** Takes the attribute at {@code index}; returns false if it is not allowed. */
  boolean take(XmlIn in, int index, Map<String, String> taken) {
    QName name = new QName(in.attributes().namespace(index), in.attributes().name(index));
    if (!wildcard.namespaces().allows(name.getNamespaceURI())) {
      return false;
    }
    String value = in.attributes().value(index);
    if (wildcard.processing() != Wildcard.Processing.SKIP) {
      Lexical<Object> lexical = declared.get(name);
      if (lexical == null && wildcard.processing() == Wildcard.Processing.STRICT) {
        throw in.problem(Code.UNEXPECTED, "an attribute that a schema declares", value)
            .within("@" + name.getLocalPart());
      }
      if (lexical != null) {
        in.parse(lexical, value);
      }
    }
    taken.put(name.toString(), value);
    return true;
  }

  static void write(XmlOut out, Map<?, ?> attributes) {
    int next = 0;
    for (Map.Entry<?, ?> each : attributes.entrySet()) {
      QName name = name(each.getKey().toString());
      String prefix = "a" + next++;
      String tag = name.getLocalPart();
      if (name.getNamespaceURI().equals(XMLConstants.XML_NS_URI)) {
        tag = "xml:" + tag;
      } else if (!name.getNamespaceURI().isEmpty()) {
        out.attribute(Tag.encode(" xmlns:" + prefix + "=\""), name.getNamespaceURI());
        tag = prefix + ":" + tag;
      }
      out.attribute(Tag.encode(" " + tag + "=\""), each.getValue().toString());
    }
  }

  private static QName name(String text) {
    try {
      QName name = QName.valueOf(text);
      if (Names.isNcName(name.getLocalPart())) {
        return name;
      }
    } catch (IllegalArgumentException malformed) {
      // Reported below, as other names that are none.
    }
    throw new EncodeException("\"" + text + "\" is no name of an attribute");
  }
}
