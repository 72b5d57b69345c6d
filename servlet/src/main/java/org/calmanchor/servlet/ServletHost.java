package org.calmanchor.servlet;

import jakarta.servlet.ServletContext;
import org.calmanchor.web.PageAudience;
import org.calmanchor.web.hosting.HostSettings;
import org.calmanchor.web.hosting.HostedSite;

/**
 * Settings of SOAP services that a servlet container hosts. What is set here freezes when the
 * servlet is created. Not safe for several threads.
 *
 * <pre>{@code
 * ServletHost.inContainer().serve("/berths", new BerthDesk()).addTo(servletContext);
 * }</pre>
 *
 * <p>Services have no test page, unless {@link #testPage} says something else.
 */
public final class ServletHost extends HostSettings<ServletHost> {
  private ServletHost() {}

  /** Creates a host without services. */
  public static ServletHost inContainer() {
    return new ServletHost();
  }

  @Override
  protected ServletHost self() {
    return this;
  }

  /**
   * Takes callers over from the container, or from a filter before the servlet: the name of its
   * user principal, with those of the roles that operations name which {@code isUserInRole}
   * confirms. Then every operation needs a caller, unless it is open to {@link
   * org.calmanchor.annotations.Role#ANYONE}. Call it after {@link #callers}.
   */
  public ServletHost containerCallers() {
    return callers(callers().withServer());
  }

  /**
   * Creates a servlet that serves them. It has to be mapped to {@code /*}, or to something like
   * {@code /soap/*}, whose beginning is then not a part of the paths. It must support asynchronous
   * processing.
   *
   * @throws IllegalArgumentException when an operation is for certain callers and the host knows
   *     none, or something that is switched off or not listed is not there
   */
  public HostedServlet servlet() {
    return new HostedServlet(site(), stopTime());
  }

  HostedSite site() {
    return HostedSite.of(
        this, health(), new HostedSite.Place(null, PageAudience.NOBODY, false, true));
  }

  /**
   * Adds a servlet that serves them to an application that starts. It gets the exact paths of the
   * services, of health, and of the files of pages, so that all others stay the application's. The
   * root of the application shows the index, if nothing else is there.
   *
   * @throws IllegalArgumentException as {@link #servlet}
   * @throws IllegalStateException when the application has started already, or one of the paths
   *     belongs to another servlet
   */
  public void addTo(ServletContext application) {
    HostedServlet servlet = servlet();
    try {
      Registrations.add(servlet, application);
    } catch (RuntimeException refused) {
      servlet.hosted().close();
      throw refused;
    }
  }
}
