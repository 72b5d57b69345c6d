package org.calmanchor.core.codec;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.xml.DomReader;
import org.calmanchor.core.xml.DomWriter;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/**
 * Elements that stand for a wildcard (XML Schema 1.0 part 1, section 3.10.4).
 *
 * @param holder how they are held
 * @param globals the codecs of the contract's elements, for those that have to be validated
 * @param anyType the codec of elements that have any type, for those that are not declared; null if
 *     no element is validated
 */
record AnyContent(
    AnyHolder holder, Map<QName, MessageCodec> globals, @Nullable ElementCodec anyType) {
  private static final MessageOpener INPUTS = new MessageOpener(MessageLimits.DEFAULT);

  /** Reads the current element. */
  Object read(XmlIn in, Wildcard wildcard) {
    if (wildcard.processing() == Wildcard.Processing.SKIP || anyType == null) {
      return holder.hold(DomReader.read(in));
    }
    MessageCodec declared = globals.get(in.name());
    if (declared != null) {
      XmlOut out = XmlOut.held(false);
      declared.write(out, declared.read(in));
      String markup = new String(out.bytes(), StandardCharsets.UTF_8);
      return holder.hold(DomReader.parse(INPUTS, markup));
    }
    boolean isTyped = in.attributes().type() != null;
    if (wildcard.processing() == Wildcard.Processing.STRICT && !isTyped) {
      throw in.problem(Code.UNEXPECTED, "an element that a schema declares", in.localName())
          .within(in.localName());
    }
    String name = in.localName();
    Element element = DomReader.read(in);
    try {
      check(element, anyType);
    } catch (InvalidMessageException invalid) {
      throw invalid.within(name);
    }
    return holder.hold(element);
  }

  /** What is not declared has any type; what is declared inside of it is validated again. */
  private static void check(Element element, ElementCodec anyType) {
    XmlOut out = XmlOut.held(false);
    DomWriter.write(out, element);
    try (XmlIn in = INPUTS.open(new ByteArrayInputStream(out.bytes()), "UTF-8")) {
      in.nextElement();
      anyType.read(in);
    }
  }

  /** The name of an element that is held. */
  QName name(Object held) {
    Element element = holder.element(held);
    String namespace = element.getNamespaceURI();
    return new QName(namespace == null ? "" : namespace, element.getLocalName());
  }

  void write(XmlOut out, Object held) {
    DomWriter.write(out, holder.element(held));
  }
}
