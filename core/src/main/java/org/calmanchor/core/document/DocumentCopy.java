package org.calmanchor.core.document;

import java.net.URI;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.IntFunction;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/**
 * Copies of a set of documents in which locations are other ones. All else in them stays as it is,
 * byte for byte.
 */
public final class DocumentCopy {
  private final DocumentSet documents;
  private final Map<URI, String> locations = new HashMap<>();

  private DocumentCopy(DocumentSet documents) {
    this.documents = documents;
  }

  /**
   * The documents as files of one folder that lead to one another: the content of each file by its
   * name, the first document first. Schemas of standards that are in this library are not copied.
   */
  public static Map<String, byte[]> of(DocumentSet documents) {
    return new DocumentCopy(documents).files(null, (document, edits) -> {});
  }

  /**
   * The same files, in which the ports of a service are at its address.
   *
   * @param first the name of the first file
   * @param contract has the bindings of the service
   */
  public static Map<String, byte[]> of(
      DocumentSet documents, String first, Contract contract, String address) {
    return new DocumentCopy(documents)
        .files(first, (document, edits) -> addAddress(document.root(), contract, address, edits));
  }

  /**
   * The documents as a service publishes them: those that they import are at the given locations,
   * and its ports at its address.
   *
   * @param contract has the bindings of the service
   * @param locations gives the location of a document, counted from 0, the first one; null leaves
   *     locations of documents as they are
   */
  public static List<DocumentSet.Document> published(
      DocumentSet documents,
      Contract contract,
      String address,
      @Nullable IntFunction<String> locations) {
    return new DocumentCopy(documents).published(contract, address, locations);
  }

  private List<DocumentSet.Document> published(
      Contract contract, String address, @Nullable IntFunction<String> given) {
    int number = 0;
    for (DocumentSet.Document document : documents.all()) {
      if (given != null) {
        locations.put(document.location(), given.apply(number++));
      }
    }
    List<DocumentSet.Document> copies = new ArrayList<>();
    for (DocumentSet.Document document : documents.all()) {
      AttributeEdits edits = new AttributeEdits();
      addLocations(document.root(), edits);
      addAddress(document.root(), contract, address, edits);
      copies.add(document.with(edits.applied(document)));
    }
    return copies;
  }

  private static void addAddress(
      XmlNode definitions, Contract contract, String address, AttributeEdits edits) {
    for (XmlNode service : definitions.children(Names.WSDL, "service")) {
      for (XmlNode port : service.children(Names.WSDL, "port")) {
        QName name = port.resolve(port.attributeOr("binding", ""));
        for (Binding binding : contract.bindings()) {
          XmlNode soap = port.child(binding.version().bindingNamespace(), "address");
          if (binding.name().equals(name) && soap != null && soap.attribute("location") != null) {
            edits.set(soap, "location", address);
          }
        }
      }
    }
  }

  private Map<String, byte[]> files(
      @Nullable String first, BiConsumer<DocumentSet.Document, AttributeEdits> others) {
    Map<String, Integer> used = new HashMap<>();
    for (DocumentSet.Document document : documents.all()) {
      if (!SchemaCatalogue.isShipped(document.location())) {
        boolean isWsdl = document.root().is(Names.WSDL, "definitions");
        String name =
            first != null && used.isEmpty()
                ? first
                : name(document.location(), isWsdl ? ".wsdl" : ".xsd");
        int count = used.merge(name, 1, Integer::sum);
        int dot = name.lastIndexOf('.');
        locations.put(
            document.location(),
            count == 1 ? name : name.substring(0, dot) + "-" + count + name.substring(dot));
      }
    }
    Map<String, byte[]> files = new LinkedHashMap<>();
    for (DocumentSet.Document document : documents.all()) {
      String name = locations.get(document.location());
      if (name != null) {
        AttributeEdits edits = new AttributeEdits();
        addLocations(document.root(), edits);
        others.accept(document, edits);
        files.put(name, edits.applied(document));
      }
    }
    return files;
  }

  /** A plain file name; queries such as {@code ?wsdl} become a part of it. */
  private static String name(URI location, String extension) {
    String plain = Place.name(location).replaceAll("[^A-Za-z0-9._-]+", "-");
    String stem = plain.replaceAll("^[.-]+|[.-]+$", "");
    boolean hasExtension = stem.endsWith(".wsdl") || stem.endsWith(".xsd");
    return hasExtension ? stem : (stem.isEmpty() ? "document" : stem) + extension;
  }

  private void addLocations(XmlNode node, AttributeEdits edits) {
    URI location = documents.locationOf(node);
    String name = location == null ? null : locations.get(location);
    String attribute = node.is(Names.WSDL, "import") ? "location" : "schemaLocation";
    if (name != null && node.attribute(attribute) != null) {
      edits.set(node, attribute, name);
    }
    boolean holdsReferences =
        node.is(Names.WSDL, "definitions")
            || node.is(Names.WSDL, "types")
            || node.is(Names.XSD, "schema");
    if (holdsReferences) {
      node.children().forEach(child -> addLocations(child, edits));
    }
  }
}
