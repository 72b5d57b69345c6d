package org.calmanchor.core.xml;

import com.fasterxml.aalto.in.ReaderConfig;
import com.fasterxml.aalto.stax.InputFactoryImpl;
import com.fasterxml.aalto.util.CharsetNames;
import java.io.InputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLInputFactory2;
import org.codehaus.stax2.XMLStreamReader2;
import org.codehaus.stax2.io.Stax2ByteArraySource;

/**
 * Creates fast parsers, which keep all names in a table. The table is dropped when senders have put
 * too many names into it. Safe for any number of threads.
 */
final class FastParserFactory {
  /** The parser's table of names is discarded when it has more names than this. */
  static final int MOST_NAMES = 4_000;

  /**
   * The table is discarded when its names that no contract contains have more characters than this.
   */
  private static final int MOST_UNKNOWN_CHARACTERS = 64 << 10;

  /** After messages with no more prefixes than this, the table is checked only now and then. */
  private static final int FEW_PREFIXES = 4;

  private static final int NOW_AND_THEN = 8;

  private volatile InputFactoryImpl factory = newFactory();

  // Not atomic: it does not matter exactly when the table is checked.
  private int messages;
  private int unknownCharacters;

  private static InputFactoryImpl newFactory() {
    InputFactoryImpl made = new InputFactoryImpl();
    harden(made);
    // The parser then reports a text before reading all of it, so a tag's limit does not apply to
    // texts.
    made.setProperty(XMLInputFactory2.P_LAZY_PARSING, true);
    return made;
  }

  /** Switches off what SOAP forbids: document type declarations and entities. */
  static void harden(XMLInputFactory factory) {
    factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, true);
    factory.setProperty(XMLInputFactory.IS_COALESCING, false);
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
  }

  XMLStreamReader2 open(byte[] message, int from, int length) throws XMLStreamException {
    return (XMLStreamReader2)
        factory.createXMLStreamReader(new Stax2ByteArraySource(message, from, length));
  }

  XMLStreamReader2 open(InputStream in) throws XMLStreamException {
    return (XMLStreamReader2) factory.createXMLStreamReader(in);
  }

  /** Records the names of a message that was read to its end, which are in the table now. */
  void learned(UnknownNames names) {
    unknownCharacters += names.characters();
    boolean isLooked = names.prefixes() > FEW_PREFIXES || ++messages % NOW_AND_THEN == 0;
    if (unknownCharacters > MOST_UNKNOWN_CHARACTERS || (isLooked && size() > MOST_NAMES)) {
      unknownCharacters = 0;
      factory = newFactory();
    }
  }

  /** The number of names in the table. */
  int size() {
    ReaderConfig shared = factory.getNonSharedConfig(null, null, null, false, false);
    shared.setActualEncoding(CharsetNames.CS_UTF8);
    return shared.getBBSymbols().size();
  }
}
