package org.calmanchor.core.wsdl;

import java.net.URI;
import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentLoader;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/**
 * Contracts as WSDL 1.1 and XML Schema documents: writes them, and reads those of others. The same
 * contract and address give the same text, always. Safe for any number of threads.
 */
public final class ContractDocuments {
  private ContractDocuments() {}

  /**
   * A WSDL document that imports its schemas, and the documents of these schemas.
   *
   * @param wsdl the text of the WSDL document
   * @param schemas the texts of the schema documents by target namespace, in the contract's order
   */
  public record Separate(String wsdl, Map<String, String> schemas) {
    /** Copies the schemas, in their order. */
    public Separate {
      schemas = Collections.unmodifiableMap(new LinkedHashMap<>(schemas));
    }
  }

  /**
   * Reads the WSDL document at {@code location} and all that it imports and includes.
   *
   * @param location an absolute location
   * @param source opens the documents; it decides which locations are allowed
   * @param catalogue where the schemas of some namespaces are
   * @param limits what the documents may need
   * @throws org.calmanchor.core.problem.ContractException when the documents cannot be read or
   *     break their rules, or when no operation is left that SOAP can carry; has all problems
   */
  public static ReadDocument read(
      URI location, DocumentSource source, SchemaCatalogue catalogue, DocumentLimits limits) {
    return new WsdlReader(location).read(source, catalogue, limits);
  }

  /**
   * Reads the first of some documents, which must be complete.
   *
   * @throws org.calmanchor.core.problem.ContractException as for a document at a location
   */
  public static ReadDocument read(DocumentSet documents) {
    return new WsdlReader(documents.location()).read(documents);
  }

  /** Reads the WSDL document in a file, and the files that it imports and includes. */
  public static ReadDocument read(Path file) {
    return read(
        file.toUri(), DocumentSource.files(), SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT);
  }

  /**
   * Reads the XML Schema document in a set of documents, which must be complete: a contract that
   * has schemas only.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem
   */
  public static ReadDocument readSchema(DocumentSet documents) {
    return new SchemaDocumentReader(documents.location(), new DocumentProblems()).read(documents);
  }

  /**
   * Reads the XML Schema document at {@code location} and all that it imports and includes: a
   * contract that has schemas only.
   *
   * @param location an absolute location
   * @throws org.calmanchor.core.problem.ContractException with every problem
   */
  public static ReadDocument readSchema(
      URI location, DocumentSource source, SchemaCatalogue catalogue, DocumentLimits limits) {
    DocumentProblems problems = new DocumentProblems();
    DocumentSet documents = DocumentLoader.load(location, source, catalogue, limits, problems);
    problems.throwIfAny(location);
    return new SchemaDocumentReader(location, problems).read(documents);
  }

  /**
   * The text of a service's WSDL document: the one that came first, or one that is written from the
   * code and contains its schemas.
   *
   * @param address the URL that the ports get
   */
  public static String write(Reading reading, String address) {
    return write(reading, address, CallerPolicy.NONE);
  }

  /** The same with what a host asks of callers; a document that came first does not say it. */
  public static String write(Reading reading, String address, CallerPolicy policy) {
    DocumentSet documents = reading.documents();
    return documents == null
        ? new WsdlWriter(reading.contract(), address, null, policy).write()
        : DocumentCopy.published(documents, reading.contract(), address, null).get(0).text();
  }

  /**
   * Writes one WSDL document that contains its schemas.
   *
   * @param address the URL that all ports of the contract get
   * @return the document's text, to be encoded as UTF-8
   */
  public static String write(Contract contract, String address) {
    return new WsdlWriter(contract, address, null, CallerPolicy.NONE).write();
  }

  /**
   * Writes a WSDL document that imports its schemas, and one document for each schema.
   *
   * @param address the URL that all ports of the contract get
   * @param locations gives the schemaLocation for a target namespace; null leaves it out
   * @return the texts of the documents, each to be encoded as UTF-8
   */
  public static Separate writeSeparately(
      Contract contract, String address, Function<String, @Nullable String> locations) {
    return writeSeparately(contract, address, locations, CallerPolicy.NONE);
  }

  /** The same with what a host asks of callers. */
  public static Separate writeSeparately(
      Contract contract,
      String address,
      Function<String, @Nullable String> locations,
      CallerPolicy policy) {
    Map<String, String> schemas = new LinkedHashMap<>();
    for (Schema schema : contract.schemas()) {
      XmlText text = new XmlText();
      DocumentPrefixes own = DocumentPrefixes.ofSchema(contract, schema);
      new SchemaWriter(text, own).write(schema, own.declarations(), locations);
      schemas.put(schema.targetNamespace(), text.toString());
    }
    return new Separate(new WsdlWriter(contract, address, locations, policy).write(), schemas);
  }
}
