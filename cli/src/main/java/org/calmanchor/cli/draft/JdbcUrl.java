package org.calmanchor.cli.draft;

import java.sql.Connection;
import java.sql.Driver;
import java.sql.SQLException;
import java.util.Properties;
import java.util.regex.Pattern;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;

/** A JDBC URL as somebody wrote it. */
record JdbcUrl(String text) {
  private static final Pattern PARAMETERS =
      Pattern.compile("(?i)([?&;])(?:user|username|password|pwd)=[^&;]*");
  private static final Pattern AUTHORITY = Pattern.compile("(?<=//)[^/?;]*@");

  JdbcUrl {
    if (!text.startsWith("jdbc:") || text.split(":", -1).length < 3) {
      throw CommandException.usage(
          "\""
              + text
              + "\" is no JDBC URL. Write one as in jdbc:postgresql://localhost/harbor or"
              + " jdbc:h2:./harbor.");
    }
  }

  boolean hasCredentials() {
    return !withoutCredentials().equals(text);
  }

  /** The URL as source may have it. */
  String withoutCredentials() {
    String plain = AUTHORITY.matcher(text).replaceAll("");
    String bare = PARAMETERS.matcher(plain).replaceAll("$1");
    return bare.equals(plain)
        ? plain
        : bare.replaceAll("([?&;])[&;]+", "$1").replaceAll("[?&;]$", "");
  }

  /**
   * Opens a connection, as the user that the environment names.
   *
   * @throws CommandException if there is no driver, or the database refuses
   */
  Connection open(UserClasses classes) {
    String kind = text.split(":", -1)[1];
    Properties credentials = new Properties();
    set(credentials, "user", System.getenv("DATABASE_USER"));
    set(credentials, "password", System.getenv("DATABASE_PASSWORD"));
    try {
      for (Driver driver : classes.providers(Driver.class)) {
        Connection connection = driver.acceptsURL(text) ? driver.connect(text, credentials) : null;
        if (connection != null) {
          return connection;
        }
      }
    } catch (SQLException refused) {
      throw CommandException.problem(refusal(refused));
    }
    throw CommandException.problem(
        "No JDBC driver for "
            + kind
            + " is on the class path. Add it to the dependencies of the project, or name its jar:"
            + " --classpath FILE.");
  }

  private static void set(
      Properties credentials, String name, @org.jspecify.annotations.Nullable String value) {
    if (value != null) {
      credentials.setProperty(name, value);
    }
  }

  private static String refusal(SQLException refused) {
    String state = String.valueOf(refused.getSQLState());
    String fix =
        state.startsWith("28")
            ? "Set DATABASE_USER and DATABASE_PASSWORD in the environment."
            : "Check the URL, and whether the database runs.";
    return "The database cannot be opened: "
        + String.valueOf(refused.getMessage()).lines().findFirst().orElse("")
        + "\n"
        + fix;
  }
}
