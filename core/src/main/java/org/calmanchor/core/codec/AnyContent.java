package org.calmanchor.core.codec;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.xml.DomReader;
import org.calmanchor.core.xml.DomWriter;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;

/**
 * Elements that stand for a wildcard (XML Schema 1.0 part 1, section 3.10.4).
 *
 * @param holder how they are held
 * @param globals the codecs of the contract's elements, for those that have to be validated
 */
record AnyContent(AnyHolder holder, Map<QName, MessageCodec> globals) {
  private static final MessageOpener INPUTS = new MessageOpener(MessageLimits.DEFAULT);

  /** Reads the current element. */
  Object read(XmlIn in, Wildcard wildcard) {
    boolean isSkipped = wildcard.processing() == Wildcard.Processing.SKIP;
    MessageCodec declared = isSkipped ? null : globals.get(in.name());
    if (declared == null) {
      if (wildcard.processing() == Wildcard.Processing.STRICT) {
        throw in.problem(Code.UNEXPECTED, "an element that a schema declares", in.localName())
            .within(in.localName());
      }
      return holder.hold(DomReader.read(in));
    }
    XmlOut out = XmlOut.held(false);
    declared.write(out, declared.read(in));
    String markup = new String(out.bytes(), StandardCharsets.UTF_8);
    return holder.hold(DomReader.parse(INPUTS, markup));
  }

  void write(XmlOut out, Object held) {
    DomWriter.write(out, holder.element(held));
  }
}
