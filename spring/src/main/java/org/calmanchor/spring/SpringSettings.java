package org.calmanchor.spring;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.configuration.Source;
import org.calmanchor.deployment.ConfiguredServices;
import org.springframework.boot.context.properties.bind.Bindable;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.EnumerablePropertySource;
import org.springframework.core.env.PropertySource;

/**
 * The properties {@code calm-anchor.*} of an application: the settings of every host by the same
 * names, and the place of all services.
 *
 * @param basePath what the paths of services begin with; empty for nothing
 */
record SpringSettings(Configuration configuration, String basePath) {
  static final String PREFIX = "calm-anchor.";
  static final String BASE_PATH = "base-path";
  static final String DEFAULT_BASE_PATH = "/soap";

  /**
   * Reads the properties, and the environment variables that every host knows.
   *
   * @throws org.calmanchor.configuration.ConfigurationException with all problems
   */
  static SpringSettings of(ConfigurableEnvironment environment) {
    Binder binder = Binder.get(environment);
    ConfigurationReader reader = new ConfigurationReader();
    for (Setting<?> setting : Settings.all()) {
      List<String> values =
          binder.bind(PREFIX + setting, Bindable.listOf(String.class)).orElse(List.of());
      if (!values.isEmpty()) {
        reader.parameter(PREFIX + setting, setting.name(), String.join(",", values));
      }
    }
    unknown(environment).forEach(name -> reader.parameter(PREFIX + name, name, ""));
    Configuration configuration = reader.environment(System.getenv()).read();
    for (Setting<?> setting : ConfiguredServices.ofServer(configuration)) {
      if (configuration.source(setting).kind() == Source.Kind.CODE) {
        throw configuration.problem(
            setting,
            "the server of this application decides that; set it with its own properties.");
      }
    }
    String base = environment.getProperty(PREFIX + BASE_PATH, DEFAULT_BASE_PATH);
    if (!base.isEmpty() && !base.matches("(/[\\w.~-]+)+")) {
      throw new ConfigurationException(
          PREFIX
              + BASE_PATH
              + ": write a path such as "
              + DEFAULT_BASE_PATH
              + ", or nothing, not \""
              + base
              + "\".");
    }
    return new SpringSettings(configuration, base);
  }

  /**
   * Properties that nobody knows, as they stand in files; other sources write names in other ways.
   */
  private static Set<String> unknown(ConfigurableEnvironment environment) {
    Set<String> unknown = new TreeSet<>();
    for (PropertySource<?> source : environment.getPropertySources()) {
      if (source instanceof EnumerablePropertySource<?> known) {
        for (String name : known.getPropertyNames()) {
          if (name.startsWith(PREFIX)) {
            String setting = name.substring(PREFIX.length()).replaceFirst("\\[\\d+]$", "");
            if (!setting.equals(BASE_PATH) && Settings.named(setting) == null) {
              unknown.add(setting);
            }
          }
        }
      }
    }
    return unknown;
  }

  /** The address of a path of a service, behind the context path. */
  String pathOf(String service) {
    return basePath + service;
  }
}
