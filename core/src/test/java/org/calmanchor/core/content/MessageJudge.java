package org.calmanchor.core.content;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import javax.xml.validation.Schema;
import org.calmanchor.core.Standards;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.DynamicRequest;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** What the JDK's validator says of a message, and what our codec says. */
final class MessageJudge {
  private final Contract contract;
  private final Schema schema;
  private final DynamicMessages messages;

  MessageJudge(Corpus corpus, Contract contract) throws Exception {
    this.contract = contract;
    this.messages = DynamicMessages.of(contract);
    this.schema =
        corpus.isJudgedAsWritten()
            ? JdkSchemas.written(ContractDocuments.write(contract, "http://a/"), contract)
            : JdkSchemas.of(corpus.texts(), contract);
  }

  /** The first error in the body that the validator finds; empty for none. */
  String validator(byte[] message) throws Exception {
    Document document = parsed(message);
    NodeList bodies =
        document.getElementsByTagNameNS(document.getDocumentElement().getNamespaceURI(), "Body");
    Node child = bodies.item(0).getFirstChild();
    while (child != null && child.getNodeType() != Node.ELEMENT_NODE) {
      child = child.getNextSibling();
    }
    return child == null ? "" : Standards.firstError(schema, new DOMSource(child));
  }

  private static Document parsed(byte[] message) throws Exception {
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    return factory.newDocumentBuilder().parse(new ByteArrayInputStream(message));
  }

  /** The problem that our codec has with a request; empty for none. */
  String codec(byte[] message) {
    try {
      messages.validRequest(message);
      return "";
    } catch (IllegalArgumentException invalid) {
      return String.valueOf(invalid.getMessage());
    }
  }

  byte[] writtenAgain(byte[] message) {
    DynamicRequest read = messages.validRequest(message);
    return messages.request(
        read.operation(), SoapVersion.SOAP_1_1, read.values(), DynamicMessages.Layout.INDENTED);
  }

  /** A random request, one in two of them changed in one place. */
  byte[] random(ElementDeclaration element, Random random) throws Exception {
    Document document =
        parsed(
            ("<e:Envelope xmlns:e=\""
                    + SoapVersion.SOAP_1_1.envelopeNamespace()
                    + "\"><e:Body/></e:Envelope>")
                .getBytes(StandardCharsets.UTF_8));
    Element root = new RandomMessage(contract, random, document).element(element, 0);
    document.getDocumentElement().getFirstChild().appendChild(root);
    if (random.nextBoolean()) {
      new MessageMutation(random, document).apply(root);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    TransformerFactory.newInstance()
        .newTransformer()
        .transform(new DOMSource(document), new StreamResult(out));
    return out.toByteArray();
  }
}
