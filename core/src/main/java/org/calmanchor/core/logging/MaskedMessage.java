package org.calmanchor.core.logging;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.StringReader;
import java.util.ArrayDeque;
import java.util.Deque;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/**
 * A message as it went over the wire, but for its secrets: the content of elements and the values
 * of attributes whose names say so, and all of a security header. It is parsed, so that no prefix,
 * comment or CDATA section hides anything; what cannot be parsed is not shown. Used once.
 */
public final class MaskedMessage {
  private static final XMLInputFactory FACTORY = factory();
  private static final int MOST_DEPTH = 1_000;
  private static final String CUT = "\n\u2026";
  private static final String UNREADABLE =
      "\n\u2026 (what follows is no XML that can be read, and is not shown)";

  private final String text;
  private final StringBuilder shown = new StringBuilder();

  /** The local names of the open elements, the innermost first. */
  private final Deque<String> open = new ArrayDeque<>();

  /** The index up to which the text has been copied or masked. */
  private int at;

  /** The number of open elements, counted from the innermost, that are within a secret. */
  private int secret;

  private MaskedMessage(String text) {
    this.text = text;
  }

  private static XMLInputFactory factory() {
    WstxInputFactory factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, false);
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.getConfig().doParseLazily(false);
    return factory;
  }

  /**
   * The message with its secrets masked.
   *
   * @param isCut whether only its beginning is there
   */
  public static String of(String text, boolean isCut) {
    return text.isBlank() ? text : new MaskedMessage(text).masked(isCut);
  }

  private String masked(boolean isCut) {
    try {
      XMLStreamReader2 reader =
          (XMLStreamReader2) FACTORY.createXMLStreamReader(new StringReader(text));
      while (reader.hasNext()) {
        take(reader, reader.next());
      }
      return shown.toString();
    } catch (XMLStreamException unreadable) {
      // If the message is cut off, the text after the last complete tag may be a secret.
      return shown.append(isCut ? CUT : UNREADABLE).toString();
    }
  }

  private void take(XMLStreamReader2 reader, int event) throws XMLStreamException {
    int start = (int) reader.getLocationInfo().getStartingCharOffset();
    if (event == XMLStreamConstants.START_ELEMENT) {
      start(local(reader.getLocalName()), start, reader.isEmptyElement());
    } else if (event == XMLStreamConstants.END_ELEMENT) {
      end(start);
    } else if (event == XMLStreamConstants.END_DOCUMENT) {
      show(text.length());
    } else if (event == XMLStreamConstants.DTD) {
      throw new XMLStreamException("a document type, which no message may have");
    }
  }

  private void start(String name, int start, boolean isEmpty) throws XMLStreamException {
    if (open.size() == MOST_DEPTH) {
      throw new XMLStreamException("too deep to be looked at");
    }
    int end = tagEnd(start);
    if (secret == 0) {
      show(start);
      tag(start, end);
    }
    at = end;
    if (secret > 0 || SecretNames.isSecret(name, open.peek())) {
      if (++secret == 1 && !isEmpty) {
        shown.append(SecretNames.MASK);
      }
    }
    open.push(name);
  }

  private void end(int start) {
    open.pop();
    boolean isOutermost = secret == 1;
    secret = Math.max(0, secret - 1);
    // An empty-element tag has no end tag.
    boolean hasTag = start >= at && text.startsWith("</", start);
    if (isOutermost && hasTag) {
      at = start;
    }
    if (secret == 0 && hasTag) {
      show(tagEnd(start));
    }
  }

  private static String local(String name) {
    return name.substring(name.indexOf(':') + 1);
  }

  private void show(int end) {
    if (end > at) {
      shown.append(text, at, end);
      at = end;
    }
  }

  /** The index after the tag that begins at {@code start}; a ">" in quotes does not end it. */
  private int tagEnd(int start) {
    char quote = 0;
    for (int i = start; i < text.length(); i++) {
      char c = text.charAt(i);
      if (quote != 0) {
        quote = c == quote ? 0 : quote;
      } else if (c == '"' || c == '\'') {
        quote = c;
      } else if (c == '>') {
        return i + 1;
      }
    }
    return text.length();
  }

  /** Copies a well-formed tag, with its secret attributes masked. */
  private void tag(int start, int end) {
    int shownTo = start;
    for (int i = start; i < end; i++) {
      char c = text.charAt(i);
      if (c == '"' || c == '\'') {
        int close = text.indexOf(c, i + 1);
        if (SecretNames.isSecret(attribute(start, i))) {
          shown.append(text, shownTo, i + 1).append(SecretNames.MASK);
          shownTo = close;
        }
        i = close;
      }
    }
    shown.append(text, shownTo, end);
  }

  /** The local name of the attribute whose quote opens at {@code quote}. */
  private String attribute(int start, int quote) {
    int end = text.lastIndexOf('=', quote);
    while (end > start && Character.isWhitespace(text.charAt(end - 1))) {
      end--;
    }
    int begin = end;
    while (begin > start && !Character.isWhitespace(text.charAt(begin - 1))) {
      begin--;
    }
    // A namespace is never a secret, even if its prefix looks like one.
    return text.startsWith("xmlns", begin) ? "" : local(text.substring(begin, end));
  }
}
