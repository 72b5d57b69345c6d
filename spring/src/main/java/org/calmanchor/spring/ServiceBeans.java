package org.calmanchor.spring;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.calmanchor.annotations.PortType;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ServedName;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.calmanchor.deployment.ConfiguredServices;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.deployment.ServedClasses.Wanted;
import org.calmanchor.servlet.ServletHost;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.aop.support.AopUtils;
import org.springframework.beans.factory.ListableBeanFactory;
import org.springframework.core.annotation.AnnotatedElementUtils;

/** The beans that are services. Spring makes and closes them, not the host. */
record ServiceBeans(ListableBeanFactory beans, Configuration configuration) {
  private static final Logger LOG = LoggerFactory.getLogger(ServiceBeans.class);

  /**
   * Adds the beans to a host: those whose classes the configuration names, or else all with {@link
   * PortType}, each at a path of its simple name.
   *
   * @throws RuntimeException with all problems of their contracts
   */
  void addTo(ServletHost host, ConfiguredServices configured) {
    Map<Class<?>, Object> found = found();
    List<Wanted> wanted = wanted(found);
    if (wanted.isEmpty()) {
      LOG.warn("there is no bean with @PortType, so no SOAP service is hosted");
    }
    for (ServedClasses.Served each :
        ServedClasses.read(wanted, configured.operations()).services()) {
      Object bean = Objects.requireNonNull(found.get(each.type()));
      host.serve(each.path(), Endpoint.of(each.reading(), bean));
      if (bean instanceof Readiness readiness) {
        host.ready(readiness);
      }
      if (bean instanceof Startable startable) {
        host.starts(startable);
      }
    }
  }

  private List<Wanted> wanted(Map<Class<?>, Object> found) {
    List<ServedName> names = configuration.find(Settings.SERVICES).orElse(List.of());
    List<Wanted> wanted = new ArrayList<>();
    if (names.isEmpty()) {
      found.keySet().forEach(type -> wanted.add(new Wanted("", type)));
    }
    for (ServedName name : names) {
      Class<?> type =
          found.keySet().stream()
              .filter(each -> each.getName().equals(name.className()))
              .findFirst()
              .orElseThrow(
                  () ->
                      configuration.problem(
                          Settings.SERVICES,
                          "there is no bean of class "
                              + name.className()
                              + " with @PortType; there is "
                              + (found.isEmpty()
                                  ? "none"
                                  : String.join(
                                      ", ", found.keySet().stream().map(Class::getName).toList()))
                              + "."));
      wanted.add(new Wanted(name.path(), type));
    }
    return wanted;
  }

  /** The beans by the types that their contracts are read from. */
  private Map<Class<?>, Object> found() {
    Map<Class<?>, Object> found = new LinkedHashMap<>();
    beans
        .getBeansWithAnnotation(PortType.class)
        .forEach(
            (name, bean) -> {
              Class<?> type = typeOf(name, bean);
              if (found.put(type, bean) != null) {
                throw new IllegalStateException(
                    "There are several beans of "
                        + type.getName()
                        + ". Name one of them a service by a class of its own.");
              }
            });
    return found;
  }

  /** The class behind a proxy, or the annotated interface if the proxy has only interfaces. */
  private static Class<?> typeOf(String name, Object bean) {
    Class<?> target = AopUtils.getTargetClass(bean);
    if (target.isInstance(bean)) {
      return target;
    }
    for (Class<?> each : bean.getClass().getInterfaces()) {
      if (AnnotatedElementUtils.hasAnnotation(each, PortType.class)) {
        return each;
      }
    }
    throw new IllegalStateException(
        "The bean "
            + name
            + " is behind a proxy that has only its interfaces, and none of them has @PortType. Put"
            + " @PortType on the interface, or set spring.aop.proxy-target-class=true.");
  }
}
