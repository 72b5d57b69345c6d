package org.calmanchor.web.exchange;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names what a recorded message is, for a list: its body element, or the fault that it carries. */
final class MessageSummary {
  private static final String TAG = "<(?:[\\w.-]++:)?";
  private static final String FIRST_CHILD = "[^<>]*+>\\s*+" + TAG + "([\\w.-]+)";
  private static final Pattern BODY = Pattern.compile(TAG + "Body" + FIRST_CHILD);
  private static final Pattern DETAIL = Pattern.compile(TAG + "[dD]etail" + FIRST_CHILD);
  private static final Pattern CODE =
      Pattern.compile(TAG + "(?:faultcode|Value)[^<>]*+>(?:[\\w.-]+:)?([\\w.-]+)");

  private MessageSummary() {}

  /** The name of the body element; empty if there is none. */
  static String body(String message) {
    return first(BODY, message);
  }

  /**
   * The outcome of a call: "result", "fault" with the name of its detail element or else its code,
   * or empty for a response that is not a SOAP message.
   */
  static String outcome(String response) {
    String body = body(response);
    if (body.isEmpty()) {
      return "";
    }
    if (!body.equals("Fault")) {
      return "result";
    }
    String detail = first(DETAIL, response);
    // Our own details begin in lower case, as "problem" does; they describe no declared fault.
    return detail.isEmpty() || response.contains("urn:calm-anchor:")
        ? "fault (" + first(CODE, response) + ")"
        : "fault " + detail;
  }

  private static String first(Pattern pattern, String message) {
    Matcher found = pattern.matcher(message);
    return found.find() ? found.group(1) : "";
  }
}
