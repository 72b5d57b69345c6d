package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.draft.table.TableDraft;
import org.calmanchor.draft.table.TableDraftException;
import org.calmanchor.draft.table.TableDrafter;
import org.calmanchor.draft.table.TableRequest;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor draft table}. */
@Command(
    name = "table",
    description = {
      "Drafts a service for tables of a database: it finds, reads, creates, updates and deletes"
          + " their rows over plain JDBC. The JDBC driver comes from the project's class path.",
      "The user and password come from the environment: DATABASE_USER, DATABASE_PASSWORD."
    },
    footer = {
      "",
      "Example:  calm-anchor draft table jdbc:postgresql://localhost/harbor berth boat \\",
      "            --package harbor.data --namespace urn:lanternquay:data"
    })
final class DraftTableCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(index = "0", paramLabel = "JDBC-URL", description = "The database.")
  private String url = "";

  @Parameters(
      index = "1..*",
      arity = "1..*",
      paramLabel = "TABLE",
      description = "A table or view, with its schema before it if it is not in the current one.")
  private List<String> tables = List.of();

  @Option(
      names = "--namespace",
      required = true,
      paramLabel = "URI",
      description = "The namespace of everything that the services put on the wire.")
  private String namespace = "";

  @Option(
      names = "--name-of",
      paramLabel = "COLUMN[=OTHER]",
      mapFallbackValue = "",
      description =
          "Return also the column OTHER of the row that the foreign key COLUMN refers to. Default"
              + " for OTHER: name, or else its only text.")
  private Map<String, String> namesOf = new LinkedHashMap<>();

  @Option(
      names = "--version-column",
      paramLabel = "COLUMN",
      description =
          "The whole number that counts changes of a row, so that nobody changes what has been"
              + " changed since. Default: version, if there is such a column.")
  private @Nullable String versionColumn;

  @Mixin private DraftTarget target = new DraftTarget();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Override
  public Integer call() {
    PrintWriter screen = spec.commandLine().getOut();
    JdbcUrl database = new JdbcUrl(url);
    String packageName = target.requirePackage("harbor.data");
    UserClasses classes = classPath.classesOrLibraries();
    List<TableDraft> drafts;
    boolean isDriverOfProject;
    try (Connection connection = database.open(classes)) {
      isDriverOfProject = classes.isOfProject(connection.getClass());
      drafts = TableDrafter.draft(connection, tables, request(database, packageName));
    } catch (TableDraftException unfit) {
      throw CommandException.problem(String.valueOf(unfit.getMessage()));
    } catch (IllegalArgumentException noName) {
      throw CommandException.usage("--package: " + noName.getMessage());
    } catch (SQLException failed) {
      throw CommandException.problem("The database failed: " + failed.getMessage());
    }
    Map<String, byte[]> sources = new LinkedHashMap<>();
    Map<String, byte[]> checks = new LinkedHashMap<>();
    for (TableDraft draft : drafts) {
      sources.putAll(draft.sources());
      checks.putAll(draft.checks());
    }
    boolean isWhole = target.write(sources, Map.of(), checks, screen);
    drafts.forEach(draft -> draft.notes().forEach(note -> screen.println("Note: " + note)));
    if (database.hasCredentials()) {
      screen.println(
          "Note: The user and password in the URL are not in the source. Set DATABASE_USER and"
              + " DATABASE_PASSWORD where it runs.");
    }
    if (!isDriverOfProject) {
      screen.println("Note: Add the JDBC driver to the dependencies of the project.");
    }
    if (!isWhole) {
      DraftTarget.sayLeft(screen);
      return 1;
    }
    screen.println();
    screen.println("Compile with our annotation processor or -parameters, and host all services:");
    screen.println("  calm-anchor serve");
    screen.println(
        "Then try them on their pages, and run their checks. Those tagged \"writes\" create, change"
            + " and delete a row:");
    for (TableDraft draft : drafts) {
      screen.println(
          "  calm-anchor check %s --against %s"
              .formatted(draft.checks().keySet().iterator().next(), draft.service()));
    }
    screen.flush();
    return 0;
  }

  private TableRequest request(JdbcUrl database, String packageName) {
    return new TableRequest(
        database.withoutCredentials(), packageName, namespace, namesOf, versionColumn);
  }
}
