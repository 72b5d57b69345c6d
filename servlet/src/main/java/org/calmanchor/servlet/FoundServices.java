package org.calmanchor.servlet;

import jakarta.servlet.ServletContainerInitializer;
import jakarta.servlet.ServletContext;
import jakarta.servlet.ServletException;
import jakarta.servlet.annotation.HandlesTypes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.annotations.PortType;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.deployment.BundledConfiguration;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.deployment.ServiceObjects;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Hosts the annotated classes of an application that starts, so that it needs no descriptor: those
 * that its configuration names, or else all that have a constructor without parameters, each at a
 * path of its simple name. Does nothing if the application's descriptor has a {@link SoapServlet}.
 */
@HandlesTypes(PortType.class)
public final class FoundServices implements ServletContainerInitializer {
  private static final Logger LOG = LoggerFactory.getLogger(FoundServices.class);

  /** For containers, which find it by its name. */
  public FoundServices() {}

  @Override
  public void onStartup(@Nullable Set<Class<?>> annotated, ServletContext application)
      throws ServletException {
    boolean isDescribed =
        application.getServletRegistrations().values().stream()
            .anyMatch(each -> SoapServlet.class.getName().equals(each.getClassName()));
    if (isDescribed) {
      return;
    }
    try {
      ClassLoader loader = application.getClassLoader();
      Configuration configuration = BundledConfiguration.inContainer(loader, Map.of());
      List<ServedClasses.Wanted> wanted =
          configuration.find(Settings.SERVICES).isPresent()
              ? ServedClasses.wanted(configuration, loader)
              : makeable(annotated == null ? Set.of() : annotated);
      if (!wanted.isEmpty()) {
        ConfiguredServlets.settings(configuration, wanted).addTo(application);
      }
    } catch (RuntimeException unfit) {
      throw new ServletException(unfit.getMessage(), unfit);
    }
  }

  private static List<ServedClasses.Wanted> makeable(Set<Class<?>> annotated) {
    List<ServedClasses.Wanted> wanted = new ArrayList<>();
    annotated.stream()
        .sorted(Comparator.comparing(Class::getName))
        .forEach(
            type -> {
              String reason = ServiceObjects.reasonNotToMake(type);
              if (reason == null) {
                wanted.add(new ServedClasses.Wanted("", type));
              } else if (!type.isInterface()) {
                LOG.warn(
                    "{} is not served: {}", Loggable.text(type.getName()), Loggable.text(reason));
              }
            });
    return wanted;
  }
}
