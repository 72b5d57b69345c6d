package org.calmanchor.core.document;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.ProblemCode;
import org.jspecify.annotations.Nullable;

/** Loads a document and what it refers to, each location once, within limits. */
public final class DocumentLoader {
  private static final Pattern HTML =
      Pattern.compile("[^<]*<(!doctype\\s+)?html\\b", Pattern.CASE_INSENSITIVE);

  private final DocumentSource source;
  private final SchemaCatalogue catalogue;
  private final DocumentLimits limits;
  private final DocumentProblems problems;
  private final Map<URI, DocumentSet.Document> documents = new LinkedHashMap<>();
  private final Map<XmlNode, URI> references = new HashMap<>();
  private final Deque<Wanted> wanted = new ArrayDeque<>();
  private final Map<URI, Boolean> tried = new LinkedHashMap<>();
  private final long end;
  private long bytes;
  private int elements;

  /** A document to load. {@code from} and {@code reference} say where it was asked for. */
  private record Wanted(URI location, URI from, @Nullable XmlNode reference) {}

  private DocumentLoader(
      DocumentSource source,
      SchemaCatalogue catalogue,
      DocumentLimits limits,
      DocumentProblems problems) {
    this.source = source;
    this.catalogue = catalogue;
    this.limits = limits;
    this.problems = problems;
    this.end = System.nanoTime() + limits.time().toNanos();
  }

  /**
   * Reads the document at {@code root} and what it imports and includes. Problems are added to
   * {@code problems}; the documents that they concern are left out.
   *
   * @param root an absolute location
   * @param source opens the documents
   */
  public static DocumentSet load(
      URI root,
      DocumentSource source,
      SchemaCatalogue catalogue,
      DocumentLimits limits,
      DocumentProblems problems) {
    return new DocumentLoader(source, catalogue, limits, problems).load(root);
  }

  private DocumentSet load(URI root) {
    wanted.add(new Wanted(root, root, null));
    while (!wanted.isEmpty()) {
      Wanted next = wanted.remove();
      if (tried.putIfAbsent(next.location(), true) == null && !load(next)) {
        break;
      }
    }
    return new DocumentSet(root, documents, references);
  }

  /** Loads one document. Returns false if a limit was reached, so that no other can be loaded. */
  private boolean load(Wanted next) {
    if (documents.size() == limits.documents()) {
      return tooLarge(next, "more than " + limits.documents() + " documents");
    }
    if (System.nanoTime() - end > 0) {
      return tooLarge(next, "more than " + limits.time().toSeconds() + " seconds to be read");
    }
    byte[] content;
    try (InputStream in = open(next.location())) {
      content = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, limits.bytes() - bytes + 1));
    } catch (IOException unreadable) {
      problems.add(
          problem(
              ProblemCode.DOCUMENT_NOT_OPENED,
              next,
              Place.name(next.location()) + " could not be read: " + reason(unreadable),
              next.reference() == null
                  ? "Check that its location is right, and that it can be reached from here."
                  : "Put the document there, allow its location, or map its namespace to a file."));
      return true;
    }
    bytes += content.length;
    if (bytes > limits.bytes()) {
      return tooLarge(next, "more than " + limits.bytes() + " bytes");
    }
    try {
      XmlNode.Document read = XmlNode.read(content, limits.components() - elements);
      elements += read.elements();
      add(next.location(), read, content);
    } catch (XmlNode.TooManyElementsException tooMany) {
      return tooLarge(next, "more than " + limits.components() + " XML elements");
    } catch (XmlNode.UnreadableException malformed) {
      problems.add(unreadable(Place.name(next.location()), content, malformed));
    }
    return true;
  }

  private static Problem unreadable(
      String name, byte[] content, XmlNode.UnreadableException malformed) {
    if (isHtml(content)) {
      return new Problem(
          ProblemCode.DOCUMENT_UNREADABLE,
          name,
          "it is an HTML page, not a WSDL or schema document.",
          "Give the URL of the document; that of a service mostly ends in ?wsdl.");
    }
    return new Problem(
        ProblemCode.DOCUMENT_UNREADABLE,
        name + (malformed.line() > 0 ? ":" + malformed.line() : ""),
        malformed.getMessage() + ".",
        "Ask whoever wrote the document for one that is well-formed XML without DOCTYPE.");
  }

  private static boolean isHtml(byte[] content) {
    int most = Math.min(content.length, 200);
    String start = new String(content, 0, most, StandardCharsets.ISO_8859_1);
    return HTML.matcher(start).lookingAt();
  }

  private static String reason(IOException unreadable) {
    if (unreadable instanceof java.io.FileNotFoundException
        || unreadable instanceof java.nio.file.NoSuchFileException) {
      return "there is no such document.";
    }
    String message = unreadable.getMessage();
    return message == null || message.isEmpty() ? "it cannot be opened." : message;
  }

  private InputStream open(URI location) throws IOException {
    return SchemaCatalogue.isShipped(location)
        ? SchemaCatalogue.open(location)
        : source.open(location);
  }

  private boolean tooLarge(Wanted next, String what) {
    problems.add(
        problem(
            ProblemCode.DOCUMENT_TOO_LARGE,
            next,
            "the document and all that it imports need " + what + ".",
            "Raise that limit if the documents can be trusted."));
    return false;
  }

  private static Problem problem(ProblemCode code, Wanted next, String what, String fix) {
    XmlNode reference = next.reference();
    String place = reference == null ? Place.name(next.from()) : Place.of(next.from(), reference);
    return new Problem(code, place, what, fix);
  }

  private void add(URI location, XmlNode.Document read, byte[] content) {
    documents.put(location, new DocumentSet.Document(location, read, content));
    XmlNode root = read.root();
    if (root.is(Names.WSDL, "definitions")) {
      for (XmlNode reference : root.children(Names.WSDL, "import")) {
        want(location, reference, reference.attribute("location"), null);
      }
      for (XmlNode types : root.children(Names.WSDL, "types")) {
        types.children(Names.XSD, "schema").forEach(schema -> follow(location, schema));
      }
    } else if (root.is(Names.XSD, "schema")) {
      follow(location, root);
    }
  }

  private void follow(URI location, XmlNode schema) {
    List<XmlNode> followed = new ArrayList<>(schema.children(Names.XSD, "include"));
    followed.addAll(schema.children(Names.XSD, "redefine"));
    for (XmlNode reference : followed) {
      want(location, reference, reference.attribute("schemaLocation"), null);
    }
    for (XmlNode reference : schema.children(Names.XSD, "import")) {
      want(
          location,
          reference,
          reference.attribute("schemaLocation"),
          catalogue.locate(reference.attribute("namespace")));
    }
  }

  private void want(
      URI from, XmlNode reference, @Nullable String written, @Nullable URI catalogued) {
    if (catalogued != null) {
      want(from, reference, catalogued);
    } else if (written != null && !written.isBlank()) {
      try {
        want(from, reference, Locations.resolve(from, written.strip()));
      } catch (IllegalArgumentException malformed) {
        problems.add(
            problem(
                ProblemCode.DOCUMENT_NOT_OPENED,
                new Wanted(from, from, reference),
                "\"" + written + "\" is no location.",
                "Write a URL, or a path relative to this document."));
      }
    }
  }

  private void want(URI from, XmlNode reference, URI location) {
    references.put(reference, location);
    wanted.add(new Wanted(location, from, reference));
  }
}
