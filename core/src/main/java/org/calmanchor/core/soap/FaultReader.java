package org.calmanchor.core.soap;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import org.calmanchor.core.problem.ReportedProblem;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/**
 * Reads what a fault says, of either version. First it is shown the header blocks of the message,
 * since those tell what was wrong with a header block. Used for one message, by one thread.
 */
public final class FaultReader {
  private final List<ReportedProblem> problems = new ArrayList<>();
  private String code = "";
  private String reason = "";
  private String incident = "";

  /** Creates a reader for one message. */
  public FaultReader() {}

  /**
   * Reads a header block to its end if it reports a problem; otherwise returns false and does not
   * move.
   */
  public boolean block(XmlIn in) {
    if (!in.isAt(SoapFault.DETAIL_NAMESPACE, "problem")) {
      return false;
    }
    problem(in);
    in.skip();
    return true;
  }

  /**
   * Reads a fault to its end.
   *
   * @param detail reads an element of the detail to its end, or returns false and leaves it
   */
  public void read(XmlIn in, Predicate<XmlIn> detail) {
    while (in.nextElement()) {
      switch (in.localName()) {
        case "faultcode" -> code = local(in.text());
        case "faultstring" -> reason = in.text();
        case "Code" -> code = local(firstChild(in));
        case "Reason" -> reason = firstChild(in);
        case "detail", "Detail" -> details(in, detail);
        default -> in.skip();
      }
    }
  }

  private static String local(String name) {
    return name.strip().substring(name.strip().indexOf(':') + 1);
  }

  private static String firstChild(XmlIn in) {
    String text = "";
    while (in.nextElement()) {
      if (text.isEmpty()) {
        text = in.text();
      } else {
        in.skip();
      }
    }
    return text;
  }

  private void details(XmlIn in, Predicate<XmlIn> declared) {
    while (in.nextElement()) {
      if (!declared.test(in) && !block(in)) {
        if (in.isAt(SoapFault.DETAIL_NAMESPACE, "incident")) {
          incident = attribute(in, "id");
        }
        in.skip();
      }
    }
  }

  private void problem(XmlIn in) {
    problems.add(
        new ReportedProblem(
            attribute(in, "path"),
            attribute(in, "code"),
            attribute(in, "expected"),
            attribute(in, "found")));
  }

  private static String attribute(XmlIn in, String name) {
    @Nullable String value = in.attribute("", name);
    return value == null ? "" : value;
  }

  /** The local name of the fault's code; empty without one. */
  public String code() {
    return code;
  }

  /** The reason in its first language; empty without one. */
  public String reason() {
    return reason;
  }

  /** The number of the incident in the service's log; empty if the fault names none. */
  public String incident() {
    return incident;
  }

  /** The problems in the request that the fault reports; may be empty. */
  public List<ReportedProblem> problems() {
    return List.copyOf(problems);
  }
}
