package org.calmanchor.core.wsdl;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.reading.Reading;

/** The documents of a service as files beside each other. */
public final class WsdlFiles {
  /** The address in documents whose service has no address yet; no host can have it (RFC 2606). */
  public static final String UNKNOWN_ADDRESS = "http://address-not-set.invalid/";

  private WsdlFiles() {}

  /**
   * The WSDL document of a service, and the documents that it imports. If the document came first,
   * these are copies of it and of all that it imports.
   *
   * @param fileName the name of the WSDL document
   * @param address the URL that the ports get
   * @param isSplit whether each schema gets a file of its own, with a number in its name; has no
   *     effect on a document that came first
   * @return contents by file name, the WSDL document first
   */
  public static Map<String, byte[]> of(
      Reading reading, String fileName, String address, boolean isSplit) {
    DocumentSet documents = reading.documents();
    if (documents != null) {
      return DocumentCopy.of(documents, fileName, reading.contract(), address);
    }
    Map<String, String> texts =
        isSplit
            ? split(fileName, reading.contract(), address)
            : Map.of(fileName, ContractDocuments.write(reading, address));
    Map<String, byte[]> files = new LinkedHashMap<>();
    texts.forEach((name, text) -> files.put(name, text.getBytes(StandardCharsets.UTF_8)));
    return files;
  }

  private static Map<String, String> split(String fileName, Contract contract, String address) {
    String stem = fileName.replaceFirst("\\.wsdl$", "");
    List<String> namespaces = contract.schemas().stream().map(Schema::targetNamespace).toList();
    ContractDocuments.Separate documents =
        ContractDocuments.writeSeparately(
            contract, address, namespace -> schemaFile(stem, namespaces.indexOf(namespace) + 1));
    Map<String, String> files = new LinkedHashMap<>();
    files.put(fileName, documents.wsdl());
    int number = 1;
    for (String schema : documents.schemas().values()) {
      files.put(schemaFile(stem, number++), schema);
    }
    return files;
  }

  private static String schemaFile(String stem, int number) {
    return stem + "-" + number + ".xsd";
  }
}
