package org.calmanchor.processor;

import java.io.File;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import javax.annotation.processing.Processor;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;

/** Compiles sources into a folder, with processors. */
final class Javac {
  private final Path output;
  private final List<String> options = new ArrayList<>();
  private final List<Processor> processors = new ArrayList<>();
  private final List<JavaFileObject> sources = new ArrayList<>();
  private String classPath = System.getProperty("java.class.path");

  private Javac(Path output) {
    this.output = output;
  }

  /** What the compiler said. */
  record Said(boolean isCompiled, List<Diagnostic<? extends JavaFileObject>> diagnostics) {
    /** The messages of one kind. */
    List<String> of(Diagnostic.Kind kind) {
      return diagnostics.stream()
          .filter(each -> each.getKind() == kind)
          .map(each -> each.getMessage(Locale.ROOT))
          .toList();
    }

    List<String> errors() {
      return of(Diagnostic.Kind.ERROR);
    }

    /** The source at which each error stands, by the code of the problem. */
    Map<String, String> placesByCode() throws IOException {
      Map<String, String> places = new TreeMap<>();
      for (Diagnostic<? extends JavaFileObject> each : diagnostics) {
        if (each.getKind() == Diagnostic.Kind.ERROR && each.getSource() != null) {
          String source = each.getSource().getCharContent(true).toString();
          places.put(
              each.getMessage(Locale.ROOT).substring(0, 8),
              source.substring((int) each.getStartPosition(), (int) each.getEndPosition()));
        }
      }
      return places;
    }
  }

  private static final class Source extends SimpleJavaFileObject {
    private final String text;

    Source(String name, String text) {
      super(URI.create("string:///" + name + ".java"), Kind.SOURCE);
      this.text = text;
    }

    @Override
    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
      return text;
    }
  }

  static Javac into(Path output) {
    return new Javac(output);
  }

  Javac source(String name, String text) {
    sources.add(new Source(name, text));
    return this;
  }

  Javac with(Processor processor) {
    processors.add(processor);
    return this;
  }

  Javac option(String... more) {
    options.addAll(Arrays.asList(more));
    return this;
  }

  Javac classPath(Path folder) {
    classPath = folder + File.pathSeparator + classPath;
    return this;
  }

  Said compile() throws IOException {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    DiagnosticCollector<JavaFileObject> found = new DiagnosticCollector<>();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(found, null, null)) {
      List<String> all = new ArrayList<>(List.of("-d", output.toString(), "-cp", classPath));
      all.addAll(options);
      if (processors.isEmpty()) {
        all.add("-proc:none");
      }
      JavaCompiler.CompilationTask task = compiler.getTask(null, files, found, all, null, sources);
      task.setProcessors(processors);
      return new Said(task.call(), found.getDiagnostics());
    }
  }
}
