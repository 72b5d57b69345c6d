package org.calmanchor.cli.serve;

import java.io.IOException;
import java.net.URI;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** The person's browser. */
final class BrowserWindow {
  private BrowserWindow() {}

  /** Shows a page; nothing happens where there is no browser or no screen. */
  static void show(URI page) {
    List<String> command = command(page);
    if (command.isEmpty()) {
      return;
    }
    try {
      new ProcessBuilder(command)
          .redirectOutput(ProcessBuilder.Redirect.DISCARD)
          .redirectError(ProcessBuilder.Redirect.DISCARD)
          .start();
    } catch (IOException none) {
      // The address of the page stands in the terminal in any case.
    }
  }

  private static List<String> command(URI page) {
    String system = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);
    if (system.contains("mac")) {
      return List.of("open", page.toString());
    }
    if (system.contains("windows")) {
      return List.of("rundll32", "url.dll,FileProtocolHandler", page.toString());
    }
    Map<String, String> environment = System.getenv();
    boolean hasScreen =
        environment.containsKey("DISPLAY") || environment.containsKey("WAYLAND_DISPLAY");
    return hasScreen ? List.of("xdg-open", page.toString()) : List.of();
  }
}
