package org.calmanchor.web;

import java.io.InputStream;
import java.io.OutputStream;
import java.security.Principal;
import java.time.Instant;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.jspecify.annotations.Nullable;

/**
 * An HTTP request and response as an endpoint sees them (SOAP 1.1, section 6; SOAP 1.2 part 2, 7).
 */
record SoapExchange(HttpRequest request, HttpResponse response) implements Request, Response {
  @Override
  public InputStream body() {
    return request.body();
  }

  @Override
  public @Nullable String contentType() {
    return request.header("Content-Type");
  }

  @Override
  public @Nullable String action() {
    String header = request.header("SOAPAction");
    if (header != null) {
      return unquoted(header.strip());
    }
    String type = contentType();
    int parameter = type == null ? -1 : type.indexOf("action=");
    if (type == null || parameter < 0) {
      return null;
    }
    String value = type.substring(parameter + "action=".length());
    int end = value.startsWith("\"") ? value.indexOf('"', 1) + 1 : value.indexOf(';');
    return unquoted(end <= 0 ? value.strip() : value.substring(0, end));
  }

  private static String unquoted(String text) {
    boolean isQuoted = text.length() > 1 && text.startsWith("\"") && text.endsWith("\"");
    return isQuoted ? text.substring(1, text.length() - 1) : text;
  }

  @Override
  public @Nullable Principal principal() {
    return request.principal();
  }

  @Override
  public String remoteAddress() {
    return request.remoteAddress();
  }

  @Override
  public @Nullable Instant deadline() {
    return request.deadline();
  }

  @Override
  public boolean isCancelled() {
    return request.isCancelled();
  }

  @Override
  public void incident(String id) {
    response.header("Incident-Id", id);
  }

  @Override
  public void begin(int status, @Nullable String contentType) {
    response.status(status);
    if (contentType != null) {
      response.header("Content-Type", contentType);
    }
  }

  @Override
  public OutputStream output() {
    return response.output();
  }

  @Override
  public void abort() {
    response.abort();
  }
}
