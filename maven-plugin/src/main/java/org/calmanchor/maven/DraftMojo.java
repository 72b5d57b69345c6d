package org.calmanchor.maven;

import java.io.File;
import java.util.ArrayList;
import java.util.List;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.plugins.annotations.ResolutionScope;
import org.jspecify.annotations.Nullable;

/**
 * Drafts Java source from a WSDL document, a schema, or tables of a database. It is yours from then
 * on, so this goal is run by hand: a file that is there already is never overwritten unless told,
 * its differences are shown.
 */
@Mojo(name = "draft", threadSafe = true, requiresDependencyResolution = ResolutionScope.RUNTIME)
final class DraftMojo extends AbstractGoal {
  private static final List<String> OF_DOCUMENT = List.of("client", "service", "types");

  /** What is drafted: {@code client}, {@code service}, {@code types} or {@code table}. */
  @Parameter(property = "calm.anchor.draft", defaultValue = "client")
  private String kind = "client";

  /** The file or URL of the WSDL document; of the schema for {@code types}. */
  @Parameter(property = "calm.anchor.document")
  private @Nullable String document;

  /**
   * For {@code table}: the JDBC URL of the database. Its user and password come from the
   * environment, {@code DATABASE_USER} and {@code DATABASE_PASSWORD}.
   */
  @Parameter(property = "calm.anchor.database")
  private @Nullable String database;

  /** For {@code table}: the tables. */
  @Parameter(property = "calm.anchor.tables")
  private List<String> tables = List.of();

  /** For {@code table}: the namespace of the services. */
  @Parameter(property = "calm.anchor.namespace")
  private @Nullable String namespace;

  /** The Java package. */
  @Parameter(property = "calm.anchor.package")
  private @Nullable String packageName;

  /** Overwrites files that differ. */
  @Parameter(property = "calm.anchor.force", defaultValue = "false")
  private boolean force;

  @Parameter(defaultValue = "${project.runtimeClasspathElements}", readonly = true)
  private List<String> classPath = List.of();

  @Override
  void run() throws MojoFailureException {
    List<String> arguments = new ArrayList<>(List.of("draft", kind));
    if (kind.equals("table")) {
      arguments.addAll(ofTables());
    } else if (OF_DOCUMENT.contains(kind)) {
      arguments.add(
          located(given(document, "Say from which document: -Dcalm.anchor.document=partner.wsdl")));
    } else {
      throw new MojoFailureException(
          "calm.anchor.draft is client, service, types or table, not \"" + kind + "\".");
    }
    if (packageName != null) {
      arguments.addAll(List.of("--package", packageName));
    }
    arguments.addAll(List.of("--out", basedir().toString()));
    if (force) {
      arguments.add("--force");
    }
    if (command(arguments) != 0) {
      throw new MojoFailureException("The draft is not complete; see above.");
    }
  }

  private List<String> ofTables() throws MojoFailureException {
    List<String> arguments = new ArrayList<>();
    arguments.add(
        given(database, "Say from which database: -Dcalm.anchor.database=jdbc:h2:./harbor"));
    if (tables.isEmpty()) {
      throw new MojoFailureException("Say from which tables: -Dcalm.anchor.tables=berth,boat");
    }
    arguments.addAll(tables);
    arguments.addAll(
        List.of(
            "--namespace",
            given(
                namespace,
                "Say which namespace: -Dcalm.anchor.namespace=urn:your-organisation:your-data")));
    // The project may not be compiled yet.
    List<String> there = classPath.stream().filter(each -> new File(each).exists()).toList();
    arguments.addAll(List.of("--classpath", String.join(File.pathSeparator, there)));
    return arguments;
  }

  private static String given(@Nullable String value, String message) throws MojoFailureException {
    if (value == null || value.isBlank()) {
      throw new MojoFailureException(message);
    }
    return value;
  }

  /** A file is meant from the project's folder. */
  private String located(String text) {
    boolean isUrl = text.startsWith("http://") || text.startsWith("https://");
    return isUrl || new File(text).isAbsolute() ? text : basedir().resolve(text).toString();
  }
}
