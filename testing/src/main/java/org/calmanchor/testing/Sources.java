package org.calmanchor.testing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;

/** Compiles a class as a user would. */
public final class Sources {
  private Sources() {}

  /** Compiles {@code source}, a class of that name, into {@code folder}. */
  public static void compile(Path folder, String name, String source, String... options)
      throws IOException {
    Path file = folder.resolve(name + ".java");
    Files.writeString(file, source);
    List<String> arguments =
        new ArrayList<>(List.of("-cp", System.getProperty("java.class.path"), "-proc:none", "-d"));
    arguments.add(folder.toString());
    arguments.addAll(List.of(options));
    arguments.add(file.toString());
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    int result = compiler.run(null, null, null, arguments.toArray(new String[0]));
    if (result != 0) {
      throw new AssertionError(name + " does not compile");
    }
  }
}
