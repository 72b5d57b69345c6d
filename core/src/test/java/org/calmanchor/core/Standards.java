package org.calmanchor.core;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.io.StringWriter;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.transform.Source;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.ErrorHandler;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;

/** The JDK's validator as the judge of what we write and accept. */
public final class Standards {
  private static final String FOLDER = "/standards/";
  private static final String PROFILE = "/org/calmanchor/core/conformance/";

  private Standards() {}

  /** The schemas of WSDL 1.1 with its SOAP bindings. */
  public static Schema wsdl() throws Exception {
    return schema(
        Map.of(),
        published("wsdl-1.1.xsd"),
        published("wsdl-soap11.xsd"),
        published("wsdl-soap12.xsd"));
  }

  /**
   * The schemas of both envelopes, and those inside a WSDL document: the first one, and what it
   * imports, by namespace.
   */
  public static Schema messages(String wsdl) throws Exception {
    Map<String, String> inside = new LinkedHashMap<>();
    NodeList schemas =
        parse(wsdl).getElementsByTagNameNS(XMLConstants.W3C_XML_SCHEMA_NS_URI, "schema");
    for (int i = 0; i < schemas.getLength(); i++) {
      Element schema = (Element) schemas.item(i);
      inside.put(schema.getAttribute("targetNamespace"), written(standAlone(schema)));
    }
    String first = inside.keySet().iterator().next();
    return schema(
        inside,
        source("soap-1.1.xsd"),
        source("soap-1.2.xsd"),
        new StreamSource(stream(inside.get(first)), first));
  }

  private static String written(Document document) throws Exception {
    StringWriter out = new StringWriter();
    TransformerFactory.newInstance()
        .newTransformer()
        .transform(new DOMSource(document), new StreamResult(out));
    return out.toString();
  }

  /** A schema element as a document of its own, with the prefixes of the one around it. */
  private static Document standAlone(Element schema) throws Exception {
    Document document = builder().newDocumentBuilder().newDocument();
    Element copy = (Element) document.importNode(schema, true);
    var around = schema.getOwnerDocument().getDocumentElement().getAttributes();
    for (int i = 0; i < around.getLength(); i++) {
      if (around.item(i).getNodeName().startsWith("xmlns:")) {
        copy.setAttributeNS(
            XMLConstants.XMLNS_ATTRIBUTE_NS_URI,
            around.item(i).getNodeName(),
            around.item(i).getNodeValue());
      }
    }
    document.appendChild(copy);
    return document;
  }

  /** The same as text. */
  public static String standAloneText(Element schema) throws Exception {
    return written(standAlone(schema));
  }

  /** Finds the text of a schema by its namespace and location; null if there is none. */
  @FunctionalInterface
  public interface Resolver {
    String find(String namespace, String systemId, String base);
  }

  /** Compiles the schemas at {@code roots}; well-known namespaces have those that we ship. */
  public static Schema schema(Resolver resolver, List<String> roots, Map<String, String> texts)
      throws Exception {
    SchemaFactory factory = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI);
    factory.setProperty(XMLConstants.ACCESS_EXTERNAL_SCHEMA, "");
    factory.setProperty(XMLConstants.ACCESS_EXTERNAL_DTD, "");
    factory.setErrorHandler(new Strict());
    factory.setResourceResolver(
        (type, namespace, publicId, systemId, base) -> {
          String shipped = SHIPPED.get(String.valueOf(namespace));
          if (shipped != null) {
            return LocalInput.ofResource("/org/calmanchor/core/document/" + shipped);
          }
          String text = resolver.find(namespace, systemId, base);
          if (text == null) {
            return null;
          }
          String whole =
              systemId == null
                  ? "namespace:" + namespace
                  : URI.create(base == null ? "memory:/" : base.replaceAll("\\?.*", ""))
                      .resolve(systemId)
                      .toString();
          return LocalInput.ofText(whole, text);
        });
    Source[] sources =
        roots.stream()
            .map(root -> new StreamSource(stream(texts.get(root)), root))
            .toArray(Source[]::new);
    return factory.newSchema(sources);
  }

  private static final Map<String, String> SHIPPED =
      Map.of(
          XMLConstants.XML_NS_URI,
          "xml.xsd",
          "http://schemas.xmlsoap.org/soap/encoding/",
          "soap-encoding-1.1.xsd",
          "http://www.w3.org/2005/08/addressing",
          "addressing.xsd",
          "http://www.w3.org/2005/05/xmlmime",
          "xmlmime.xsd");

  /** The first error of {@code document}, or an empty string when it is valid. */
  public static String firstError(Schema schema, String document) throws Exception {
    return firstError(schema, new StreamSource(stream(document)));
  }

  /** The first error of {@code document}, or an empty string when it is valid. */
  public static String firstError(Schema schema, Source document) throws Exception {
    var validator = schema.newValidator();
    validator.setErrorHandler(new Strict());
    try {
      validator.validate(document);
      return "";
    } catch (SAXException invalid) {
      return invalid.getMessage();
    }
  }

  /** A document as a tree. */
  public static Document parse(String document) throws Exception {
    return builder().newDocumentBuilder().parse(stream(document));
  }

  private static DocumentBuilderFactory builder() {
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    return factory;
  }

  private static InputStream stream(String document) {
    return new ByteArrayInputStream(document.getBytes(StandardCharsets.UTF_8));
  }

  /** One schema document that imports nothing. */
  public static Schema schema(String document) throws Exception {
    return schema(Map.of(), new StreamSource(stream(document), "schema.xsd"));
  }

  private static Source published(String name) {
    return new StreamSource(Standards.class.getResourceAsStream(PROFILE + name), name);
  }

  private static Source source(String name) {
    return new StreamSource(Standards.class.getResourceAsStream(FOLDER + name), name);
  }

  private static Schema schema(Map<String, String> inside, Source... sources) throws Exception {
    SchemaFactory factory = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI);
    factory.setProperty(XMLConstants.ACCESS_EXTERNAL_SCHEMA, "");
    factory.setProperty(XMLConstants.ACCESS_EXTERNAL_DTD, "");
    factory.setErrorHandler(new Strict());
    factory.setResourceResolver(
        (type, namespace, publicId, systemId, base) -> {
          String text = inside.get(namespace);
          if (text != null) {
            return LocalInput.ofText(namespace, text);
          }
          String file =
              switch (String.valueOf(namespace)) {
                case XMLConstants.XML_NS_URI -> FOLDER + "xml.xsd";
                default -> null;
              };
          return file == null ? null : LocalInput.ofResource(file);
        });
    return factory.newSchema(sources);
  }

  private static final class Strict implements ErrorHandler {
    @Override
    public void warning(SAXParseException e) {}

    @Override
    public void error(SAXParseException e) throws SAXException {
      throw e;
    }

    @Override
    public void fatalError(SAXParseException e) throws SAXException {
      throw e;
    }
  }
}
