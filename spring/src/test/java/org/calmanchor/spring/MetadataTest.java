package org.calmanchor.spring;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ConfiguredServices;
import org.junit.jupiter.api.Test;

/** What editors know of the properties is what the code knows. */
final class MetadataTest {
  private static final Path FILE =
      Path.of("src", "main", "resources", "META-INF", "spring-configuration-metadata.json");

  @Test
  void theFileForEditorsIsWrittenFromTheCode() throws Exception {
    List<Map<String, Object>> properties = new ArrayList<>();
    properties.add(
        property(
            SpringSettings.BASE_PATH,
            "java.lang.String",
            "What the paths of all services begin with; empty for nothing.",
            SpringSettings.DEFAULT_BASE_PATH));
    for (Setting<?> setting : Settings.all()) {
      if (!ConfiguredServices.isOfServer(setting)) {
        properties.add(
            property(setting.name(), typeOf(setting), setting.doc(), setting.byDefault()));
      }
    }
    String text =
        new ObjectMapper()
                .writerWithDefaultPrettyPrinter()
                .writeValueAsString(Map.of("properties", properties))
            + "\n";
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(FILE, text);
    }
    assertThat(FILE).as("run with -Dcalm.anchor.rewrite=true").hasContent(text);
  }

  private static String typeOf(Setting<?> setting) {
    if (setting.form().isList()) {
      return "java.util.List<java.lang.String>";
    }
    return setting.form().isSwitch() ? "java.lang.Boolean" : "java.lang.String";
  }

  private static Map<String, Object> property(String name, String type, String doc, String value) {
    Map<String, Object> property = new LinkedHashMap<>();
    property.put("name", SpringSettings.PREFIX + name);
    property.put("type", type);
    property.put("description", doc);
    if (!value.isEmpty()) {
      property.put("defaultValue", value);
    }
    return property;
  }
}
