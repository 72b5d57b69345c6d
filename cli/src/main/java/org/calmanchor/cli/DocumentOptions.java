package org.calmanchor.cli;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.Progress;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentLoader;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The options for documents of others, and how they are read. */
public final class DocumentOptions {
  @Spec(Spec.Target.MIXEE)
  private CommandSpec command = CommandSpec.create();

  @Option(
      names = "--allow",
      paramLabel = "URL",
      description =
          "Also read documents whose URL begins with this one. Without it, a document from a URL"
              + " may import documents of the same host, and a file may import files. Repeatable.")
  private List<URI> allowed = new ArrayList<>();

  @Option(
      names = "--map",
      paramLabel = "NAMESPACE=FILE",
      description = "Read the schema of a namespace from this file. Repeatable.")
  private Map<String, Path> mapped = new LinkedHashMap<>();

  @Mixin private TrustOptions trust = new TrustOptions();

  /** Creates the options, for the command line. */
  public DocumentOptions() {}

  /** The options for TLS with the server of a document. */
  TrustOptions trust() {
    return trust;
  }

  /** Whether a text names a document rather than a class. */
  public static boolean isDocument(String text) {
    return isUrl(text) || text.contains("/") || text.matches(".*\\.(wsdl|xml|xsd)");
  }

  private static boolean isUrl(String text) {
    return text.startsWith("http://") || text.startsWith("https://");
  }

  /**
   * Reads a WSDL document and what it imports.
   *
   * @param text a file or a URL
   */
  public ReadDocument read(String text) {
    return read(text, ContractDocuments::read);
  }

  /**
   * Reads an XML Schema document and what it imports.
   *
   * @param text a file or a URL
   */
  public ReadDocument readSchema(String text) {
    return read(text, ContractDocuments::readSchema);
  }

  private ReadDocument read(String text, Function<DocumentSet, ReadDocument> reader) {
    return Progress.during(
        command,
        "Reading " + text,
        () -> {
          DocumentProblems problems = new DocumentProblems();
          DocumentSet documents = load(text, problems);
          problems.throwIfAny(documents.location());
          return reader.apply(documents);
        });
  }

  /**
   * Loads a WSDL document and what it imports; what cannot be loaded is left out.
   *
   * @param text a file or a URL
   */
  DocumentSet load(String text, DocumentProblems problems) {
    SchemaCatalogue catalogue = SchemaCatalogue.STANDARDS;
    for (Map.Entry<String, Path> each : mapped.entrySet()) {
      catalogue = catalogue.with(each.getKey(), file(each.getValue().toString()));
    }
    URI location = isUrl(text) ? url(text) : file(text);
    return DocumentLoader.load(
        location, source(location), catalogue, DocumentLimits.DEFAULT, problems);
  }

  private static URI url(String text) {
    try {
      return URI.create(text);
    } catch (IllegalArgumentException malformed) {
      throw CommandException.usage("\"" + text + "\" is no URL.");
    }
  }

  private static URI file(String text) {
    try {
      Path file = Path.of(text);
      if (Files.isRegularFile(file)) {
        return file.toAbsolutePath().normalize().toUri();
      }
    } catch (InvalidPathException noPath) {
      // Reported below, as a file that is not there.
    }
    throw CommandException.usage("There is no file " + text + " that can be read.");
  }

  private DocumentSource source(URI root) {
    DocumentSource files = DocumentSource.files();
    HttpDocuments http = new HttpDocuments(trust);
    boolean isLocal = "file".equals(root.getScheme());
    List<URI> mappedFiles = mapped.values().stream().map(path -> file(path.toString())).toList();
    return location -> {
      boolean isHttp = "http".equals(location.getScheme()) || "https".equals(location.getScheme());
      if (!isHttp) {
        boolean mayOpen = isLocal || mappedFiles.contains(location);
        return mayOpen ? files.open(location) : refused(location);
      }
      boolean mayFetch = (!isLocal && isOfSameHost(root, location)) || isAllowed(location);
      return mayFetch ? http.open(location) : refused(location);
    };
  }

  private static boolean isOfSameHost(URI one, URI other) {
    return one.getScheme().equals(other.getScheme())
        && String.valueOf(one.getAuthority()).equals(other.getAuthority());
  }

  private boolean isAllowed(URI location) {
    return allowed.stream().anyMatch(prefix -> location.toString().startsWith(prefix.toString()));
  }

  private static InputStream refused(URI location) throws IOException {
    throw new IOException(
        "it is at another place than the document that imports it. Allow it with --allow "
            + location
            + ".");
  }
}
