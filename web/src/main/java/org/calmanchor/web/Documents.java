package org.calmanchor.web;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.calmanchor.web.http.QueryParameters;
import org.calmanchor.web.page.ServiceSite;
import org.jspecify.annotations.Nullable;

/**
 * The WSDL and schema documents of one service: {@code ?wsdl} contains the schemas, {@code
 * ?wsdl&xsd} imports them, {@code ?xsd=1} and on are the schemas. If the contract came first as a
 * document, {@code ?wsdl} is that document, and {@code ?document=1} and on are those that it
 * imports.
 */
final class Documents {
  private static final String TYPE = "text/xml; charset=";
  private static final String XML = TYPE + "utf-8";

  private final ServiceSite site;
  private final String address;

  /** Written on the first request; two threads may both write it, with the same result. */
  private volatile byte @Nullable [] single;

  private volatile ContractDocuments.@Nullable Separate separate;

  private volatile @Nullable List<DocumentSet.Document> published;

  /** Creates the documents of a service at {@code address}. */
  Documents(ServiceSite site, String address) {
    this.site = site;
    this.address = address;
  }

  void send(QueryParameters query, HttpResponse response) throws IOException {
    DocumentSet given = site.documents();
    if (given != null) {
      published(given, query, response);
      return;
    }
    if (!query.has("xsd") || !site.isFromJava()) {
      PageResponses.send(response, 200, XML, single());
      return;
    }
    if (query.has("wsdl")) {
      xml(response, separate().wsdl());
      return;
    }
    List<String> schemas = List.copyOf(separate().schemas().values());
    int number = number(query.value("xsd"));
    if (number < 1 || number > schemas.size()) {
      PageResponses.plain(
          response,
          404,
          "There is no such schema; there are ?xsd=1 to ?xsd=" + schemas.size() + ".");
    } else {
      xml(response, schemas.get(number - 1));
    }
  }

  private void published(DocumentSet given, QueryParameters query, HttpResponse response)
      throws IOException {
    List<DocumentSet.Document> known = published;
    if (known == null) {
      known = DocumentCopy.published(given, site.contract(), address, this::documentLocation);
      published = known;
    }
    boolean isMain = query.has("wsdl") && !query.has("document");
    int number = isMain ? 0 : number(query.value("document"));
    if (number >= known.size() || (number < 1 && !isMain)) {
      PageResponses.plain(
          response,
          404,
          known.size() == 1
              ? "There is no such document; ?wsdl imports none."
              : "There is no such document; there are ?document=1 to ?document="
                  + (known.size() - 1)
                  + ".");
      return;
    }
    DocumentSet.Document document = known.get(number);
    String type = TYPE + document.charset().name().toLowerCase(Locale.ROOT);
    PageResponses.send(response, 200, type, document.bytes());
  }

  private String documentLocation(int number) {
    return number == 0
        ? address + site.wsdlQuery()
        : address + "?document=" + number + "&service=" + site.serviceName();
  }

  private byte[] single() {
    byte[] known = single;
    if (known == null) {
      known = site.document(address).getBytes(StandardCharsets.UTF_8);
      single = known;
    }
    return known;
  }

  private ContractDocuments.Separate separate() {
    ContractDocuments.Separate known = separate;
    if (known == null) {
      known =
          ContractDocuments.writeSeparately(
              site.contract(), address, this::location, site.policy(address));
      separate = known;
    }
    return known;
  }

  private static void xml(HttpResponse response, String document) throws IOException {
    PageResponses.send(response, 200, XML, document.getBytes(StandardCharsets.UTF_8));
  }

  private static int number(@Nullable String text) {
    return text != null && text.matches("[0-9]{1,4}") ? Integer.parseInt(text) : 0;
  }

  private String location(String namespace) {
    List<String> namespaces =
        site.contract().schemas().stream().map(Schema::targetNamespace).toList();
    return address
        + "?xsd="
        + (namespaces.indexOf(namespace) + 1)
        + "&service="
        + site.serviceName();
  }
}
