package org.calmanchor.web;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.tree.TreeMessages;
import org.calmanchor.web.page.ServiceSite;

/**
 * What a service's page asks of the server: the envelope for a tree of values, and the typed
 * outcome of an answer. The page itself knows no XML.
 */
final class PageCalls {
  private static final int MOST_BYTES = 4 << 20;

  private final ServiceSite service;

  PageCalls(ServiceSite service) {
    this.service = service;
  }

  void answer(String what, HttpRequest request, HttpResponse response) throws IOException {
    String type = request.header("Content-Type");
    if (type == null || !type.startsWith("application/json")) {
      refuse(response, 415, "Send application/json.");
      return;
    }
    byte[] body = request.body().readNBytes(MOST_BYTES + 1);
    if (body.length > MOST_BYTES) {
      refuse(response, 413, "More than " + MOST_BYTES + " bytes are not taken by the page.");
      return;
    }
    try {
      Map<String, Object> question = JSON.std.mapFrom(body);
      switch (what) {
        case "request" -> json(response, 200, envelope(question));
        case "answer" -> json(response, 200, outcome(question));
        default -> refuse(response, 404, "The page cannot ask that.");
      }
    } catch (JsonProcessingException notJson) {
      refuse(response, 400, "That is not the JSON that the page sends.");
    } catch (IllegalArgumentException unfit) {
      refuse(response, 400, String.valueOf(unfit.getMessage()));
    }
  }

  private Map<String, Object> envelope(Map<String, Object> question) {
    SoapVersion version = version(text(question, "version"));
    String operation = text(question, "operation");
    if (!(question.get("values") instanceof Map<?, ?> values)) {
      throw new IllegalArgumentException("\"values\" is missing.");
    }
    Map<String, Object> headerValues =
        question.get("headers") instanceof Map<?, ?> given ? named(given) : Map.of();
    byte[] envelope =
        service
            .messages()
            .request(operation, version, named(values), headerValues, TreeMessages.Layout.INDENTED);
    String action = service.action(operation);
    Map<String, Object> answer = new LinkedHashMap<>();
    answer.put("envelope", new String(envelope, StandardCharsets.UTF_8));
    Map<String, Object> headers = new LinkedHashMap<>();
    if (version == SoapVersion.SOAP_1_1) {
      headers.put("Content-Type", version.mediaType() + "; charset=utf-8");
      headers.put("SOAPAction", "\"" + action + "\"");
    } else {
      headers.put(
          "Content-Type", version.mediaType() + "; charset=utf-8; action=\"" + action + "\"");
    }
    answer.put("headers", headers);
    return answer;
  }

  private Map<String, Object> outcome(Map<String, Object> question) {
    byte[] message = text(question, "message").getBytes(StandardCharsets.UTF_8);
    return service.outcome(text(question, "operation"), message);
  }

  private static SoapVersion version(String title) {
    for (SoapVersion version : SoapVersion.values()) {
      if (version.title().equals(title)) {
        return version;
      }
    }
    throw new IllegalArgumentException("\"version\" is \"SOAP 1.1\" or \"SOAP 1.2\".");
  }

  private static String text(Map<String, Object> question, String name) {
    if (question.get(name) instanceof String text) {
      return text;
    }
    throw new IllegalArgumentException("\"" + name + "\" is missing.");
  }

  private static Map<String, Object> named(Map<?, ?> values) {
    Map<String, Object> named = new LinkedHashMap<>();
    values.forEach((name, value) -> named.put(String.valueOf(name), value));
    return named;
  }

  private static void refuse(HttpResponse response, int status, String error) throws IOException {
    json(response, status, Map.of("error", error));
  }

  private static void json(HttpResponse response, int status, Map<String, Object> answer)
      throws IOException {
    response.header("Cache-Control", "no-store");
    Answers.send(response, status, "application/json", JSON.std.asBytes(answer));
  }
}
