package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.transform.Source;
import javax.xml.transform.dom.DOMSource;
import javax.xml.validation.Schema;
import org.calmanchor.core.Standards;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/**
 * Random requests of a document that are valid by the JDK's validator, and what it says of others.
 */
public final class ValidMessages {
  private final Contract contract;
  private final Schema schema;

  /** For the document {@code wsdl}, whose operation {@code send} has the request. */
  public ValidMessages(String wsdl, Contract contract) throws Exception {
    this.contract = contract;
    this.schema = JdkSchemas.of(Map.of("partner.wsdl", wsdl), contract);
  }

  /** The first error in an element; empty for none. */
  public String firstError(Source element) throws Exception {
    return Standards.firstError(schema, element);
  }

  /** Some valid requests, each without the name of a simple type: those are not compared. */
  public List<Source> some(int tries, Random random) throws Exception {
    ElementDeclaration element = contract.request(contract.operation("send"));
    List<Source> valid = new ArrayList<>();
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    for (int i = 0; i < tries && element != null; i++) {
      Document document = factory.newDocumentBuilder().newDocument();
      Element root = new RandomMessage(contract, random, document).element(element, 0);
      document.appendChild(root);
      Source source = new DOMSource(root);
      if (!namesOtherTypes(root) && firstError(source).isEmpty()) {
        valid.add(source);
      }
    }
    return valid;
  }

  /** Whether a type is named that is not derived from another one, or is no structure. */
  private boolean namesOtherTypes(Element root) {
    NodeList all = root.getElementsByTagNameNS("*", "*");
    boolean names = false;
    for (int i = 0; i < all.getLength(); i++) {
      String type = ((Element) all.item(i)).getAttributeNS(Names.XSI, "type");
      String local = type.substring(type.indexOf(':') + 1);
      names |=
          !type.isEmpty()
              && contract.schemas().stream()
                  .flatMap(schema -> schema.types().stream())
                  .noneMatch(
                      each ->
                          each instanceof ComplexType complex
                              && complex.base() != null
                              && complex.name() != null
                              && complex.name().getLocalPart().equals(local));
    }
    return names || root.hasAttributeNS(Names.XSI, "type");
  }
}
