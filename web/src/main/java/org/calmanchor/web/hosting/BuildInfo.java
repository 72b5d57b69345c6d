package org.calmanchor.web.hosting;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemNotFoundException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.CodeSource;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.jar.Attributes;
import java.util.jar.JarFile;
import java.util.jar.Manifest;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What was built, for the operator: from the manifests of the jars that code comes from. */
final class BuildInfo {
  private static final Logger LOG = LoggerFactory.getLogger(BuildInfo.class);

  private BuildInfo() {}

  /** The application of these services, and this library. */
  static Map<String, String> of(List<Object> services) {
    Map<String, String> build = new LinkedHashMap<>();
    for (Object service : services) {
      Attributes manifest = manifestOf(service.getClass());
      put(build, "application", manifest.getValue(Attributes.Name.IMPLEMENTATION_TITLE));
      put(build, "version", manifest.getValue(Attributes.Name.IMPLEMENTATION_VERSION));
    }
    build.put("calmAnchor", ownVersion());
    build.put("started", Instant.now().truncatedTo(ChronoUnit.SECONDS).toString());
    return build;
  }

  /** Of the jar itself: a package does not tell it if it has no name. Empty if there is no jar. */
  private static Attributes manifestOf(Class<?> type) {
    CodeSource source = type.getProtectionDomain().getCodeSource();
    try {
      if (source != null && source.getLocation() != null) {
        Path place = Path.of(source.getLocation().toURI());
        if (Files.isRegularFile(place)) {
          try (JarFile jar = new JarFile(place.toFile())) {
            Manifest manifest = jar.getManifest();
            return manifest == null ? new Attributes() : manifest.getMainAttributes();
          }
        }
      }
    } catch (IOException
        | URISyntaxException
        | IllegalArgumentException
        | FileSystemNotFoundException noJar) {
      LOG.debug("the manifest of a service is not known", Loggable.failure(noJar));
    }
    return new Attributes();
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
