package org.calmanchor.core.endpoint;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.calmanchor.core.access.Caller;

/** A call in memory: one request, and what came back. */
class Call implements Request, Response {
  private final byte[] message;
  private final String contentType;
  private final ByteArrayOutputStream answer = new ByteArrayOutputStream();
  String action;
  Instant deadline;
  boolean cancelled;
  int status;
  String answerType;
  volatile boolean aborted;
  final Map<String, String> headers = new HashMap<>();
  final Map<String, String> responseHeaders = new HashMap<>();
  boolean isLengthKnown = true;

  Call(byte[] message, String contentType) {
    this.message = message;
    this.contentType = contentType;
  }

  static Call of(String message, String contentType) {
    return new Call(message.getBytes(StandardCharsets.UTF_8), contentType);
  }

  static Call of(byte[] message, String contentType) {
    return new Call(message, contentType);
  }

  Call on(Endpoint endpoint) {
    handledBy(endpoint).join();
    return this;
  }

  CompletableFuture<Void> handledBy(Endpoint endpoint) {
    return endpoint.handle(this, this).toCompletableFuture();
  }

  String answer() {
    return answer.toString(StandardCharsets.UTF_8);
  }

  @Override
  public void header(String name, String value) {
    responseHeaders.put(name, value);
  }

  @Override
  public String header(String name) {
    return headers.get(name);
  }

  @Override
  public List<String> headers(String name) {
    return headers.containsKey(name) ? List.of(headers.get(name)) : List.of();
  }

  @Override
  public String path() {
    return "/test";
  }

  @Override
  public long length() {
    return isLengthKnown ? message.length : -1;
  }

  @Override
  public InputStream body() {
    return new ByteArrayInputStream(message);
  }

  @Override
  public String contentType() {
    return contentType;
  }

  @Override
  public String action() {
    return action;
  }

  @Override
  public Caller caller() {
    return null;
  }

  @Override
  public String remoteAddress() {
    return "test";
  }

  @Override
  public Instant deadline() {
    return deadline;
  }

  @Override
  public boolean isCancelled() {
    return cancelled;
  }

  @Override
  public void begin(int code, String type) {
    if (status != 0) {
      throw new IllegalStateException("begun twice");
    }
    status = code;
    answerType = type;
  }

  @Override
  public OutputStream output() {
    return answer;
  }

  @Override
  public void abort() {
    aborted = true;
  }
}
