package org.calmanchor.web.page;

import java.util.List;

/** The scripts of the test page. */
public final class PageScripts {
  /** The script that the page loads first; it imports the others. */
  public static final String ENTRY = "page";

  /** The names of all scripts, without their extension. */
  public static final List<String> NAMES =
      List.of(
          ENTRY,
          "answer",
          "answercopy",
          "checks",
          "controls",
          "copies",
          "credentials",
          "dom",
          "exchanges",
          "expect",
          "folding",
          "forms",
          "hand",
          "keys",
          "lists",
          "marks",
          "paste",
          "reloads",
          "request",
          "rows",
          "sending",
          "server",
          "structures",
          "values",
          "versions",
          "wire",
          "wiredrawer");

  private PageScripts() {}
}
