package org.calmanchor.core.document;

import java.net.URI;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** A document and all documents that it needs, by location. Immutable. */
public final class DocumentSet {
  private final URI root;
  private final Map<URI, Document> documents;
  private final Map<XmlNode, URI> references;

  /**
   * A document that was read.
   *
   * @param location where it is
   * @param xml its elements
   * @param bytes its content, not copied
   */
  public record Document(URI location, XmlNode.Document xml, byte[] bytes) {
    /** Its root element. */
    public XmlNode root() {
      return xml.root();
    }

    /** Its name: the last step of its location. */
    public String name() {
      return Place.name(location);
    }

    /** The encoding of its content. */
    public Charset charset() {
      boolean isWide = bytes.length > 1 && (bytes[0] & bytes[1] & 0xFF) == 0xFE;
      String declared = xml.encoding();
      return isWide
          ? StandardCharsets.UTF_16
          : declared == null ? StandardCharsets.UTF_8 : Charset.forName(declared);
    }

    /** Its content as text. */
    public String text() {
      return new String(bytes, charset());
    }

    /** The same document with another content. */
    Document with(byte[] changed) {
      return new Document(location, xml, changed);
    }
  }

  DocumentSet(URI root, Map<URI, Document> documents, Map<XmlNode, URI> references) {
    this.root = root;
    this.documents = new LinkedHashMap<>(documents);
    this.references = references;
  }

  /** The location of the document that needs the others. */
  public URI location() {
    return root;
  }

  /** The document that needs the others; null if it could not be read. */
  public @Nullable Document root() {
    return documents.get(root);
  }

  /** All documents, the first one first. */
  public Iterable<Document> all() {
    return documents.values();
  }

  /**
   * The document to which an import or include refers; null if it gives no location, or if that
   * could not be read.
   */
  public @Nullable Document referred(XmlNode reference) {
    URI location = references.get(reference);
    return location == null ? null : documents.get(location);
  }

  /** Where an import or include refers to; null if it gives no location. */
  public @Nullable URI locationOf(XmlNode reference) {
    return references.get(reference);
  }

  @Override
  public String toString() {
    return Objects.toString(documents.keySet());
  }
}
