package org.calmanchor.servlet;

import jakarta.servlet.ServletException;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * The servlet for descriptors: in {@code web.xml} its parameters are settings by their names, such
 * as {@code services} and {@code public-url}. It has to be mapped to {@code /*} or to something
 * like {@code /soap/*}, and needs {@code async-supported}.
 */
public final class SoapServlet extends HostedServlet {
  private static final long serialVersionUID = 1L;

  /** For containers: its parameters, the environment and the application say what it serves. */
  public SoapServlet() {}

  @Override
  public void init() throws ServletException {
    Map<String, String> parameters = new LinkedHashMap<>();
    for (String name : Collections.list(getInitParameterNames())) {
      parameters.put(name, getInitParameter(name));
    }
    try {
      ServletHost settings = ConfiguredServlets.settings(getServletContext(), parameters);
      serve(settings.site(), settings.stopTime());
    } catch (RuntimeException unfit) {
      throw new ServletException(unfit.getMessage(), unfit);
    }
    super.init();
  }
}
