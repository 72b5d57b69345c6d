package org.calmanchor.cli.configuration;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;

/** The JSON Schema of configuration files, by which editors complete and check them. */
final class ConfigurationSchema {
  private ConfigurationSchema() {}

  static String text() {
    Map<String, Object> top = object(properties(Settings.LIMITS_KEY + ".", false));
    Map<String, Object> schema = new LinkedHashMap<>();
    schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    schema.put("title", "Configuration of Calm Anchor");
    schema.putAll(top);
    return JsonText.of(schema);
  }

  /** The settings whose names begin in some way, or those whose names do not. */
  private static Map<String, Object> properties(String prefix, boolean isWith) {
    Map<String, Object> properties = new LinkedHashMap<>();
    for (Setting<?> setting : Settings.all()) {
      if (setting.name().startsWith(prefix) == isWith && !setting.isSecret()) {
        String name = isWith ? setting.name().substring(prefix.length()) : setting.name();
        properties.put(name, property(setting));
      }
    }
    if (!isWith) {
      properties.put(Settings.LIMITS_KEY, object(properties(prefix, true)));
    }
    return properties;
  }

  private static Map<String, Object> object(Map<String, Object> properties) {
    Map<String, Object> object = new LinkedHashMap<>();
    object.put("type", "object");
    object.put("additionalProperties", false);
    object.put("properties", properties);
    return object;
  }

  private static Map<String, Object> property(Setting<?> setting) {
    Map<String, Object> one = new TreeMap<>(setting.form().schema());
    Map<String, Object> property = new LinkedHashMap<>();
    property.put("description", setting.doc());
    if (!setting.form().isList()) {
      property.putAll(one);
      return property;
    }
    Map<String, Object> several = new LinkedHashMap<>();
    several.put("type", "array");
    several.put("items", one);
    if (setting.equals(Settings.SERVICES)) {
      Map<String, Object> byPath = new LinkedHashMap<>();
      byPath.put("type", "object");
      byPath.put("propertyNames", Map.of("pattern", "^/"));
      byPath.put("additionalProperties", Map.of("anyOf", List.of(one, several)));
      property.put("anyOf", List.of(byPath, several));
    } else {
      property.put("anyOf", List.of(one, several));
    }
    return property;
  }
}
