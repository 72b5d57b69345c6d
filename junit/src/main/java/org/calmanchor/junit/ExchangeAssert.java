package org.calmanchor.junit;

import org.assertj.core.api.AbstractAssert;
import org.calmanchor.web.event.ServedExchange;
import org.jspecify.annotations.Nullable;

/** Asserts about an exchange as it went over the wire. */
public final class ExchangeAssert extends AbstractAssert<ExchangeAssert, ServedExchange> {
  ExchangeAssert(@Nullable ServedExchange exchange) {
    super(exchange, ExchangeAssert.class);
  }

  /** Passes if the answer has that HTTP status. */
  public ExchangeAssert hasStatus(int status) {
    isNotNull();
    if (actual.status() != status) {
      failWithActualExpectedAndMessage(
          actual.status(), status, "Expected the status %s of %s", status, actual);
    }
    return this;
  }

  /** Passes if the request has an HTTP header with that value; case counts in the value only. */
  public ExchangeAssert hasRequestHeader(String name, String value) {
    isNotNull();
    boolean isThere =
        actual.requestHeaders().entrySet().stream()
            .anyMatch(
                header ->
                    header.getKey().equalsIgnoreCase(name) && header.getValue().equals(value));
    if (!isThere) {
      failWithMessage(
          "Expected the header %s: %s, but found %s", name, value, actual.requestHeaders());
    }
    return this;
  }

  /** Asserts about the request's envelope. */
  public EnvelopeAssert request() {
    isNotNull();
    return new EnvelopeAssert(actual.request());
  }

  /** Asserts about the answer's envelope. */
  public EnvelopeAssert response() {
    isNotNull();
    return new EnvelopeAssert(actual.response());
  }
}
