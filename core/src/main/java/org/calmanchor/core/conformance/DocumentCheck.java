package org.calmanchor.core.conformance;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;
import javax.xml.XMLConstants;
import javax.xml.transform.Source;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import javax.xml.validation.Validator;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;
import org.xml.sax.ErrorHandler;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;

/** Checks the document as a whole: its form and the order of its parts. */
final class DocumentCheck {
  private static final Set<String> ENCODINGS = Set.of("utf-8", "utf-16", "utf-16le", "utf-16be");

  private final XmlNode.Document document;
  private final Findings findings;
  private final Predicate<XmlNode> isFollowed;

  DocumentCheck(XmlNode.Document document, Findings findings, Predicate<XmlNode> isFollowed) {
    this.document = document;
    this.findings = findings;
    this.isFollowed = isFollowed;
  }

  void run(byte[] bytes) {
    XmlNode root = document.root();
    String encoding = document.encoding();
    if (encoding != null && !ENCODINGS.contains(encoding.toLowerCase(Locale.ROOT))) {
      findings.add(Rule.R4003, 1, "its encoding is " + encoding + ".");
    }
    if (document.version() != null && !document.version().equals("1.0")) {
      findings.add(Rule.R4004, 1, "it is XML " + document.version() + ".");
    }
    if (!WsdlView.isWsdl(root)) {
      findings.add(Rule.R2028, root, "its root is " + root.name() + ", not wsdl:definitions.");
      return;
    }
    validate(bytes);
    order(root);
    imports(root);
  }

  private void validate(byte[] bytes) {
    Validator validator = Standards.WSDL.newValidator();
    validator.setErrorHandler(new Reporter());
    try {
      validator.validate(new StreamSource(new ByteArrayInputStream(bytes)));
    } catch (SAXException fatal) {
      findings.add(Rule.R2028, 0, fatal.getMessage() + ".");
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
  }

  /** Turns every validation error into a finding; validation continues after it. */
  private final class Reporter implements ErrorHandler {
    @Override
    public void warning(SAXParseException warning) {}

    @Override
    public void error(SAXParseException error) {
      String words = String.valueOf(error.getMessage()).replaceFirst("^[\\w.-]+: ", "");
      findings.add(Rule.R2028, error.getLineNumber(), words);
    }

    @Override
    public void fatalError(SAXParseException error) throws SAXException {
      throw error;
    }
  }

  private void order(XmlNode root) {
    boolean sawTypes = false;
    boolean sawOther = false;
    for (XmlNode child : root.children()) {
      String local = child.name().getLocalPart();
      if (!child.name().getNamespaceURI().equals(Names.WSDL) || local.equals("documentation")) {
        continue;
      }
      if (local.equals("import") && (sawTypes || sawOther)) {
        findings.add(Rule.R2022, child, "a wsdl:import comes after other elements.");
      }
      if (local.equals("types") && sawOther) {
        findings.add(Rule.R2023, child, "the wsdl:types stand after other elements.");
      }
      sawTypes |= local.equals("types");
      sawOther |= !local.equals("import") && !local.equals("types");
    }
  }

  private void imports(XmlNode root) {
    for (XmlNode each : root.children(Names.WSDL, "import")) {
      String namespace = each.attributeOr("namespace", "");
      if (!isAbsolute(namespace)) {
        findings.add(Rule.R2803, each, "its namespace is \"" + namespace + "\".");
      }
      String location = each.attributeOr("location", "");
      if (location.isBlank()) {
        findings.add(Rule.R2007, each, "the import of " + namespace + " has no location.");
      } else if (!isFollowed.test(each)) {
        findings.add(Rule.NOT_FOLLOWED, each, "it imports " + location + ".");
      }
    }
  }

  static boolean isAbsolute(@Nullable String uri) {
    try {
      return uri != null && URI.create(uri).isAbsolute();
    } catch (IllegalArgumentException malformed) {
      return false;
    }
  }

  /** The schemas of WSDL 1.1 and its SOAP bindings, compiled on first use. */
  private static final class Standards {
    static final Schema WSDL = compiled("wsdl-1.1.xsd", "wsdl-soap11.xsd", "wsdl-soap12.xsd");

    private static Schema compiled(String... names) {
      Source[] sources = new Source[names.length];
      for (int i = 0; i < names.length; i++) {
        sources[i] = new StreamSource(DocumentCheck.class.getResourceAsStream(names[i]), names[i]);
      }
      try {
        SchemaFactory factory = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI);
        factory.setProperty(XMLConstants.ACCESS_EXTERNAL_SCHEMA, "");
        factory.setProperty(XMLConstants.ACCESS_EXTERNAL_DTD, "");
        return factory.newSchema(sources);
      } catch (SAXException broken) {
        throw new IllegalStateException("the library's own schemas do not compile", broken);
      }
    }
  }
}
