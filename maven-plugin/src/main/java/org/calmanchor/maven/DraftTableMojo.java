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
 * Drafts services for tables of a database, whose JDBC driver is among the dependencies of the
 * project. Run by hand, as {@code draft} is.
 */
@Mojo(
    name = "draft-table",
    threadSafe = true,
    requiresDependencyResolution = ResolutionScope.RUNTIME)
final class DraftTableMojo extends DraftGoal {
  /**
   * The JDBC URL of the database. Its user and password come from the environment, {@code
   * DATABASE_USER} and {@code DATABASE_PASSWORD}.
   */
  @Parameter(property = "calm.anchor.database")
  private @Nullable String database;

  /** The tables. */
  @Parameter(property = "calm.anchor.tables")
  private List<String> tables = List.of();

  /** The namespace of the services. */
  @Parameter(property = "calm.anchor.namespace")
  private @Nullable String namespace;

  @Parameter(defaultValue = "${project.runtimeClasspathElements}", readonly = true)
  private List<String> classPath = List.of();

  @Override
  void run() throws MojoFailureException {
    List<String> arguments = new ArrayList<>(List.of("table"));
    arguments.add(
        given(database, "Say from which database: -Dcalm.anchor.database=jdbc:h2:./harbor"));
    if (tables.isEmpty()) {
      throw new MojoFailureException("Say from which tables: -Dcalm.anchor.tables=berth,boat");
    }
    arguments.addAll(tables);
    arguments.add("--namespace");
    arguments.add(
        given(
            namespace,
            "Say which namespace: -Dcalm.anchor.namespace=urn:your-organisation:your-data"));
    // The project may not be compiled yet.
    List<String> there = classPath.stream().filter(each -> new File(each).exists()).toList();
    arguments.addAll(List.of("--classpath", String.join(File.pathSeparator, there)));
    draft(arguments);
  }
}
