package org.calmanchor.servlet;

import jakarta.servlet.ServletContext;
import jakarta.servlet.ServletRegistration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.calmanchor.web.Site;
import org.calmanchor.web.hosting.HostedSite;

/** Maps servlets in an application that starts (Jakarta Servlet 6.0, sections 4.4 and 12.2). */
final class Registrations {
  private static final String NAME = "calm-anchor";

  /** What containers show at the root of an application that has it. */
  private static final List<String> WELCOME = List.of("/index.html", "/index.htm", "/index.jsp");

  private Registrations() {}

  /** Adds a servlet at the exact paths that its site answers. */
  static void add(HostedServlet servlet, ServletContext application) {
    String name = NAME;
    for (int i = 2; application.getServletRegistration(name) != null; i++) {
      name = NAME + "-" + i;
    }
    ServletRegistration.Dynamic added = application.addServlet(name, servlet);
    if (added == null) {
      throw new IllegalStateException("a servlet " + name + " is there already");
    }
    added.setLoadOnStartup(1);
    added.setAsyncSupported(true);
    Set<String> taken = added.addMapping(patterns(servlet.hosted()).toArray(String[]::new));
    if (!taken.isEmpty()) {
      throw new IllegalStateException(
          "These paths belong to another servlet of this application: "
              + String.join(", ", taken)
              + ". Give the services other ones.");
    }
    if (!hasWelcome(application)) {
      // Refused, with no effect, if another servlet has it.
      added.addMapping("");
    }
  }

  private static List<String> patterns(HostedSite hosted) {
    List<String> patterns = new ArrayList<>(hosted.site().paths());
    patterns.add(Site.ASSETS + "/*");
    for (String each : List.of("live", "ready", "info")) {
      patterns.add(hosted.health().path() + "/" + each);
    }
    return patterns;
  }

  private static boolean hasWelcome(ServletContext application) {
    Set<String> files = application.getResourcePaths("/");
    return files != null && WELCOME.stream().anyMatch(files::contains);
  }
}
