package org.calmanchor.host;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What was built, for the operator: from the manifests of the jars that code comes from. */
final class BuildInfo {
  private BuildInfo() {}

  /** The application of these services, and this library. */
  static Map<String, String> of(List<Object> services) {
    Map<String, String> build = new LinkedHashMap<>();
    for (Object service : services) {
      Package code = service.getClass().getPackage();
      put(build, "application", code.getImplementationTitle());
      put(build, "version", code.getImplementationVersion());
    }
    build.put("calmAnchor", ownVersion());
    build.put("started", Instant.now().truncatedTo(ChronoUnit.SECONDS).toString());
    return build;
  }

  private static String ownVersion() {
    try (InputStream in = BuildInfo.class.getResourceAsStream("version.txt")) {
      return new String(
              Objects.requireNonNull(in, "version.txt").readAllBytes(), StandardCharsets.UTF_8)
          .strip();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private static void put(Map<String, String> build, String name, @Nullable String value) {
    if (value != null) {
      build.putIfAbsent(name, value);
    }
  }
}
