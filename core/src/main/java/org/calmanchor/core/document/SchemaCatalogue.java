package org.calmanchor.core.document;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Where the schemas of some namespaces are, whatever location a document gives. It always knows the
 * schemas of the standards that many documents import; they are in this library. Immutable.
 */
public final class SchemaCatalogue {
  private static final String SCHEME = "calm-anchor";

  /** Only the schemas of the standards. */
  public static final SchemaCatalogue STANDARDS = new SchemaCatalogue(standards());

  private final Map<String, URI> locations;

  private SchemaCatalogue(Map<String, URI> locations) {
    this.locations = Map.copyOf(locations);
  }

  private static Map<String, URI> standards() {
    Map<String, URI> all = new HashMap<>();
    all.put("http://www.w3.org/XML/1998/namespace", shipped("xml.xsd"));
    all.put("http://schemas.xmlsoap.org/soap/envelope/", shipped("soap-1.1.xsd"));
    all.put("http://www.w3.org/2003/05/soap-envelope", shipped("soap-1.2.xsd"));
    all.put("http://schemas.xmlsoap.org/soap/encoding/", shipped("soap-encoding-1.1.xsd"));
    all.put("http://www.w3.org/2005/08/addressing", shipped("addressing.xsd"));
    all.put("http://www.w3.org/2005/05/xmlmime", shipped("xmlmime.xsd"));
    String security = "http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-wssecurity-";
    all.put(security + "utility-1.0.xsd", shipped("security-utility.xsd"));
    all.put(security + "secext-1.0.xsd", shipped("security.xsd"));
    return all;
  }

  private static URI shipped(String name) {
    return URI.create(SCHEME + ":/" + name);
  }

  /**
   * The same catalogue, with the schema of {@code namespace} at {@code location}. The document
   * source opens it.
   */
  public SchemaCatalogue with(String namespace, URI location) {
    Map<String, URI> more = new HashMap<>(locations);
    more.put(namespace, location);
    return new SchemaCatalogue(more);
  }

  /** The location of the schema of {@code namespace}; null if it is not in the catalogue. */
  @Nullable URI locate(@Nullable String namespace) {
    return namespace == null ? null : locations.get(namespace);
  }

  /** Whether the document at {@code location} is one of a standard, contained in this library. */
  public static boolean isShipped(URI location) {
    return SCHEME.equals(location.getScheme());
  }

  static InputStream open(URI location) throws IOException {
    String name = location.getPath().substring(1);
    InputStream in = SchemaCatalogue.class.getResourceAsStream(name);
    if (in == null) {
      throw new IOException("There is no schema " + name + " in this library.");
    }
    return in;
  }
}
