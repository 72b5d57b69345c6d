package org.calmanchor.core.soap;

import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/**
 * The place of a message's action in HTTP: a header of its own (SOAP 1.1, section 6.1.1), or a
 * parameter of the content type (SOAP 1.2 part 2, section 7.1.4).
 */
public final class SoapHttp {
  private static final String PARAMETER = "action=";

  private SoapHttp() {}

  /** The HTTP headers of a request with that action. */
  public static Map<String, String> headers(SoapVersion version, String action) {
    Map<String, String> headers = new LinkedHashMap<>();
    String quoted = "\"" + action + "\"";
    if (version == SoapVersion.SOAP_1_1) {
      headers.put("Content-Type", version.contentType());
      headers.put("SOAPAction", quoted);
    } else {
      headers.put("Content-Type", version.contentType() + "; " + PARAMETER + quoted);
    }
    return headers;
  }

  /**
   * The action of a request, or null if it has none.
   *
   * @param soapAction the value of the SOAPAction header, or null
   * @param contentType the value of the Content-Type header, or null
   */
  public static @Nullable String action(@Nullable String soapAction, @Nullable String contentType) {
    if (soapAction != null) {
      return unquoted(soapAction.strip());
    }
    int parameter = contentType == null ? -1 : contentType.indexOf(PARAMETER);
    if (contentType == null || parameter < 0) {
      return null;
    }
    String value = contentType.substring(parameter + PARAMETER.length());
    int end = value.startsWith("\"") ? value.indexOf('"', 1) + 1 : value.indexOf(';');
    return unquoted(end <= 0 ? value.strip() : value.substring(0, end));
  }

  private static String unquoted(String text) {
    boolean isQuoted = text.length() > 1 && text.startsWith("\"") && text.endsWith("\"");
    return isQuoted ? text.substring(1, text.length() - 1) : text;
  }
}
