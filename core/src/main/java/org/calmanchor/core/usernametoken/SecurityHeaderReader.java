package org.calmanchor.core.usernametoken;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.access.Caller;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/**
 * Reads the header block of a message (SOAP Message Security 1.1, sections 5 and 10; UsernameToken
 * Profile 1.1, section 3).
 */
final class SecurityHeaderReader {
  /** How far a time may be from now, in either direction. */
  static final Duration WINDOW = Duration.ofMinutes(5);

  private static final int MOST_OF_NONCE = 256;

  private final Clock clock;

  SecurityHeaderReader(Clock clock) {
    this.clock = clock;
  }

  /**
   * The token of a message; null if it has none.
   *
   * @throws org.calmanchor.core.soap.SoapFaultException when a block is not as it has to be
   */
  @Nullable UsernameToken read(List<Element> blocks) {
    if (blocks.size() > 1) {
      throw SecurityFaults.invalid(
          "There is more than one Security header block for this service.");
    }
    if (blocks.isEmpty()) {
      return null;
    }
    Element token = null;
    Element timestamp = null;
    for (Element child : children(blocks.get(0))) {
      if (is(child, SecurityNames.WSSE, "UsernameToken")) {
        token = once(token, child);
      } else if (is(child, SecurityNames.WSU, "Timestamp")) {
        timestamp = once(timestamp, child);
      } else {
        throw SecurityFaults.unsupported(
            "Of security tokens, this service knows UsernameToken with Timestamp only.");
      }
    }
    if (timestamp != null) {
      check(timestamp);
    }
    return token == null ? null : token(token);
  }

  private static Element once(@Nullable Element former, Element found) {
    if (former != null) {
      throw SecurityFaults.invalid(found.getLocalName() + " occurs twice.");
    }
    return found;
  }

  private void check(Element timestamp) {
    Map<String, Element> parts = parts(timestamp);
    Element created = parts.get("Created");
    Element expires = parts.get("Expires");
    Instant now = clock.instant();
    Instant begin = created == null ? now : time(text(created));
    // Whoever does not say until when a message counts means a short time.
    Instant end = expires == null ? begin.plus(WINDOW) : time(text(expires));
    if (begin.isAfter(now.plus(WINDOW)) || end.isBefore(now)) {
      throw SecurityFaults.expired();
    }
  }

  private UsernameToken token(Element element) {
    Map<String, Element> parts = parts(element);
    Element name = parts.get("Username");
    Element password = parts.get("Password");
    if (name == null || password == null || !Caller.isName(text(name))) {
      throw SecurityFaults.invalidToken("A username token needs a Username and a Password.");
    }
    String type = password.getAttribute("Type");
    boolean isDigest = type.equals(SecurityNames.DIGEST);
    if (!isDigest && !type.isEmpty() && !type.equals(SecurityNames.TEXT)) {
      throw SecurityFaults.unsupported("The Type of Password is PasswordText or PasswordDigest.");
    }
    Element created = parts.get("Created");
    Element nonce = parts.get("Nonce");
    if (isDigest && (created == null || nonce == null)) {
      throw SecurityFaults.invalidToken("A digest needs Nonce and Created.");
    }
    // A nonce is remembered until its time is over, so it needs one.
    if (nonce != null && created == null) {
      throw SecurityFaults.invalidToken("A Nonce needs Created.");
    }
    String createdText = created == null ? "" : text(created);
    Instant time = created == null ? null : time(createdText);
    if (time != null && Duration.between(time, clock.instant()).abs().compareTo(WINDOW) > 0) {
      throw SecurityFaults.expired();
    }
    return new UsernameToken(
        text(name),
        text(password),
        isDigest,
        nonce == null ? new byte[0] : nonce(nonce),
        createdText,
        time);
  }

  private static byte[] nonce(Element nonce) {
    String encoding = nonce.getAttribute("EncodingType");
    String text = text(nonce).strip();
    if ((!encoding.isEmpty() && !encoding.equals(SecurityNames.BASE64))
        || text.isEmpty()
        || text.length() > MOST_OF_NONCE) {
      throw SecurityFaults.invalidToken(
          "A Nonce is base64 text of at most " + MOST_OF_NONCE + " characters.");
    }
    try {
      return Base64.getDecoder().decode(text);
    } catch (IllegalArgumentException malformed) {
      throw SecurityFaults.invalidToken("The Nonce is not base64 text.");
    }
  }

  private static Instant time(String text) {
    try {
      return OffsetDateTime.parse(text.strip()).toInstant();
    } catch (DateTimeException malformed) {
      throw SecurityFaults.invalid(
          "A time is UTC, such as 2027-06-11T08:43:00Z, or has another offset.");
    }
  }

  /** The children by their local names; those of other namespaces are left out. */
  private static Map<String, Element> parts(Element parent) {
    Map<String, Element> parts = new HashMap<>();
    for (Element child : children(parent)) {
      boolean isOurs =
          SecurityNames.WSSE.equals(child.getNamespaceURI())
              || SecurityNames.WSU.equals(child.getNamespaceURI());
      if (isOurs && parts.put(child.getLocalName(), child) != null) {
        throw SecurityFaults.invalidToken(child.getLocalName() + " occurs twice.");
      }
    }
    return parts;
  }

  private static String text(Element element) {
    if (!children(element).isEmpty()) {
      throw SecurityFaults.invalidToken(element.getLocalName() + " has text only.");
    }
    return element.getTextContent();
  }

  private static boolean is(Element element, String namespace, String name) {
    return namespace.equals(element.getNamespaceURI()) && name.equals(element.getLocalName());
  }

  private static List<Element> children(Element parent) {
    List<Element> children = new ArrayList<>();
    for (Node node = parent.getFirstChild(); node != null; node = node.getNextSibling()) {
      if (node instanceof Element child) {
        children.add(child);
      }
    }
    return children;
  }
}
