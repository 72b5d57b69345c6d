package org.calmanchor.core.xml;

import java.util.Set;
import java.util.function.BiConsumer;
import javax.xml.namespace.NamespaceContext;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.xml.InputProblem.Code;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/**
 * The attributes of the element at which a message is, and what XML Schema's own among them say
 * (XML Schema 1.0 part 1, section 2.6).
 */
public final class AttributesIn {
  /** XML Schema's own attributes (XML Schema 1.0 part 1, section 2.6). */
  private static final Set<String> OF_SCHEMA =
      Set.of("type", "nil", "schemaLocation", "noNamespaceSchemaLocation");

  /** Those of SOAP on a header block (SOAP 1.1, section 4.2; SOAP 1.2 part 1, section 5.2). */
  private static final Set<String> OF_SOAP =
      Set.of("mustUnderstand", "actor", "role", "relay", "encodingStyle");

  private final XMLStreamReader2 reader;
  private final InputLocation location;
  private String passed = "";
  private int count;

  AttributesIn(XMLStreamReader2 reader, InputLocation location) {
    this.reader = reader;
    this.location = location;
  }

  /** Moves to the attributes of another element, and returns their number. */
  int enter() {
    count = reader.getAttributeCount();
    return count;
  }

  /** The number of attributes of the element. */
  public int count() {
    return count;
  }

  /** The namespace of the attribute at {@code index}; empty for none. */
  public String namespace(int index) {
    String namespace = reader.getAttributeNamespace(index);
    return namespace == null ? "" : namespace;
  }

  /** The local name of the attribute at {@code index}. */
  public String name(int index) {
    return reader.getAttributeLocalName(index);
  }

  /** The attribute's name with the prefix that it was written with. */
  String prefixedName(int index) {
    return prefixed(reader.getAttributePrefix(index), name(index));
  }

  /** The value of the attribute at {@code index}. */
  public String value(int index) {
    return reader.getAttributeValue(index);
  }

  /** The value of the attribute with that name, or null. */
  public @Nullable String value(String namespace, String localName) {
    // With an empty namespace, the parser would return an attribute of any namespace.
    for (int i = 0; i < count; i++) {
      if (name(i).equals(localName) && namespace(i).equals(namespace)) {
        return value(i);
      }
    }
    return null;
  }

  /**
   * Whether {@code xsi:nil} is true.
   *
   * @throws InvalidMessageException when its value is no boolean
   */
  public boolean isNil() {
    String nil = count == 0 ? null : value(Names.XSI, "nil");
    if (nil == null) {
      return false;
    }
    return switch (WhiteSpace.collapse(nil)) {
      case "true", "1" -> true;
      case "false", "0" -> false;
      default -> throw location.problem(Code.VALUE, "true or false", nil).within("@xsi:nil");
    };
  }

  /**
   * The type in {@code xsi:type}, or null.
   *
   * @throws InvalidMessageException when it is no name
   */
  public @Nullable QName type() {
    String type = count == 0 ? null : value(Names.XSI, "type");
    if (type == null) {
      return null;
    }
    try {
      return name(type, scope());
    } catch (InvalidMessageException undeclared) {
      throw undeclared.within("@xsi:type");
    }
  }

  /**
   * Resolves a name with or without a prefix (Namespaces in XML 1.0, section 4).
   *
   * @throws InvalidMessageException when it is no name, or its prefix is not declared
   */
  public QName name(String text, PrefixScope scope) {
    String name = WhiteSpace.collapse(text);
    int colon = name.indexOf(':');
    String prefix = colon < 0 ? "" : name.substring(0, colon);
    String local = name.substring(colon + 1);
    if (!Names.isNcName(local) || (colon >= 0 && !Names.isNcName(prefix))) {
      throw location.problem(Code.VALUE, "a name, with or without a prefix", name);
    }
    String namespace = scope.namespaceOf(prefix);
    if (namespace == null) {
      throw location.problem(Code.VALUE, "a name whose prefix is declared", name);
    }
    return new QName(namespace, local);
  }

  static String prefixed(@Nullable String prefix, String name) {
    return prefix == null || prefix.isEmpty() ? name : prefix + ":" + name;
  }

  /**
   * Passes each namespace declaration of the element to {@code each}: prefix and namespace, either
   * may be empty.
   */
  void declarations(BiConsumer<String, String> each) {
    for (int i = 0; i < reader.getNamespaceCount(); i++) {
      String prefix = reader.getNamespacePrefix(i);
      String namespace = reader.getNamespaceURI(i);
      each.accept(prefix == null ? "" : prefix, namespace == null ? "" : namespace);
    }
  }

  /** The prefixes in scope at the element. */
  public PrefixScope scope() {
    NamespaceContext declared = reader.getNonTransientNamespaceContext();
    return prefix -> {
      String namespace = declared.getNamespaceURI(prefix);
      return namespace == null || namespace.isEmpty() ? (prefix.isEmpty() ? "" : null) : namespace;
    };
  }

  /** Allows attributes of that namespace on any element; empty to end this. */
  void pass(String namespace) {
    passed = namespace;
  }

  /** Whether XML Schema or SOAP allows the attribute at {@code index} on any element. */
  public boolean isForeign(int index) {
    String namespace = namespace(index);
    return namespace.equals(Names.XSI)
        ? OF_SCHEMA.contains(name(index))
        : !passed.isEmpty() && namespace.equals(passed) && OF_SOAP.contains(name(index));
  }
}
