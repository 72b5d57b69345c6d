package org.calmanchor.core.document;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.core.model.Names;

/**
 * A set of documents as files of one folder: their content is the same, but the locations in them
 * lead to one another.
 */
public final class DocumentCopy {
  private final DocumentSet documents;
  private final Map<URI, String> names = new HashMap<>();

  private DocumentCopy(DocumentSet documents) {
    this.documents = documents;
  }

  /**
   * The content of each file by its name, the first document first. Schemas of standards that are
   * in this library are not copied.
   */
  public static Map<String, byte[]> of(DocumentSet documents) {
    return new DocumentCopy(documents).files();
  }

  private Map<String, byte[]> files() {
    Map<String, Integer> used = new HashMap<>();
    for (DocumentSet.Document document : documents.all()) {
      if (!SchemaCatalogue.isShipped(document.location())) {
        boolean isWsdl = document.root().is(Names.WSDL, "definitions");
        String name = name(document.location(), isWsdl ? ".wsdl" : ".xsd");
        int count = used.merge(name, 1, Integer::sum);
        int dot = name.lastIndexOf('.');
        names.put(
            document.location(),
            count == 1 ? name : name.substring(0, dot) + "-" + count + name.substring(dot));
      }
    }
    Map<String, byte[]> files = new LinkedHashMap<>();
    for (DocumentSet.Document document : documents.all()) {
      String name = names.get(document.location());
      if (name != null) {
        files.put(name, rewritten(document));
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

  private byte[] rewritten(DocumentSet.Document document) {
    // Markup is ASCII in all usual encodings, and Latin-1 keeps all other bytes as they are.
    String text = new String(document.bytes(), StandardCharsets.ISO_8859_1);
    Map<String, String> locations = new LinkedHashMap<>();
    collect(document.root(), locations);
    for (Map.Entry<String, String> each : locations.entrySet()) {
      Pattern written =
          Pattern.compile(
              "((?:schemaL|l)ocation\\s*=\\s*[\"'])" + Pattern.quote(each.getKey()) + "(?=[\"'])");
      text = written.matcher(text).replaceAll("$1" + Matcher.quoteReplacement(each.getValue()));
    }
    return text.getBytes(StandardCharsets.ISO_8859_1);
  }

  private void collect(XmlNode node, Map<String, String> locations) {
    URI location = documents.locationOf(node);
    String name = location == null ? null : names.get(location);
    String attribute = node.is(Names.WSDL, "import") ? "location" : "schemaLocation";
    String written = node.attribute(attribute);
    if (name != null && written != null) {
      locations.put(escaped(written), name);
    }
    boolean holdsReferences =
        node.is(Names.WSDL, "definitions")
            || node.is(Names.WSDL, "types")
            || node.is(Names.XSD, "schema");
    if (holdsReferences) {
      node.children().forEach(child -> collect(child, locations));
    }
  }

  private static String escaped(String written) {
    return written.replace("&", "&amp;");
  }
}
