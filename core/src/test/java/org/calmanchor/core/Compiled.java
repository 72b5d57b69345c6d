package org.calmanchor.core;

import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.spi.ToolProvider;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Compiles sources as a user's build would. */
public final class Compiled {
  private static final Pattern PUBLIC_TYPE =
      Pattern.compile("public (?:final |abstract |sealed )*(?:class|interface|enum|record) (\\w+)");
  private static final String IMPORTS =
      """
      import jakarta.validation.constraints.*;
      import java.math.*;
      import java.net.*;
      import java.time.*;
      import java.util.*;
      import java.util.concurrent.*;
      import java.util.stream.*;
      import javax.xml.namespace.QName;
      import org.calmanchor.annotations.*;
      """;

  private Compiled() {}

  /** The first public type of {@code source}, to which common imports are added. */
  public static Class<?> service(String source, String... options) throws Exception {
    Matcher type = PUBLIC_TYPE.matcher(source);
    if (!type.find()) {
      throw new AssertionError("no public type in " + source);
    }
    Path folder = Files.createTempDirectory("compiled");
    try {
      Path file = folder.resolve(type.group(1) + ".java");
      Files.writeString(file, IMPORTS + source);
      compile(file, options);
      return loaded(folder, type.group(1));
    } finally {
      delete(folder);
    }
  }

  private static void compile(Path file, String... options) {
    String classPath =
        Stream.of("java.class.path", "jdk.module.path")
            .map(System::getProperty)
            .filter(Objects::nonNull)
            .collect(Collectors.joining(File.pathSeparator));
    List<String> all = new ArrayList<>(List.of("-proc:none", "-nowarn", "-cp", classPath));
    all.addAll(List.of(options));
    all.addAll(List.of("-d", file.getParent().toString(), file.toString()));
    StringWriter said = new StringWriter();
    PrintWriter out = new PrintWriter(said);
    int result =
        ToolProvider.findFirst("javac").orElseThrow().run(out, out, all.toArray(new String[0]));
    if (result != 0) {
      throw new AssertionError(said.toString());
    }
  }

  /** The class, and all beside it, so that the folder is needed no more. */
  private static Class<?> loaded(Path folder, String name) throws Exception {
    URL[] urls = {folder.toUri().toURL()};
    try (URLClassLoader loader = new URLClassLoader(urls, Compiled.class.getClassLoader());
        Stream<Path> files = Files.list(folder)) {
      for (Path file : files.filter(each -> each.toString().endsWith(".class")).toList()) {
        loader.loadClass(file.getFileName().toString().replace(".class", ""));
      }
      return loader.loadClass(name);
    }
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(each);
      }
    }
  }
}
