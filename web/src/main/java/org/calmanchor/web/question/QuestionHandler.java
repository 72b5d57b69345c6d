package org.calmanchor.web.question;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.checks.CheckFileException;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.DynamicRequest;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.SoapHttp;
import org.calmanchor.web.exchange.ExchangeLog;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.calmanchor.web.page.JavaCall;
import org.calmanchor.web.page.OperationView;
import org.calmanchor.web.page.Pages;
import org.calmanchor.web.page.ServiceSite;
import org.jspecify.annotations.Nullable;

/**
 * Answers the requests of a service's page: the envelope for form values and the reverse, the typed
 * outcome of an answer, checks, and the last exchanges. The page itself knows no XML.
 */
public final class QuestionHandler {
  private final ServiceSite service;
  private final Pages pages;
  private final CheckQuestions checks;
  private final @Nullable ExchangeLog log;
  private final String address;

  /**
   * Creates a handler for one service.
   *
   * @param pages renders the fields of structures
   * @param folder where checks are kept, or null for nowhere
   * @param log the last exchanges, or null where none are kept
   * @param address where the service answers
   */
  public QuestionHandler(
      ServiceSite service,
      Pages pages,
      @Nullable Path folder,
      @Nullable ExchangeLog log,
      String address) {
    this.service = service;
    this.pages = pages;
    this.checks = new CheckQuestions(service, folder);
    this.log = log;
    this.address = address;
  }

  /** Answers the question named {@code what} in JSON. */
  public void answer(String what, HttpRequest request, HttpResponse response) throws IOException {
    String type = request.header("Content-Type");
    if (type == null || !type.startsWith("application/json")) {
      refuse(response, 415, "Send application/json.");
      return;
    }
    byte[] body = request.body().readNBytes(QuestionReader.MOST_BYTES + 1);
    if (body.length > QuestionReader.MOST_BYTES) {
      refuse(
          response,
          413,
          "More than " + QuestionReader.MOST_BYTES + " bytes are not taken by the page.");
      return;
    }
    try {
      Map<String, Object> answer = answer(what, QuestionReader.read(body));
      if (answer == null) {
        refuse(response, 404, "The page cannot ask that.");
      } else {
        json(response, 200, answer);
      }
    } catch (IllegalArgumentException | CheckFileException unfit) {
      refuse(response, 400, String.valueOf(unfit.getMessage()));
    }
  }

  private @Nullable Map<String, Object> answer(String what, Question question) {
    return switch (what) {
      case "request" -> envelope(question);
      case "values" -> values(question);
      case "answer" -> outcome(question);
      case "compare" -> checks.compare(question);
      case "expect" -> checks.expect(question);
      case "read" -> checks.read(question);
      case "ran" -> checks.ran(question);
      case "check" -> checks.write(question);
      case "keep" -> checks.keep(question);
      case "checks" -> checks.kept();
      case "form" -> form(service.operation(question.text("operation")));
      case "exchanges" -> log == null ? null : log.shown(service.path());
      default -> null;
    };
  }

  private Map<String, Object> form(OperationView operation) {
    return Map.of(
        "form",
        pages.operation(service, operation),
        "structures",
        pages.structures(service.structures(operation)));
  }

  private Map<String, Object> envelope(Question question) {
    SoapVersion version = question.version();
    String operation = question.text("operation");
    Map<String, Object> values = question.values("values");
    byte[] envelope =
        service
            .messages()
            .request(
                operation,
                version,
                values,
                question.valuesOrNone("headerBlocks"),
                DynamicMessages.Layout.INDENTED);
    Map<String, Object> answer = new LinkedHashMap<>();
    answer.put("envelope", new String(envelope, StandardCharsets.UTF_8));
    answer.put("headers", SoapHttp.headers(version, service.action(operation)));
    if (service.isFromJava()) {
      answer.put(
          "java",
          new JavaCall(service, address)
              .write(operation, values, question.valuesOrNone("headerBlocks")));
    }
    return answer;
  }

  private Map<String, Object> values(Question question) {
    DynamicRequest read =
        service.messages().request(question.text("message").getBytes(StandardCharsets.UTF_8));
    Map<String, Object> answer = new LinkedHashMap<>();
    answer.put("operation", read.operation());
    answer.put("version", read.version().title());
    answer.put("values", read.values());
    answer.put("headerBlocks", read.headerBlocks());
    return answer;
  }

  private Map<String, Object> outcome(Question question) {
    byte[] message = question.text("message").getBytes(StandardCharsets.UTF_8);
    return service.outcomes().of(question.text("operation"), message);
  }

  private static void refuse(HttpResponse response, int status, String error) throws IOException {
    json(response, status, Map.of("error", error));
  }

  private static void json(HttpResponse response, int status, Map<String, Object> answer)
      throws IOException {
    response.header("Cache-Control", "no-store");
    PageResponses.send(response, status, "application/json", JSON.std.asBytes(answer));
  }
}
