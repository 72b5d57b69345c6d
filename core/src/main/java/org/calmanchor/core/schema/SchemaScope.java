package org.calmanchor.core.schema;

import java.net.URI;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;

/**
 * What a schema element says for all components in it.
 *
 * @param location the document that has it
 * @param namespace the target namespace; for a schema without one that another includes, that of
 *     the other (XML Schema 1.0 part 1, section 4.2.1)
 * @param isAdapted whether the namespace is that of another schema, so that names without namespace
 *     are in it, too
 * @param schema the schema element
 */
record SchemaScope(URI location, String namespace, boolean isAdapted, XmlNode schema) {

  /** The name to which {@code prefixed}, written at {@code node}, refers. */
  QName resolve(XmlNode node, String prefixed) {
    QName name = node.resolve(prefixed.strip());
    return isAdapted && name.getNamespaceURI().isEmpty()
        ? new QName(namespace, name.getLocalPart())
        : name;
  }

  /** The name of a global component. */
  QName global(String local) {
    return new QName(namespace, local);
  }

  /** The name of a local element, qualified or not. */
  QName localElement(XmlNode node, String local) {
    return local(node, local, "elementFormDefault");
  }

  /** The name of a local attribute, qualified or not. */
  QName localAttribute(XmlNode node, String local) {
    return local(node, local, "attributeFormDefault");
  }

  private QName local(XmlNode node, String local, String formDefault) {
    String form = node.attributeOr("form", schema.attributeOr(formDefault, "unqualified"));
    return form.strip().equals("qualified") ? global(local) : new QName(local);
  }
}
